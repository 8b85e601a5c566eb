import { api } from '../api/client'
import type { Ideas, NumbersView } from '../api/types'

/** What a range of days is compared with. */
export type Against = 'BEFORE' | 'YEAR_BEFORE'

/** Days as the address says them: the last so many, or from one to another. */
export interface Range {
  days: number
  from: string
  to: string
  against: Against
}

const days = (range: Range) =>
  range.from && range.to ? `from=${range.from}&to=${range.to}` : `days=${range.days}`

/** Numbers over a range of days, and what is worth trying. */
export const useNumbers = () => ({
  of: (range: Range) => api.get<NumbersView>(`/numbers?${days(range)}&against=${range.against}`),
  csv: (what: 'offers' | 'forms', range: Range) => `/api/numbers/${what}.csv?${days(range)}`,
  ideas: () => api.get<Ideas>('/numbers/worth-trying'),
  hide: (key: string) => api.put(`/numbers/worth-trying/${key}/hidden`, {}),
  show: (key: string) => api.delete(`/numbers/worth-trying/${key}/hidden`),
})
