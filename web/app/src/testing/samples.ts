import type { EmailBlock, EmailContent, SequenceView, Share, StepView } from '../api/types'
import { afterDays } from '../sequence/rules'
import { freshEmail } from '../email/blocks'

/** Made-up data of the sample business, as the server gives it. */

export const NO_SHARE: Share = { share: 0, of: 0, low: 0, high: 0, intervalShown: false }

export const email = (subject: string, blocks: EmailBlock[] = freshEmail().blocks): EmailContent => ({
  ...freshEmail(),
  subject,
  blocks,
})

const NO_NUMBERS: StepView['numbers'] = {
  stepId: 0,
  sent: 0,
  bounced: 0,
  opened: 0,
  machineOpened: 0,
  clicked: 0,
  left: 0,
  skipped: 0,
  ahead: 0,
}

/** A step of a sequence; `numbers` over none. */
export const step = (id: number, subject: string, numbers: Partial<StepView['numbers']> = {}): StepView => ({
  id,
  emailId: id + 100,
  emailVersion: 1,
  ready: true,
  rules: afterDays(id),
  email: email(subject),
  numbers: { ...NO_NUMBERS, ...numbers },
  openRate: NO_SHARE,
  clickRate: NO_SHARE,
  usedIn: 1,
})

export const sequence = (...steps: StepView[]): SequenceView => ({
  id: 7,
  name: 'Welcome to the bindery',
  version: 4,
  offers: [1],
  paused: false,
  onTheirWay: 0,
  dueByTomorrow: 0,
  rules: {
    start: { kind: 'SIGN_UP', tag: '', days: 0, field: '', result: '' },
    goal: { kind: 'NONE', tag: '' },
    again: { when: 'NEVER', days: 0 },
    personZone: false,
    listId: 1,
  },
  steps,
})

/** All that a paged list holds, on one page. */
export const onePage = <T>(...rows: T[]) => ({ rows, total: rows.length })
