import type { Comparison, Criterion, Person, SegmentChoices, Subject } from '../api/types'
import type { FieldDefinition } from '../api/types'
import { PERSON_STATES } from './states'

/** What conditions can name, gathered from everywhere. */
export interface Names extends SegmentChoices {
  lists: { id: number; name: string }[]
  tags: string[]
  fields: FieldDefinition[]
}

export interface Choice {
  title: string
  value: string
}

/** How a value is given. */
export type Entry = 'none' | 'text' | 'number' | 'date' | 'days' | Choice[]

export const group = (match: 'ALL' | 'ANY' | 'NONE', parts: Criterion[] = []): Criterion => ({
  kind: 'GROUP',
  match,
  parts,
  field: '',
})

export const condition = (what: Subject, op: Comparison, value?: string, field = ''): Criterion => ({
  kind: 'CONDITION',
  what,
  op,
  value,
  field,
  parts: [],
})

export const EVERYBODY = group('ALL')

/** What can be asked about, in the order it is offered. */
export const SUBJECTS: { what: Subject; words: string }[] = [
  { what: 'TAG', words: 'Tag' },
  { what: 'LIST', words: 'List' },
  { what: 'STATE', words: 'State' },
  { what: 'FIELD', words: 'Field' },
  { what: 'SIGNED_UP', words: 'Signed up for' },
  { what: 'CONFIRMED', words: 'Confirmed for' },
  { what: 'PASS_USED', words: 'Pass used' },
  { what: 'CODE_USED', words: 'Code used' },
  { what: 'BOUGHT', words: 'Order placed' },
  { what: 'OUTCOME', words: 'Quiz outcome' },
  { what: 'PRIZE', words: 'Prize won' },
  { what: 'PIECE_OPENED', words: 'Piece opened' },
  { what: 'EMAIL_SENT', words: 'Email sent' },
  { what: 'EMAIL_OPENED', words: 'Email opened' },
  { what: 'EMAIL_CLICKED', words: 'Email clicked' },
  { what: 'EMAIL_CAME_BACK', words: 'Email came back' },
  { what: 'EMAIL_LEFT', words: 'Left by an email' },
  { what: 'SINCE', words: 'On the list since' },
  { what: 'FROM_FORM', words: 'Came from the form' },
  { what: 'FROM_SITE', words: 'Came from the site' },
  { what: 'FROM_CAMPAIGN', words: 'Came from the campaign' },
  { what: 'ZONE', words: 'Time zone' },
]

export const HAPPENS: Subject[] = [
  'SIGNED_UP',
  'CONFIRMED',
  'BOUGHT',
  'EMAIL_SENT',
  'EMAIL_OPENED',
  'EMAIL_CLICKED',
  'EMAIL_CAME_BACK',
  'EMAIL_LEFT',
]
const HAS: Comparison[] = ['HAS', 'HAS_NOT']
const TEXT: Comparison[] = ['IS', 'IS_NOT', 'CONTAINS', 'DOES_NOT_CONTAIN', 'EMPTY', 'NOT_EMPTY']
const MOMENT: Comparison[] = ['WITHIN_DAYS', 'BEFORE', 'AFTER']

export const OP_WORDS: Record<Comparison, string> = {
  IS: 'is',
  IS_NOT: 'is not',
  HAS: 'yes',
  HAS_NOT: 'no',
  CONTAINS: 'contains',
  DOES_NOT_CONTAIN: 'does not contain',
  EMPTY: 'is empty',
  NOT_EMPTY: 'is not empty',
  BEFORE: 'before',
  AFTER: 'after',
  WITHIN_DAYS: 'within the last days',
  MORE: 'is more than',
  LESS: 'is less than',
}

function typeOf(field: string, names: Names) {
  return names.fields.find((known) => known.key === field)?.type
}

