import { screen } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import type { Finding, Today } from '../api/types'
import { AWAY, FakeServer, Says } from '../testing/fakeServer'
import { show } from '../testing/show'
import TodayPage from './TodayPage.vue'

const FINDING: Finding = {
  code: 'no_postal_address',
  control: 'address',
  message: 'Your postal address is missing.',
  severity: 'GRAVE',
  stop: 'SETUP',
}
const track = { seen: 436, signedUp: 62, confirmed: 55, handedOver: 55, used: 37, followedUp: 45 }
/** What Today tells of offers: each in a line, and what is found of each. */
const offers = (...all: { id: number; name: string; findings?: Finding[] }[]) =>
  ({
    offers: all.map(({ id, name }) => ({ id, name, state: 'LIVE', track })),
    offersInAll: all.length,
    findings: all.flatMap(({ id, name, findings = [] }) =>
      findings.map((finding) => ({ offerId: id, offer: name, finding })),
    ),
    findingsInAll: all.flatMap(({ findings = [] }) => findings).length,
  }) satisfies Partial<Today>
const QUIET = {
  firstHour: { lines: [] },
  now: '2026-11-25T14:00:00Z',
  news: [],
  ...offers(),
  outbox: { troubled: 0, waiting: 0 },
  setAside: { total: 0, newest: [] },
  amiss: [],
  waitingToConfirm: 0,
} satisfies Partial<Today>

const serve = (today: unknown) => new FakeServer({ 'GET /today': today })

const STEPS = ['BUSINESS', 'MAIL_TRIED', 'OFFER', 'REHEARSED', 'SNIPPET', 'LIVE'] as const
const firstHour = (...done: string[]): Today['firstHour'] => ({
  lines: STEPS.map((step) => ({ step, done: done.includes(step) })),
})

describe('The first hour', () => {
  it('leads a new install from step to step, and shows nothing else before there is an offer', async () => {
    serve({ ...QUIET, firstHour: firstHour('BUSINESS') })
    await show(TodayPage)
    expect(await screen.findByText('1 of 6 done')).toBeTruthy()
    expect(screen.queryByText('Needs attention')).toBeNull()
    const [begin] = screen.getAllByText('Begin')
    expect(begin!.closest('a')!.getAttribute('href')).toBe('/setup#mail')
    expect(screen.queryByRole('link', { name: 'Open: Go live' })).toBeNull()
    expect(screen.getAllByText('Done:')).toHaveLength(1)
  })

  it('leads on to the offer there is, and is put away and brought back', async () => {
    const list = { ...firstHour('BUSINESS', 'MAIL_TRIED', 'OFFER', 'REHEARSED'), offerId: 7 }
    const server = serve({ ...QUIET, ...offers({ id: 7, name: 'Plan' }), firstHour: list })
    const { user, notice } = await show(TodayPage)
    const live = await screen.findByRole('link', { name: 'Open: Go live' })
    expect(live.getAttribute('href')).toBe('/offers/7/give')
    server.on('PUT /beginning/PUT_AWAY', { lines: [] }).on('DELETE /beginning/PUT_AWAY', list)
    await user.click(screen.getByRole('button', { name: 'Hide this list' }))
    await expect.poll(() => screen.queryByText('Your first offer, step by step')).toBeNull()
    await notice.takeBack()
    expect(await screen.findByText('4 of 6 done')).toBeTruthy()
  })
})

