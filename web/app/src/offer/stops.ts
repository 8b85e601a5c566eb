/** The stops of an offer's track, in their order, as they stand in its address. */
export const STOPS = ['give', 'ask', 'confirm', 'hand-over', 'follow-up'] as const
export type Stop = (typeof STOPS)[number]

/** What each is called. */
export const STOP_WORDS: Record<Stop, string> = {
  give: 'Give',
  ask: 'Ask',
  confirm: 'Confirm',
  'hand-over': 'Hand over',
  'follow-up': 'Follow up',
}
