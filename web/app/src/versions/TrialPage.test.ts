import { screen, within } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import type { EmailContent, TrialResult, TrialView } from '../api/types'
import { FakeServer, Says } from '../testing/fakeServer'
import { show } from '../testing/show'
import { inShort, outlook, verdict } from '../trial/words'
import TrialPage from './TrialPage.vue'

const email = (subject: string): EmailContent => ({
  subject,
  preview: '',
  style: 'LETTER',
  blocks: [],
  ownPlain: '',
  linkTags: [],
})
const RESULT: TrialResult = {
  didA: 60,
  metA: 3012,
  didB: 78,
  metB: 2998,
  chanceOfB: 0.94,
  lossOfA: 0.006,
  lossOfB: 0.0001,
  daysLeft: 4,
  chances: {
    points: [
      { rate: 0.01, a: 0, b: 0 },
      { rate: 0.02, a: 150, b: 30 },
      { rate: 0.03, a: 10, b: 120 },
    ],
  },
}
const DRAFT: TrialView = {
  id: 5,
  tested: 'EMAIL',
  targetId: 9,
  name: 'Did it hold?, Welcome',
  where: '/sequences/3',
  offerId: 1,
  state: 'DRAFT',
  settings: { shareOfA: 5000, measure: 'OPENED', endsByItself: false },
  measures: ['OPENED', 'CLICKED'],
  inUse: { email: email('Did it hold?') },
  other: { email: email('How is your spine?') },
  version: 2,
  byItself: false,
  differences: [{ what: 'Subject', a: 'Did it hold?', b: 'How is your spine?' }],
}
const RUNNING: TrialView = { ...DRAFT, state: 'RUNNING', beganAt: '2026-11-14T09:00:00Z', result: RESULT }

const PREVIEW = {
  html: '<p>x</p>',
  plain: '',
  madePlain: '',
  subject: '',
  preview: '',
  advice: [],
  ideas: [],
}

async function open(trial: TrialView) {
  const server = new FakeServer({
    'GET /trials/5': trial,
    'POST /mail/preview': PREVIEW,
    'PUT /trials/5': (body: { settings: TrialView['settings'] }) => ({
      ...trial,
      version: trial.version + 1,
      settings: body.settings,
    }),
  } as Record<string, unknown>)
  const shown = await show(TrialPage, { at: '/trials/5' })
  await screen.findByRole('heading', { name: 'Two versions' })
  return { server, ...shown }
}

describe('two versions', () => {
  it('says what was found in one sentence, and how long it takes', () => {
    expect(verdict(RESULT)).toBe('B is better with 94 % chance; choosing A would cost 0.6 in 100.')
    expect(verdict({ ...RESULT, chanceOfB: 0.001, lossOfB: 0.0002 })).toBe(
      'A is better with more than 99 % chance; choosing B would cost less than 0.1 in 100.',
    )
    expect(verdict({ ...RESULT, metB: 0 })).toBe('Nobody has met both versions yet.')
    expect(outlook(RUNNING)).toBe('At this pace it takes about 4 more days.')
    expect(outlook({ ...RUNNING, result: { ...RESULT, daysLeft: undefined } })).toContain('not be decided')
    expect(outlook({ ...RUNNING, result: { ...RESULT, mayEnd: 'B' } })).toContain('version B is good enough')
    expect(inShort(DRAFT)).toContain('being written')
    expect(inShort({ ...RUNNING, state: 'ENDED', taken: 'B', byItself: true })).toMatch(
      /^Version B was taken, by itself\./,
    )
  })

  it('shows in what they differ, saves how it is tried, and begins', async () => {
    const { server, user } = await open(DRAFT)
    const row = await screen.findByRole('row', { name: /Subject/ })
    expect(
      within(row)
        .getAllByRole('cell')
        .map((cell) => cell.textContent),
    ).toEqual(['Did it hold?', 'How is your spine?'])
    const share = screen.getByLabelText('Per cent who get A')
    await user.clear(share)
    await user.type(share, '70')
    await user.tab()
    await expect
      .poll(() => server.bodies('PUT /trials/5').at(-1))
      .toMatchObject({ version: 2, settings: { shareOfA: 7000 } })
    server.on('POST /trials/5/start', RUNNING)
    await expect
      .poll(() => screen.getByRole('button', { name: 'Begin the trial' }).hasAttribute('disabled'))
      .toBe(false)
    await user.click(screen.getByRole('button', { name: 'Begin the trial' }))
    expect(await screen.findByText('60 of 3,012 opened it')).toBeTruthy()
  })

  it('cannot begin while both are the same', async () => {
    await open({ ...DRAFT, differences: [] })
    expect((await screen.findByRole('button', { name: 'Begin the trial' })).hasAttribute('disabled')).toBe(
      true,
    )
    expect(screen.getByText(/Both versions are the same/)).toBeTruthy()
  })

  it('ends with the one taken, and puts the other back', async () => {
    const { server, user, notice } = await open(RUNNING)
    const over: TrialView = { ...RUNNING, state: 'ENDED', taken: 'B', endedAt: '2026-11-27T09:00:00Z' }
    server.on('POST /trials/5/end', over)
    await user.click(await screen.findByRole('button', { name: 'Take B' }))
    expect(server.bodies('POST /trials/5/end')).toEqual([{ taken: 'B' }])
    expect(await screen.findByRole('heading', { name: 'Version B was taken' })).toBeTruthy()
    server.on('POST /trials/5/turn', { ...over, taken: 'A' })
    await user.click(screen.getByRole('button', { name: 'Put A back' }))
    expect(await screen.findByRole('heading', { name: 'Version A was taken' })).toBeTruthy()
    expect(notice.words).toContain('Version A is in use now')
  })

  it('changes while it runs only what moves nobody, and says what the server refused', async () => {
    const { server, user } = await open(RUNNING)
    expect(await screen.findByText(/50 % get A, 50 % get B\./)).toBeTruthy()
    expect(screen.queryByLabelText('Per cent who get A')).toBeNull()
    await user.click(screen.getByLabelText(/End by itself/))
    await expect
      .poll(() => server.bodies('PUT /trials/5').at(-1))
      .toMatchObject({ settings: { endsByItself: true } })
    server.on(
      'PUT /trials/5',
      new Says(422, {
        detail: 'No.',
        problems: [{ field: '', code: 'over', message: 'This trial is over.' }],
      }),
    )
    await user.click(screen.getByLabelText(/End by itself/))
    expect(await screen.findByText(/This trial is over/)).toBeTruthy()
  })

  it('throws a draft away, and Undo leads back to it', async () => {
    const { server, user, router, notice } = await open(DRAFT)
    server.on('DELETE /trials/5', {})
    server.on('POST /trials/5/back', DRAFT)
    await user.click(await screen.findByRole('button', { name: 'Throw B away' }))
    await expect.poll(() => router.currentRoute.value.path).toBe('/sequences/3')
    await notice.takeBack()
    await expect.poll(() => router.currentRoute.value.path).toBe('/trials/5')
    expect(server.bodies('POST /trials/5/back')).toHaveLength(1)
  })
})
