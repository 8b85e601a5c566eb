/** Moments as people say them. The zone is the business's unless said otherwise. */

const DAY_MS = 86_400_000

function dayNumber(at: Date, zone: string): number {
  const [year, month, day] = new Intl.DateTimeFormat('en-CA', { timeZone: zone })
    .format(at)
    .split('-')
    .map(Number)
  return Date.UTC(year!, month! - 1, day!) / DAY_MS
}

function format(at: Date, zone: string, options: Intl.DateTimeFormatOptions): string {
  return new Intl.DateTimeFormat('en-GB', { timeZone: zone, ...options }).format(at)
}

/**
 * "Today 08:00", "Tomorrow 08:00", "Yesterday 08:00", "Fri 08:00" within a week, else "3 Nov 08:00".
 * Within a sentence "today 08:00".
 */
export function when(iso: string, now: Date, zone: string, within = false): string {
  const at = new Date(iso)
  const days = dayNumber(at, zone) - dayNumber(now, zone)
  const time = format(at, zone, { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' })
  const names: Record<number, string> = within
    ? { [-1]: 'yesterday', 0: 'today', 1: 'tomorrow' }
    : { [-1]: 'Yesterday', 0: 'Today', 1: 'Tomorrow' }
  const near = Math.abs(days) < 7
  const sameYear = at.getUTCFullYear() === now.getUTCFullYear()
  const date: Intl.DateTimeFormatOptions = sameYear
    ? { day: 'numeric', month: 'short' }
    : { day: 'numeric', month: 'short', year: 'numeric' }
  return `${names[days] ?? format(at, zone, near ? { weekday: 'short' } : date)} ${time}`
}

/** The exact moment, for those who hover: "Tuesday 24 November 2026, 10:42:07, Europe/Dublin". */
export function exact(iso: string, zone: string): string {
  const at = new Date(iso)
  // In two pieces: how a locale joins weekday and date differs between browsers.
  const weekday = format(at, zone, { weekday: 'long' })
  const day = `${weekday} ${format(at, zone, { day: 'numeric', month: 'long', year: 'numeric' })}`
  const time = format(at, zone, { hour: '2-digit', minute: '2-digit', second: '2-digit', hourCycle: 'h23' })
  return `${day}, ${time}, ${zone}`
}

/** A share as a whole percentage: "81 %". */
export function percent(share: number): string {
  return `${Math.round(share * 100)}\u00a0%`
}

/** An interval of shares in whole per cent, beside the share itself: "(69–89)". */
export function between(low: number, high: number): string {
  return `(${Math.round(low * 100)}–${Math.round(high * 100)})`
}

/** "1 person", "12 people". */
export function people(n: number): string {
  return n === 1 ? '1 person' : `${n.toLocaleString('en-GB')} people`
}

/** "at once", "2 days later", "1 hour later". */
export function waitWords(amount: number, unit: 'MINUTES' | 'HOURS' | 'DAYS'): string {
  if (amount === 0) {
    return 'At once'
  }
  const word = unit.toLowerCase().slice(0, -1)
  return `${amount} ${word}${amount === 1 ? '' : 's'} later`
}

/** A day of the calendar: "14 January". */
export function calendarDay(iso: string): string {
  return new Date(`${iso}T12:00:00Z`).toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'long',
    timeZone: 'UTC',
  })
}

/** A calendar day in few letters, as “15 Dec”. */
export function shortDay(iso: string): string {
  return new Date(`${iso}T12:00:00Z`).toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'short',
    timeZone: 'UTC',
  })
}

/** A moment as a field for date and time wants it, by a zone's clock: `2026-11-27T08:00`. */
export const localIn = (at: Date, zone: string) =>
  at.toLocaleString('sv-SE', { timeZone: zone }).slice(0, 16).replace(' ', 'T')

/**
 * The moment at which a zone's clock shows a date and time, as ISO. Where the clock shows it twice the first counts; where
 * it never does, the moment as much later as was left out.
 */
export function momentIn(local: string, zone: string): string {
  const wanted = Date.parse(`${local}:00Z`)
  const showsAt = (at: number) => Date.parse(`${localIn(new Date(at), zone)}:00Z`)
  const offsets = [wanted - DAY_MS, wanted + DAY_MS].map((at) => showsAt(at) - at)
  const right = offsets.map((offset) => wanted - offset).filter((at) => showsAt(at) === wanted)
  return new Date(right.length ? Math.min(...right) : wanted - offsets[0]!).toISOString()
}
