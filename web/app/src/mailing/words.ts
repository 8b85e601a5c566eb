import type { Forecast, IssueView, MailingView, Repeat, SendWhen } from '../api/types'
import { calendarDay, people } from '../shared/when'

export const STATE_WORDS: Record<MailingView['state'], string> = {
  DRAFT: 'Draft',
  SCHEDULED: 'Scheduled',
  ENDED: 'Sent',
}

export const ISSUE_WORDS: Record<IssueView['state'], string> = {
  BEGUN: 'Begins',
  FILLING: 'Begins',
  SENDING: 'Going out',
  PAUSED: 'Paused',
  STOPPED: 'Stopped',
  DONE: 'Sent',
  SKIPPED: 'Nothing new: not sent',
}

export const WEEKDAYS = [
  { value: 'MONDAY', words: 'Monday' },
  { value: 'TUESDAY', words: 'Tuesday' },
  { value: 'WEDNESDAY', words: 'Wednesday' },
  { value: 'THURSDAY', words: 'Thursday' },
  { value: 'FRIDAY', words: 'Friday' },
  { value: 'SATURDAY', words: 'Saturday' },
  { value: 'SUNDAY', words: 'Sunday' },
] as const

export const LAST_WEEK = 5
export const WEEKS = [
  { value: 1, words: 'first' },
  { value: 2, words: 'second' },
  { value: 3, words: 'third' },
  { value: 4, words: 'fourth' },
  { value: LAST_WEEK, words: 'last' },
] as const

const clock = (time: string | undefined) => (time ?? '').slice(0, 5)
const day = (local: string) => calendarDay(local.slice(0, 10))
const NTH: Record<number, string> = { 1: 'st', 2: 'nd', 3: 'rd', 21: 'st', 22: 'nd', 23: 'rd', 31: 'st' }

/** Entrance again, in words. */
export function repeatWords({ unit, every, weekdays, day: ofMonth, week }: Repeat): string {
  const names = WEEKDAYS.filter((d) => weekdays.includes(d.value)).map((d) => d.words)
  if (unit === 'DAYS') {
    return every === 1 ? 'every day' : `every ${every} days`
  }
  if (unit === 'WEEKS') {
    return `${every === 1 ? 'every week' : `every ${every} weeks`} on ${names.join(' and ') || '…'}`
  }
  const months = every === 1 ? 'every month' : `every ${every} months`
  if (ofMonth != null) {
    return ofMonth > 28
      ? `${months} on the ${ofMonth}${NTH[ofMonth] ?? 'th'}, or its last day`
      : `${months} on the ${ofMonth}${NTH[ofMonth] ?? 'th'}`
  }
  return `${months} on the ${WEEKS.find((w) => w.value === week)?.words ?? '…'} ${names[0] ?? '…'}`
}

/** When it goes out, in words. */
export function whenWords(when: SendWhen): string {
  switch (when.kind) {
    case 'NOW':
      return 'at once'
    case 'AT':
      return when.at ? `${day(when.at)} at ${when.at.slice(11, 16)}` : 'at a moment'
    case 'WHEREVER':
      return when.day ? `${day(when.day)} at ${clock(when.time)} wherever they are` : 'wherever they are'
    case 'REPEATED':
      return when.repeat ? `${repeatWords(when.repeat)} at ${clock(when.time)}` : 'again and again'
  }
}

/** What the button that sends says: to how many, and when. */
export function sendWords(when: SendWhen, forecast: Forecast | null): string {
  const to = forecast ? ` to ${people(forecast.people)}` : ''
  switch (when.kind) {
    case 'NOW':
      return `Send${to}`
    case 'REPEATED':
      return `Send${to}, and again`
    default:
      return `Send${to} on ${whenWords(when).split(' at ')[0]}`
  }
}