/** How something can be compared. */
export function comparisons(what: Subject, field: string, names: Names): Comparison[] {
  switch (what) {
    case 'STATE':
      return ['IS', 'IS_NOT']
    case 'SINCE':
      return MOMENT
    case 'FROM_FORM':
    case 'FROM_SITE':
    case 'FROM_CAMPAIGN':
    case 'ZONE':
      return TEXT
    case 'FIELD':
      switch (typeOf(field, names)) {
        case 'NUMBER':
          return ['IS', 'IS_NOT', 'MORE', 'LESS', 'EMPTY', 'NOT_EMPTY']
        case 'DATE':
          return ['IS', 'IS_NOT', ...MOMENT, 'EMPTY', 'NOT_EMPTY']
        case 'ONE_OF':
          return ['IS', 'IS_NOT', 'EMPTY', 'NOT_EMPTY']
        case 'SEVERAL_OF':
          return ['CONTAINS', 'DOES_NOT_CONTAIN', 'EMPTY', 'NOT_EMPTY']
        default:
          return TEXT
      }
    default:
      return HAS
  }
}

const keyed = (some: { key: string; name: string }[]): Choice[] =>
  some.map(({ key, name }) => ({ value: key, title: name }))
const plain = (some: string[]): Choice[] => some.map((one) => ({ value: one, title: one }))

/** What a condition can be compared with. */
export function entry(what: Subject, op: Comparison, field: string, names: Names): Entry {
  if (op === 'EMPTY' || op === 'NOT_EMPTY') {
    return 'none'
  }
  if (op === 'WITHIN_DAYS') {
    return 'days'
  }
  switch (what) {
    case 'STATE':
      return STATES
    case 'LIST':
      return names.lists.map(({ id, name }) => ({ value: String(id), title: name }))
    case 'TAG':
      return plain(names.tags)
    case 'SIGNED_UP':
    case 'CONFIRMED':
    case 'PASS_USED':
    case 'CODE_USED':
      return keyed(names.offers)
    case 'BOUGHT':
      return 'none'
    case 'OUTCOME':
      return keyed(names.outcomes)
    case 'PRIZE':
      return keyed(names.prizes)
    case 'PIECE_OPENED':
      return keyed(names.pieces)
    case 'EMAIL_SENT':
    case 'EMAIL_OPENED':
    case 'EMAIL_CLICKED':
    case 'EMAIL_CAME_BACK':
    case 'EMAIL_LEFT':
      return keyed(names.emails)
    case 'FROM_FORM':
      return keyed(names.forms)
    case 'SINCE':
      return 'date'
    case 'FIELD': {
      const known = names.fields.find((one) => one.key === field)
      return known?.type === 'NUMBER'
        ? 'number'
        : known?.type === 'DATE'
          ? 'date'
          : known?.options.length
            ? plain(known.options)
            : 'text'
    }
    default:
      return 'text'
  }
}

const STATE_KEYS: Record<Person['state'], string> = {
  WAITING_TO_CONFIRM: 'waiting',
  ON_THE_LIST: 'on_the_list',
  LEFT: 'left',
  UNREACHABLE: 'unreachable',
  BLOCKED: 'blocked',
}
export const stateKey = (state: string) => STATE_KEYS[state as Person['state']] ?? 'on_the_list'
const STATES: Choice[] = (Object.keys(PERSON_STATES) as Person['state'][]).map((state) => ({
  value: STATE_KEYS[state],
  title: PERSON_STATES[state].toLowerCase(),
}))

function valueWords(c: Criterion, names: Names): string {
  const given = entry(c.what!, c.op!, c.field, names)
  if (Array.isArray(given)) {
    const known = given.find((choice) => choice.value.toLowerCase() === c.value?.toLowerCase())
    return known?.title ?? (c.value ? `${c.value} (gone)` : '')
  }
  return c.value ?? ''
}

function momentWords(op: Comparison, value: string) {
  if (op === 'WITHIN_DAYS') {
    return value === '1' ? 'today' : `in the last ${value} days`
  }
  return `${OP_WORDS[op]} ${value}`
}