describe('Today', () => {
  it('says what to do first on a new install', async () => {
    serve(QUIET)
    await show(TodayPage)
    expect(await screen.findByText(/None yet. An offer is what somebody gets/)).toBeTruthy()
    expect(screen.getByText('Nothing would go wrong as things stand.')).toBeTruthy()
    expect(screen.getByText('Nothing happened in the last 24 hours.')).toBeTruthy()
    expect(screen.getByRole('link', { name: 'Make an offer' }).getAttribute('href')).toBe('/offers?new=1')
  })

  it('lists what needs attention, each with the way to its cure, and how much more there is', async () => {
    serve({
      ...QUIET,
      waitingToConfirm: 1,
      ...offers({ id: 1, name: 'Plan', findings: [FINDING] }),
      offersInAll: 300,
      findingsInAll: 41,
    })
    await show(TodayPage)
    const links = await screen.findAllByRole('link', { name: 'Your postal address is missing.' })
    expect(links.map((link) => link.getAttribute('href'))).toEqual(['/setup#address'])
    expect(screen.getByText('And 40 more: each offer tells its own.')).toBeTruthy()
    expect(screen.getByRole('link', { name: 'All 300' }).getAttribute('href')).toBe('/offers')
    expect(screen.getByRole('link', { name: '1 person is waiting to confirm' })).toBeTruthy()
    expect(screen.queryByText('Nothing would go wrong as things stand.')).toBeNull()
  })

  it('says first that sending has stopped, why, and where to go', async () => {
    serve({
      ...QUIET,
      halt: { at: '2026-11-25T13:00:00Z', reason: '550 relay not permitted', refusals: 20 },
    })
    await show(TodayPage)
    expect((await screen.findByRole('alert')).textContent).toContain('550 relay not permitted')
    expect(screen.getByRole('link', { name: 'What to do' }).getAttribute('href')).toBe('/emails/engine')
    expect(screen.queryByText('Nothing would go wrong as things stand.')).toBeNull()
  })

  it('names who could not be moved on, why, and tries them again', async () => {
    const newest = [
      { personId: 3, email: 'ida@mail.example', sequence: 'Winter', why: 'A step is unreadable.' },
    ]
    const setAside = { total: 1204, newest }
    const server = serve({ ...QUIET, setAside })
    server.on('POST /set-aside/try-again', {})
    const { user } = await show(TodayPage)
    const alert = await screen.findByRole('alert')
    expect(alert.textContent).toContain('1,204 people could not be moved on in Winter')
    expect(alert.textContent).toContain('A step is unreadable.')
    expect(screen.getByRole('link', { name: 'ida@mail.example' }).getAttribute('href')).toBe('/people/3')
    server.on('GET /today', QUIET)
    await user.click(screen.getByRole('button', { name: /Try .*again/ }))
    await expect.poll(() => screen.queryByRole('alert')).toBeNull()
  })

  it('puts right what can be put right from here', async () => {
    const cured = {
      ...FINDING,
      code: 'first_not_at_once',
      stop: 'CONFIRM',
      fix: { words: 'Send it at once', value: '' },
    }
    const server = serve({ ...QUIET, ...offers({ id: 1, name: 'Plan', findings: [cured as Finding] }) }).on(
      'POST /offers/1/fixes',
      {},
    )
    const { user } = await show(TodayPage)
    const fix = await screen.findByRole('button', { name: 'Send it at once' })
    server.on('GET /today', { ...QUIET, ...offers({ id: 1, name: 'Plan' }) })
    await user.click(fix)
    await expect.poll(() => screen.queryByRole('button', { name: 'Send it at once' })).toBeNull()
    expect(server.bodies('POST /offers/1/fixes')).toEqual([{ code: 'first_not_at_once', control: 'address' }])
  })

  it('says why a cure did not take, and keeps the line', async () => {
    const cured = { ...FINDING, fix: { words: 'Do it', value: '' } }
    serve({ ...QUIET, ...offers({ id: 1, name: 'Plan', findings: [cured] }) }).on(
      'POST /offers/1/fixes',
      new Says(409, { detail: 'Somebody changed it meanwhile.' }),
    )
    const { user } = await show(TodayPage)
    await user.click(await screen.findByRole('button', { name: 'Do it' }))
    expect((await screen.findByRole('alert')).textContent).toBe('Somebody changed it meanwhile.')
    expect(screen.getByRole('button', { name: 'Do it' })).toBeTruthy()
  })

  it.each([
    [1, 'One email could not be sent yet.'],
    [12, '12 emails could not be sent yet.'],
  ])('tells of %i emails in trouble, what was said and when it is tried again', async (troubled, words) => {
    const outbox = {
      troubled,
      waiting: 0,
      lastTrouble: 'Connection refused',
      nextTry: '2026-11-25T14:05:00Z',
    }
    serve({ ...QUIET, outbox })
    await show(TodayPage)
    const line = await screen.findByRole('alert')
    expect(line.textContent).toContain(words)
    expect(line.textContent).toContain('Connection refused')
    expect(line.textContent).toContain('Nothing is lost')
  })

  it('tries now, and is ready for another try also when that failed', async () => {
    const server = serve({ ...QUIET, outbox: { troubled: 2, waiting: 0 } }).on(
      'POST /mail/outbox/try-now',
      () => AWAY,
    )
    const { user, notice } = await show(TodayPage)
    await user.click(await screen.findByRole('button', { name: 'Try now' }))
    await expect.poll(() => notice.words).toContain('cannot be reached')
    server.on('POST /mail/outbox/try-now', {}).on('GET /today', QUIET)
    await user.click(screen.getByRole('button', { name: 'Try now' }))
    expect(await screen.findByText('Nothing would go wrong as things stand.')).toBeTruthy()
  })

  it('shows the newest dozen of a busy day first, and all on request', async () => {
    const news = Array.from({ length: 30 }, (_, i) => ({
      at: '2026-11-25T13:00:00Z',
      kind: 'CONFIRMED',
      personId: i,
      email: `p${i}@mail.example`,
      offer: 'Plan',
      detail: '',
    }))
    serve({ ...QUIET, news })
    const { user } = await show(TodayPage)
    expect(await screen.findAllByText('confirmed for Plan')).toHaveLength(12)
    await user.click(screen.getByRole('button', { name: 'Show all 30' }))
    expect(screen.getAllByText('confirmed for Plan')).toHaveLength(30)
  })

  it('says why it shows nothing', async () => {
    serve(() => AWAY)
    await show(TodayPage)
    expect(await screen.findByText(/Jeton cannot be reached/)).toBeTruthy()
  })
})
