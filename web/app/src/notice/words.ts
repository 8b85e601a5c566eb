import type { NoticePace } from '../api/types'

/** What may be told, as the interface calls it, and what lies behind it. */
export const KINDS = [
  { kind: 'SIGN_UP', words: 'A sign-up' },
  { kind: 'CONFIRMED', words: 'A confirmation' },
  { kind: 'LEFT', words: 'Somebody leaves' },
  { kind: 'PRIZE', words: 'A prize is won' },
  { kind: 'QUIZ', words: 'A quiz is finished' },
  { kind: 'CODE_USED', words: 'A code is used' },
  { kind: 'ANSWER', words: 'An answer to read', hint: 'A longer text in a form was filled in.' },
  { kind: 'OPENED', words: 'A chosen email is opened' },
  {
    kind: 'TROUBLE',
    words: 'Trouble',
    hint: 'Mail is refused, codes run out, a form is never seen, something does not go on.',
  },
]

/** What can be told of one offer alone. */
export const OFFER_KINDS = KINDS.filter(({ kind }) => kind !== 'LEFT' && kind !== 'OPENED')

export const PACES: { value: NoticePace; title: string }[] = [
  { value: 'AT_ONCE', title: 'At once' },
  { value: 'DAILY', title: 'Once a day' },
  { value: 'WEEKLY', title: 'Once a week' },
  { value: 'NOT', title: 'Not' },
]