const LEAD: Partial<Record<Subject, [has: string, hasNot: string, any: string, none: string]>> = {
  LIST: ['on', 'not on', 'on any list', 'on no list'],
  TAG: ['tagged', 'not tagged', 'with any tag', 'without a tag'],
  SIGNED_UP: ['signed up for', 'not signed up for', 'signed up', 'never signed up'],
  CONFIRMED: ['confirmed for', 'not confirmed for', 'confirmed', 'never confirmed'],
  PASS_USED: ['used the pass of', 'not used the pass of', 'used a pass', 'used no pass'],
  CODE_USED: ['used the code of', 'not used the code of', 'used a code', 'used no code'],
  BOUGHT: ['placed an order', 'placed no order', 'placed an order', 'placed no order'],
  OUTCOME: ['came to', 'did not come to', 'played a quiz', 'played no quiz'],
  PRIZE: ['won', 'did not win', 'won a prize', 'won no prize'],
  PIECE_OPENED: ['opened', 'not opened', 'opened a piece', 'opened no piece'],
  EMAIL_SENT: ['was sent', 'was not sent', 'was sent an email', 'was sent no email'],
  EMAIL_OPENED: ['opened', 'did not open', 'opened an email', 'opened no email'],
  EMAIL_CLICKED: ['clicked in', 'did not click in', 'clicked in an email', 'clicked in no email'],
  EMAIL_CAME_BACK: [
    'did not get',
    'did not miss',
    'did not get an email that came back',
    'had no email come back',
  ],
  EMAIL_LEFT: ['left by', 'did not leave by', 'left by an email', 'left by no email'],
}

/** A condition as part of a sentence: what leads, and what it is about. */
export function chipWords(c: Criterion, names: Names): { lead: string; value: string } {
  const value = valueWords(c, names)
  const when = c.when ? ` ${momentWords(c.when.op, c.when.value)}` : ''
  const lead = LEAD[c.what!]
  if (lead) {
    const not = c.op === 'HAS_NOT' ? 1 : 0
    return c.value == null
      ? { lead: `${lead[2 + not]}${when}`, value: '' }
      : { lead: lead[not]!, value: `${value}${when}` }
  }
  if (c.what === 'STATE') {
    return { lead: c.op === 'IS_NOT' ? 'not' : '', value }
  }
  if (c.what === 'SINCE') {
    return {
      lead: 'on the list',
      value: `since ${momentWords(c.op!, c.value ?? '')}`.replace('since in', 'in'),
    }
  }
  const about =
    c.what === 'FIELD'
      ? (names.fields.find((field) => field.key === c.field)?.label ?? c.field)
      : SUBJECTS.find((subject) => subject.what === c.what)!.words.toLowerCase()
  if (c.op === 'WITHIN_DAYS') {
    return { lead: about, value: momentWords(c.op, c.value ?? '') }
  }
  return { lead: `${about} ${OP_WORDS[c.op!]}`, value }
}

/** How many conditions there are in all. */
export const countOf = (c: Criterion): number =>
  c.kind === 'CONDITION' ? 1 : c.parts.reduce((n, part) => n + countOf(part), 0)

/** How deep its groups stand in each other. */
export const levels = (c: Criterion): number =>
  c.kind === 'CONDITION' ? 0 : 1 + Math.max(0, ...c.parts.map(levels))

/** Plain words for a whole question: for a title, and whoever does not see the chips. */
export function sentence(c: Criterion, names: Names): string {
  if (c.kind === 'CONDITION') {
    const { lead, value } = chipWords(c, names)
    return [lead, value && `“${value}”`].filter(Boolean).join(' ')
  }
  const by = c.match === 'ALL' ? ' and ' : ' or '
  const words = c.parts.map((part) => sentence(part, names)).join(by)
  return c.match === 'NONE' ? `not (${words})` : words
}
