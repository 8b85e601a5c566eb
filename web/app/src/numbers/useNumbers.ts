import { api } from '../api/client'
import type { EmailsView, Ideas, NumberTable, NumbersView, WeekLine } from '../api/types'
import type { operations } from '../api/schema'

/** What a range of days is compared with. */
export type Against = 'BEFORE' | 'YEAR_BEFORE'

/** Days as the address says them: the last so many, or from one to another. */
export interface Range {
  days: number
  from: string
  to: string
  against: Against
}

/** Tables of things of one kind. */
export type TableKind = operations['table']['parameters']['path']['kind']

/** What can come of a sign-up. */
export type WeekMark = NonNullable<NonNullable<operations['weeks']['parameters']['query']>['mark']>

const days = (range: Range) =>
  range.from && range.to ? `from=${range.from}&to=${range.to}` : `days=${range.days}`

/** Numbers over a range of days, and what is worth trying. */
export const useNumbers = () => ({
  of: (range: Range) => api.get<NumbersView>(`/numbers?${days(range)}&against=${range.against}`),
  emails: (range: Range) => api.get<EmailsView>(`/numbers/emails?${days(range)}&against=${range.against}`),
  csv: (what: 'offers' | 'forms' | 'emails', range: Range) => `/api/numbers/${what}.csv?${days(range)}`,
  table: (kind: TableKind, range: Range) =>
    api.get<NumberTable>(`/numbers/tables/${kind}?${days(range)}&against=${range.against}`),
  tableCsv: (kind: TableKind, range: Range) => `/api/numbers/tables/${kind}.csv?${days(range)}`,
  weeks: (mark: WeekMark, offer: number | null) =>
    api.get<WeekLine[]>(`/numbers/weeks?mark=${mark}${offer === null ? '' : `&offerId=${offer}`}`),
  ideas: () => api.get<Ideas>('/numbers/worth-trying'),
  hide: (key: string) => api.put(`/numbers/worth-trying/${key}/hidden`, {}),
  changed: (key: string) => api.put(`/numbers/worth-trying/${key}/changed`, {}),
  notChanged: (key: string) => api.delete(`/numbers/worth-trying/${key}/changed`),
  show: (key: string) => api.delete(`/numbers/worth-trying/${key}/hidden`),
})
