import { screen } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import type { Forecast, MailingSettings, MailingView } from '../api/types'
import { group } from '../people/criteria'
import { FakeServer } from '../testing/fakeServer'
import { email } from '../testing/samples'
import { show } from '../testing/show'
import MailingPage from './MailingPage.vue'
import { repeatWords, sendWords, whenWords } from './words'

const SETTINGS: MailingSettings = {
  name: '',
  content: email('The winter papers are in'),
  recipients: { listId: 1, segments: [], who: group('ALL'), exceptSegments: [], except: group('ANY') },
  when: { kind: 'NOW' },
  staysAway: false,
}
const DRAFT: MailingView = {
  id: 3,
  version: 1,
  settings: SETTINGS,
  state: 'DRAFT',
  updatedAt: '2026-11-25T10:00:00Z',
  issues: [],
}
const NUMBERS = {
  waiting: 300,
  sent: 100,
  failed: 2,
  dropped: 0,
  opened: 40,
  machine: 3,
  clicked: 9,
  left: 1,
}
const GOING: MailingView = {
  ...DRAFT,
  state: 'ENDED',
  issues: [
    {
      id: 7,
      number: 0,
      plannedAt: '2026-11-25T10:00:00Z',
      begunAt: '2026-11-25T10:00:00Z',
      state: 'SENDING',
      people: 402,
      filling: false,
      numbers: NUMBERS,
      versions: { A: NUMBERS },
    },
  ],
}
const FORECAST: Forecast = {
  people: 409,
  unreachable: 3,
  moments: ['2026-11-25T10:00:00Z'],
  last: '2026-11-25T10:01:00Z',
  perSecond: 12,
  measured: true,
  hours: [],
  readers: [],
  keeps: [],
}
const PREVIEW = {
  subject: 'The winter papers are in',
  preview: '',
  html: '<p>x</p>',
  plain: 'x',
  from: 'Quire & Thread',
  madePlain: 'x',
  bytes: 10,
  advice: [],
  ideas: [],
}

async function open(view: MailingView, forecast: Partial<Forecast> = {}) {
  const server = new FakeServer({
    'GET /mailings/3': view,
    'GET /mailings': { mailings: [view], total: 1 },
    'POST /mailings/3/outlook': { ...FORECAST, ...forecast },
    'POST /mail/preview': PREVIEW,
    'GET /tags': [],
    'GET /lists': [
      { list: { id: 1, key: 'l', settings: { name: 'The bindery letter', sentence: 'News' } }, people: 412 },
    ],
    'GET /segments': [],
    'GET /emails/choices': {
      offers: [],
      forms: [],
      emails: [],
      outcomes: [],
      prizes: [],
      pieces: [],
      sites: [],
      campaigns: [],
    },
  })
  const shown = await show(MailingPage, { at: '/mailings/3' })
  return { server, ...shown }
}

describe('An email to many', () => {
  it('says to how many it goes, and sends only after that was looked at', async () => {
    const { user, server } = await open(DRAFT)
    expect(await screen.findByText('409 people today.')).toBeTruthy()
    expect(screen.getByText(/3 of those who fit cannot be reached/)).toBeTruthy()
    server.on('POST /mailings/3/schedule', { ...DRAFT, state: 'SCHEDULED', nextAt: '2026-11-25T10:00:00Z' })
    await user.click(screen.getByRole('button', { name: 'Send to 409 people' }))
    expect(await screen.findByText(/at the present pace/)).toBeTruthy()
    expect(screen.getByText('Readiness has nothing to say.')).toBeTruthy()
    const [, sure] = screen.getAllByRole('button', { name: 'Send to 409 people' })
    await user.click(sure!)
    await expect.poll(() => server.bodies('POST /mailings/3/schedule')).toEqual([{ version: 1 }])
    expect(await screen.findByRole('button', { name: 'Cancel the sending' })).toBeTruthy()
  })

  it('does not go out while something is wrong, and says what', async () => {
    const { user } = await open(DRAFT, {
      keeps: [{ field: 'content.subject', code: 'empty', message: 'It needs a subject.' }],
    })
    await user.click(await screen.findByRole('button', { name: /^Send to 409/ }))
    expect(await screen.findByText('It needs a subject.')).toBeTruthy()
    const [, sure] = screen.getAllByRole('button', { name: 'Send to 409 people' })
    expect((sure as HTMLButtonElement).disabled).toBe(true)
  })

  it('is looked after while it goes: paused, gone on with, stopped after being asked', async () => {
    const { user, server } = await open(GOING)
    expect(await screen.findByText(/102 of 402 people/)).toBeTruthy()
    expect(screen.getByRole('link', { name: '40 (40 %)' }).getAttribute('href')).toContain('EMAIL_OPENED')
    const paused = { ...GOING, issues: [{ ...GOING.issues[0]!, state: 'PAUSED' as const }] }
    server.on('PUT /mailings/3/issues/7', paused)
    await user.click(screen.getByRole('button', { name: 'Pause' }))
    expect(await screen.findByRole('button', { name: 'Resume' })).toBeTruthy()
    await user.click(screen.getByRole('button', { name: 'Stop the rest' }))
    expect(await screen.findByText(/300 people who have not got it yet/)).toBeTruthy()
    const [, sure] = screen.getAllByRole('button', { name: 'Stop the rest' })
    await user.click(sure!)
    await expect
      .poll(() => server.bodies('PUT /mailings/3/issues/7'))
      .toEqual([{ act: 'PAUSE' }, { act: 'STOP' }])
  })
})

describe('Words of when', () => {
  it('say how it comes again', () => {
    expect(repeatWords({ unit: 'DAYS', every: 1, weekdays: [] })).toBe('every day')
    expect(repeatWords({ unit: 'WEEKS', every: 2, weekdays: ['THURSDAY', 'MONDAY'] })).toBe(
      'every 2 weeks on Monday and Thursday',
    )
    expect(repeatWords({ unit: 'MONTHS', every: 1, weekdays: [], day: 31 })).toBe(
      'every month on the 31st, or its last day',
    )
    expect(repeatWords({ unit: 'MONTHS', every: 3, weekdays: ['FRIDAY'], week: 5 })).toBe(
      'every 3 months on the last Friday',
    )
  })

  it('say when it goes out, and what the button does', () => {
    expect(whenWords({ kind: 'AT', at: '2026-11-27T09:00' })).toBe('27 November at 09:00')
    expect(whenWords({ kind: 'WHEREVER', day: '2026-11-27', time: '09:00:00' })).toBe(
      '27 November at 09:00 wherever they are',
    )
    expect(sendWords({ kind: 'WHEREVER', day: '2026-11-27', time: '09:00' }, FORECAST)).toBe(
      'Send to 409 people on 27 November',
    )
    expect(sendWords({ kind: 'NOW' }, null)).toBe('Send')
  })
})
