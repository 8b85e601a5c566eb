import type { HookKind } from '../api/types'

/** What can be told, in the order it is offered. */
export const KINDS: { value: HookKind; words: string; ofOffer: boolean }[] = [
  { value: 'SIGNED_UP', words: 'Somebody signs up', ofOffer: true },
  { value: 'CONFIRMED', words: 'Confirms', ofOffer: true },
  { value: 'HANDED_OVER', words: 'Is handed what the offer gives', ofOffer: true },
  { value: 'USED', words: 'Opens or downloads it', ofOffer: true },
  { value: 'CODE_USED', words: 'Uses a code in the shop', ofOffer: true },
  { value: 'QUIZ_FINISHED', words: 'Finishes a quiz', ofOffer: true },
  { value: 'PRIZE_WON', words: 'Wins a prize', ofOffer: true },
  { value: 'BOUGHT', words: 'Places an order in the shop', ofOffer: false },
  { value: 'TAG_GIVEN', words: 'Gets a tag', ofOffer: false },
  { value: 'TAG_TAKEN', words: 'Loses a tag', ofOffer: false },
  { value: 'LEFT', words: 'Leaves', ofOffer: false },
  { value: 'BOUNCED', words: 'An email to them comes back', ofOffer: false },
]

const ONE: Record<HookKind, string> = {
  SIGNED_UP: 'signed up',
  CONFIRMED: 'confirmed',
  HANDED_OVER: 'handed over',
  USED: 'used it',
  CODE_USED: 'used a code',
  QUIZ_FINISHED: 'finished a quiz',
  PRIZE_WON: 'won a prize',
  TAG_GIVEN: 'got a tag',
  TAG_TAKEN: 'lost a tag',
  LEFT: 'left',
  BOUNCED: 'email came back',
  BOUGHT: 'bought',
  TEST: 'a test',
}

/** What a message is about. */
export const kindWords = (kind: HookKind) => ONE[kind]

/** What is told, in one line. */
export const toldWords = (kinds: HookKind[]) =>
  KINDS.filter((kind) => kinds.includes(kind.value))
    .map((kind) => ONE[kind.value])
    .join(', ')
