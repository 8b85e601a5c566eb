import type { HandedOn, OutsideListSettings } from '../api/types'

/** When people are handed on, in words. */
export const MOMENTS: { value: OutsideListSettings['moment']; words: string }[] = [
  { value: 'CONFIRMED', words: 'Once they are on the list' },
  { value: 'SIGNED_UP', words: 'As soon as they sign up' },
]

/** Where people stand there. */
export const STATES: Record<HandedOn['state'], string> = {
  NEW: 'not there yet',
  THERE: 'there',
  LEFT: 'left',
  LET_BE: 'had left there before',
  REFUSED: 'not taken',
}
