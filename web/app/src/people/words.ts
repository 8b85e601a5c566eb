import type { Frame, TimelineLine, Told } from '../api/types'

/** Why somebody's way through a sequence ended. */
export const END_WORDS: Record<NonNullable<Frame['end']>, string> = {
  STEPS_EXHAUSTED: 'no email is left',
  PERSON_LEFT: 'they left',
  PERSON_UNREACHABLE: 'their address does not work',
  PERSON_BLOCKED: 'their emails were stopped',
  GOAL_REACHED: 'its goal is reached',
  REMOVED_BY_OWNER: 'you took them out',
}

/** A line of somebody's history, in the third person. */
export function lineWords(line: TimelineLine): string {
  if (line.kind) {
    return eventWords({ ...line, kind: line.kind } as Told)
  }
  const email = line.detail ? `“${line.detail}”` : 'an email'
  return line.what === 'CLICKED' ? `clicked in ${email}` : `opened ${email}`
}

/** What happened, in the third person: reads on from the person's address. */
export function eventWords(event: Told): string {
  // A subject that was not filled in for anybody is read without its fill-ins.
  const detail = event.detail.replace(/\{\{[#^/]?\w+\}\}/g, '')
  const words: Record<Told['kind'], string> = {
    SIGNED_UP: `signed up for ${event.offer}`,
    CONFIRMATION_SENT: `was sent “${detail}”`,
    CONFIRMED: `confirmed for ${event.offer}`,
    HANDED_OVER: `was given ${event.offer}`,
    DELIVERY_SENT: `was sent “${detail}”`,
    GRANTED: `was given ${detail}`,
    WON: `won ${detail}`,
    QUIZ_FINISHED: `came to ${detail}`,
    ANSWERED: `answered ${detail}`,
    PASS_USED: `took ${detail}`,
    CODE_COPIED: `copied ${detail}`,
    GRANT_USED: `used ${detail}`,
    BOUGHT: `placed ${detail}`,
    TOLD_OF: `had happen: ${detail}`,
    PIECE_OPENED: `opened ${detail}`,
    GRANT_CHANGED: detail,
    FRESH_LINK_ASKED: 'asked for a fresh link',
    FOLLOW_UP_STARTED: `began “${detail}”`,
    FOLLOW_UP_SENT: `was sent “${detail}”`,
    FOLLOW_UP_SKIPPED: `was not sent “${detail}”`,
    FOLLOW_UP_ENDED:
      detail === 'STEPS_EXHAUSTED'
        ? 'finished the follow-up'
        : `came to the end of the follow-up: ${END_WORDS[detail as keyof typeof END_WORDS] ?? detail}`,
    LEFT: `left the list ${detail}`,
    REACHABLE_AGAIN: 'can be reached again',
    UNREACHABLE: `cannot be reached: ${detail}`,
    EMAIL_FAILED: `did not get an email, given up: ${detail}`,
    BLOCKED: `gets no more emails: stopped ${detail}`,
    BOUNCED: `has not got an email yet: ${detail}`,
    COMPLAINED: 'told their mailbox that our email is unwanted: they get no more',
    LIST_JOINED: `is on the list “${detail}”`,
    LIST_LEFT: `left the list “${detail}”`,
    MAILING_SENT: `was sent “${detail}”`,
    CHANGED_BY_HAND: detail,
    IMPORTED: `was imported from ${detail}`,
    MERGED: detail,
    TAG_GIVEN: `was given the tag “${detail}”`,
    TAG_TAKEN: `lost the tag “${detail}”`,
    OFFER_LIVE: `${event.offer} went live`,
    OFFER_PAUSED: `${event.offer} was paused`,
  }
  return words[event.kind]
}
