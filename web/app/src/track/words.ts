import type { OfferView, Told } from '../api/types'

export const STATE_WORDS: Record<OfferView['offer']['state'], string> = {
  DRAFT: 'Draft',
  LIVE: 'Live',
  PAUSED: 'Paused',
  ENDED: 'Ended',
}

const END_WORDS: Record<string, string> = {
  STEPS_EXHAUSTED: 'nothing more to send',
  PERSON_LEFT: 'they left',
  PERSON_UNREACHABLE: 'the address does not work',
  PERSON_BLOCKED: 'you stopped their emails',
  GOAL_REACHED: 'its goal was reached',
  REMOVED_BY_OWNER: 'you took them out',
}

/** What happened, in the third person: reads on from the person's address. */
export function eventWords(event: Told): string {
  const detail = event.detail
  const words: Record<Told['kind'], string> = {
    SIGNED_UP: `signed up for ${event.offer}`,
    CONFIRMATION_SENT: `was sent “${detail}”`,
    CONFIRMED: `confirmed for ${event.offer}`,
    HANDED_OVER: `was given ${event.offer}`,
    DELIVERY_SENT: `was sent “${detail}”`,
    PASS_USED: `took ${detail}`,
    FRESH_LINK_ASKED: 'asked for a fresh link',
    FOLLOW_UP_STARTED: `began “${detail}”`,
    FOLLOW_UP_SENT: `was sent “${detail}”`,
    FOLLOW_UP_SKIPPED: `was not sent “${detail}”`,
    FOLLOW_UP_ENDED: `came to the end of the follow-up: ${END_WORDS[detail] ?? detail}`,
    LEFT: `left the list ${detail}`,
    UNREACHABLE: `cannot be reached: ${detail}`,
    EMAIL_FAILED: `did not get an email, given up: ${detail}`,
    BLOCKED: `gets no more emails: stopped ${detail}`,
    OFFER_LIVE: `${event.offer} went live`,
    OFFER_PAUSED: `${event.offer} was paused`,
  }
  return words[event.kind]
}
