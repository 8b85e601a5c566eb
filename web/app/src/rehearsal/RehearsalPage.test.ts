import { screen, within } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import type { Frame, RehearsalWish } from '../api/types'
import { afterDays } from '../sequence/rules'
import { FakeServer, Says } from '../testing/fakeServer'
import { show } from '../testing/show'
import RehearsalPage from './RehearsalPage.vue'

const frame = (kind: Frame['kind'], at: string, over: Partial<Frame> = {}): Frame => ({
  kind,
  at,
  findings: [],
  html: `<p>${kind}</p>`,
  subject: '',
  preview: '',
  ...over,
})

const FILM = [
  frame('ANSWER', '2026-11-25T14:00:00Z'),
  frame('CONFIRMATION_EMAIL', '2026-11-25T14:00:00Z', { subject: 'Open your notebook plan' }),
  frame('RUN_STARTS', '2026-11-25T14:05:00Z', { html: '' }),
  frame('SEQUENCE_EMAIL', '2026-11-27T08:00:00Z', {
    subject: 'Did it hold?',
    sequence: 'Welcome',
    rules: afterDays(2),
    delay: { from: '2026-11-26T08:00:00Z', moved: 'WEEKDAY' },
    findings: [
      {
        code: 'button_without_target',
        control: 'step-1',
        message: 'A button leads nowhere.',
        severity: 'WORTH_A_LOOK',
        stop: 'FOLLOW_UP',
      },
    ],
  }),
  frame('SKIPPED', '2026-11-30T08:00:00Z', { html: '', sequence: 'Welcome', rules: afterDays(3) }),
  frame('RUN_ENDS', '2026-11-30T08:00:00Z', { html: '', sequence: 'Welcome', end: 'STEPS_EXHAUSTED' }),
]

const OFFER = {
  offer: {
    id: 1,
    settings: {
      name: 'First-notebook plan',
      confirm: { daysGood: 7, opensIncentive: true },
      handOver: { limits: { days: 30, uses: 5 } },
    },
  },
}

async function rehearse(at = '/offers/1/rehearsal', film: unknown = FILM) {
  const server = new FakeServer({
    'GET /offers/1': OFFER,
    'GET /offers/1/forms': [{ key: 'f2', settings: { name: 'Pop-up on the journal' } }],
    'POST /offers/1/rehearsal': film,
    'PUT /beginning/REHEARSED': { lines: [] },
  })
  const shown = await show(RehearsalPage, { at })
  const wishes = () => server.bodies('POST /offers/1/rehearsal') as RehearsalWish[]
  return { server, wishes, ...shown }
}

const moments = () =>
  within(screen.getByRole('region', { name: 'What the visitor meets' })).getAllByRole('listitem')

describe('Rehearsal', () => {
  it('shows every page and email with why it comes then, and leaves out what is nothing to see', async () => {
    await rehearse()
    await screen.findByRole('region')
    expect(moments()).toHaveLength(5)
    expect(moments()[1]!.textContent).toContain('its link is good for 7 days')
    expect(moments()[2]!.textContent).toContain('Follow up · email 1')
    expect(moments()[2]!.textContent).toContain('2 days later')
    expect(moments()[2]!.textContent).toMatch(/moved from .*: not on that day/)
    expect(moments()[3]!.textContent).toContain('Follow up · passed over 2')
    expect(moments()[3]!.textContent).toContain('Nothing to see')
    expect(screen.getByText('3 moments over 2 days')).toBeTruthy()
  })

  it('says "at once" for what comes in the same moment', async () => {
    await rehearse()
    await screen.findByRole('region')
    expect(within(moments()[1]!).getByText('at once')).toBeTruthy()
    expect(within(moments()[2]!).queryByText('at once')).toBeNull()
  })

  it('shows what Readiness says of a moment, with the way to its cure', async () => {
    await rehearse()
    const link = await screen.findByRole('link', { name: 'A button leads nowhere.' })
    expect(link.getAttribute('href')).toBe('/offers/1/follow-up#step-1')
  })

  it('begins with Aoife, who confirms and uses the pass soon', async () => {
    const { wishes } = await rehearse()
    await expect.poll(wishes).toHaveLength(1)
    expect(wishes()[0]).toMatchObject({ firstName: 'Aoife', confirmsAfter: 5, usesAfter: 10, drafts: false })
    expect(wishes()[0]!.signsUpAgainAfter).toBeUndefined()
  })

  it('keeps what the visitor does in the address, so that it can be sent on', async () => {
    const { user, router, wishes } = await rehearse()
    await user.click(await screen.findByLabelText('drafts too'))
    await expect.poll(() => router.currentRoute.value.query).toEqual({ drafts: 'yes' })
    await expect.poll(() => wishes().at(-1)!.drafts).toBe(true)
  })

  it('reads the address: never, a form, a zone and a moment', async () => {
    const { wishes } = await rehearse(
      '/offers/1/rehearsal?confirms=never&form=f2&zone=Asia/Tokyo&at=2026-12-01T10:00:00Z&leaves=1440&name=',
    )
    await expect.poll(wishes).toHaveLength(1)
    expect(wishes()[0]).toMatchObject({
      formKey: 'f2',
      zone: 'Asia/Tokyo',
      signsUp: '2026-12-01T10:00:00Z',
      leavesAfter: 1440,
      firstName: '',
    })
    expect(wishes()[0]!.confirmsAfter).toBeUndefined()
    expect(await screen.findByRole('button', { name: 'through Pop-up on the journal' })).toBeTruthy()
    expect(screen.getByRole('button', { name: 'confirms never' })).toBeTruthy()
    expect(screen.getByRole('button', { name: 'leaves 1 day later' })).toBeTruthy()
    expect(screen.getByRole('button', { name: 'as nobody named, Asia/Tokyo' })).toBeTruthy()
  })

  it('lets one be chosen from the parts of the sentence', async () => {
    const { user, router } = await rehearse()
    await user.click(await screen.findByRole('button', { name: 'confirms 5 minutes later' }))
    await user.click(await screen.findByLabelText('Confirms'))
    await user.click(await screen.findByText('3 days later'))
    await expect.poll(() => router.currentRoute.value.query.confirms).toBe('4320')
  })

  it('opens a moment to be read', async () => {
    const { user } = await rehearse()
    await user.click(await screen.findByRole('button', { name: 'Look at it: Follow up · email 1' }))
    const dialog = await screen.findByRole('dialog')
    expect(dialog.textContent).toContain('Did it hold?')
    expect(within(dialog).getByTitle('Follow up · email 1').getAttribute('srcdoc')).toBe(
      '<p>SEQUENCE_EMAIL</p>',
    )
  })

  it('says what is wrong with a wish', async () => {
    await rehearse('/offers/1/rehearsal', new Says(422, { detail: 'There is no form of that name.' }))
    expect(await screen.findByText('There is no form of that name.')).toBeTruthy()
    expect(screen.queryByLabelText('Loading')).toBeNull()
  })
})
