import type { Planned, SequenceRules, StepRules } from '../api/types'
import { waitWords } from '../shared/when'

type Day = StepRules['days'][number]
type Moved = NonNullable<Planned['moved']>

export const DAYS: Day[] = ['MONDAY', 'TUESDAY', 'WEDNESDAY', 'THURSDAY', 'FRIDAY', 'SATURDAY', 'SUNDAY']
const WEEKDAYS = DAYS.slice(0, 5)

const name = (day: Day) => day[0] + day.slice(1).toLowerCase()
const same = (a: Day[], b: Day[]) => a.length === b.length && a.every((day) => b.includes(day))

/** "Monday to Friday", "weekends", "Monday, Thursday"; nothing for the whole week. */
export function dayWords(days: Day[]): string {
  if (days.length === 7) {
    return ''
  }
  if (same(days, WEEKDAYS)) {
    return 'Monday to Friday'
  }
  if (same(days, ['SATURDAY', 'SUNDAY'])) {
    return 'weekends'
  }
  return DAYS.filter((day) => days.includes(day))
    .map((day) => name(day).slice(0, 3))
    .join(', ')
}

function conditionWords({ kind, tag, days }: StepRules['condition']): string {
  return {
    ALWAYS: '',
    PASS_USED: 'only if the pass was used',
    PASS_NOT_USED: 'only if the pass was not used',
    ENDS_WITHIN: `only if it ends within ${days} days`,
    HAS_TAG: `only with the tag “${tag}”`,
    LACKS_TAG: `only without the tag “${tag}”`,
    RESULT_IS: 'only if they came to an outcome',
    RESULT_IS_NOT: 'only if they came to another outcome',
  }[kind]
}

const beforeWords = (days: number) =>
  days === 0 ? 'On its last day' : `${days} ${days === 1 ? 'day' : 'days'} before it ends`

/** A step's rules in a line: "2 days later at 08:00 · Monday to Friday · only if the pass was used". */
export function rulesWords(rules: StepRules): string {
  const wait =
    rules.beforeEnd != null
      ? beforeWords(rules.beforeEnd)
      : rules.waitAmount === 0 && rules.at
        ? 'The same day'
        : waitWords(rules.waitAmount, rules.waitUnit)
  const window = rules.from || rules.to ? `${rules.from || '00:00'}–${rules.to || '24:00'}` : ''
  return [
    rules.at ? `${wait} at ${rules.at}` : wait,
    dayWords(rules.days),
    window,
    conditionWords(rules.condition),
  ]
    .filter(Boolean)
    .join(' · ')
}

/** Why an email does not come when its wait ends. */
export function movedWords(moved: Moved, from: string): string {
  return {
    WEEKDAY: `moved from ${from}: not on that day`,
    WINDOW: `moved from ${from}: outside its hours`,
    SPACING: `moved from ${from}: another email was close`,
    NEVER: 'never due: nothing ends, or it ends before',
  }[moved]
}

/** What starts a sequence, beside the owner's hand. */
export function startWords(start: SequenceRules['start'], offer: (id: number) => string): string {
  const of = start.offerId === undefined ? '' : offer(start.offerId)
  const days = Math.abs(start.days)
  const apart =
    days === 0 ? 'on' : `${days} ${days === 1 ? 'day' : 'days'} ${start.days < 0 ? 'before' : 'after'}`
  return {
    SIGN_UP: 'starts with a sign-up',
    TAG_GAINED: `starts with the tag “${start.tag}”`,
    PASS_USED: `starts when the pass of ${of} is used`,
    PASS_NOT_USED: `starts ${start.days} days after ${of}, if its pass was not used`,
    ENDS_SOON: `starts ${days === 0 ? 'on the last day' : `${days} ${days === 1 ? 'day' : 'days'} before the end`} of what ${of} gave`,
    RESULT: `starts when they come to an outcome of ${of}`,
    EVENT: `starts when a program tells of “${start.result}”`,
    DATE_FIELD: `starts ${apart} the date in “${start.field}”`,
  }[start.kind]
}

/** A plain wait of some days. */
export function afterDays(days: number): StepRules {
  return {
    waitAmount: days,
    waitUnit: 'DAYS',
    at: '',
    days: [...DAYS],
    from: '',
    to: '',
    condition: { kind: 'ALWAYS', tag: '', days: 0, result: '' },
  }
}
