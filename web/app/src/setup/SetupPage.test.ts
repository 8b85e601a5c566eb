import { screen } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import type { BusinessSettings, BusinessView } from '../api/types'
import { useBusiness } from '../business/useBusiness'
import { AWAY, FakeServer, Says } from '../testing/fakeServer'
import { useTags } from '../people/useTags'
import { setOwnFillIns } from '../email/fillIns'
import { show } from '../testing/show'
import SetupPage from './SetupPage.vue'

const SMTP = {
  host: 'smtp.mail.example',
  port: 587,
  security: 'STARTTLS',
  user: 'quire',
  passwordKnown: true,
}
const PAGE = { heading: '', text: '' }
const BUSINESS = {
  version: 3,
  choices: {
    zones: ['Europe/Dublin', 'Asia/Tokyo'],
    fields: [],
    drawings: [],
    mostColours: 8,
    mostFileOctets: 1,
  },
  smtp: SMTP,
  settings: {
    name: 'Quire & Thread',
    postalAddress: '4 Gable Yard',
    senderName: 'Quire & Thread',
    senderEmail: 'hello@quireandthread.example',
    replyTo: '',
    zone: 'Europe/Dublin',
    palette: ['#16423C'],
    logo: '',
    whenUnknown: { first_name: 'there', offer_name: 'what you asked for' },
    fields: [{ key: 'paper', label: 'Paper size', type: 'TEXT', options: [] }],
    checks: { human: 'WHEN_SUSPICIOUS', throwAway: 'NOTE', verifies: false, dotless: [] },
    sending: {
      connections: 2,
      perSecond: 0,
      perDomainPerMinute: 0,
      spacingHours: 0,
      countOpens: true,
      followLinks: true,
      tagLinks: false,
    },
    pages: {
      leave: PAGE,
      left: PAGE,
      confirmExpired: PAGE,
      passExpired: PAGE,
      freshLink: PAGE,
      colours: { paper: '#FBF8F1', ink: '#1C2A26', button: '#16423C' },
    },
  },
} as unknown as BusinessView

async function open(view: unknown = BUSINESS) {
  const server = new FakeServer({
    'GET /business': view,
    'PUT /business': { version: 4 },
    'GET /tags': [],
    'GET /keys': [],
    'GET /notices/readers': [],
    'GET /mail/signing': { records: [] },
    'GET /mail/bounces': { address: '', folder: '', key: '' },
  })
  const shown = await show(SetupPage, { at: '/setup' })
  await useBusiness()
    .load()
    .catch(() => {})
  const saves = () => server.bodies('PUT /business') as { version: number; settings: BusinessSettings }[]
  return { server, saves, ...shown }
}

describe('Setup', () => {
  it('saves what is typed, with the version it was made from', async () => {
    const { user, saves } = await open()
    const name = await screen.findByLabelText('Name')
    await user.type(name, ' Ltd')
    await expect.poll(saves).toHaveLength(1)
    expect(saves()[0]).toMatchObject({ version: 3, settings: { name: 'Quire & Thread Ltd' } })
    expect(await screen.findByText(/^Saved \d\d:\d\d$/)).toBeTruthy()
  })

  it('has words for everything that may be unknown, own fields included', async () => {
    setOwnFillIns([{ name: 'paper', label: 'Paper size' }])
    const { user, saves } = await open()
    const offer = await screen.findByLabelText('Instead of “Name of the offer”, emails say')
    expect((offer as HTMLInputElement).value).toBe('what you asked for')
    await user.type(await screen.findByLabelText('Instead of “Paper size”, emails say'), 'your paper')
    await expect.poll(saves).toHaveLength(1)
    expect(saves()[0]!.settings.whenUnknown).toEqual({
      first_name: 'there',
      offer_name: 'what you asked for',
      paper: 'your paper',
    })
    setOwnFillIns([])
  })

  it('tells a problem beside its field and keeps what was typed', async () => {
    const { user, server } = await open()
    server.on(
      'PUT /business',
      new Says(422, {
        detail: 'No.',
        problems: [{ field: 'senderEmail', code: 'no_at', message: 'An address has an @.' }],
      }),
    )
    const sender = await screen.findByLabelText("Sender's address")
    await user.clear(sender)
    await user.type(sender, 'hello')
    expect(await screen.findAllByText('An address has an @.')).toHaveLength(2)
    expect((sender as HTMLInputElement).value).toBe('hello')
  })

  it('says why it shows nothing, and waits no longer', async () => {
    await open(() => AWAY)
    expect(await screen.findByText(/Jeton cannot be reached/)).toBeTruthy()
    expect(screen.queryByLabelText('Loading')).toBeNull()
  })

  it('changes the mail server without asking for the password again', async () => {
    const { user, server } = await open()
    server.on('PUT /business/smtp', null)
    expect(await screen.findByText('smtp.mail.example, port 587, as quire')).toBeTruthy()
    await user.click(screen.getByRole('button', { name: 'Change' }))
    const host = screen.getByLabelText('Server')
    await user.clear(host)
    await user.type(host, 'mx.mail.example')
    await user.click(screen.getByRole('button', { name: 'Save the mail server' }))
    await expect
      .poll(() => server.bodies('PUT /business/smtp'))
      .toEqual([{ host: 'mx.mail.example', port: 587, security: 'STARTTLS', user: 'quire', password: '' }])
  })

  it('sends a test, and says what the mail server said', async () => {
    const { user, server } = await open()
    server.on('POST /mail/test', { sent: false, said: '535 wrong password' })
    await user.type(await screen.findByLabelText('Send a test to'), 'owner@quireandthread.example')
    await user.click(screen.getByRole('button', { name: 'Send a test' }))
    const said = await screen.findByText('535 wrong password')
    expect(said.className).toContain('grave')
    server
      .on('POST /mail/test', { sent: true, said: '250 taken' })
      .on('PUT /beginning/MAIL_TRIED', { lines: [] })
    await user.click(screen.getByRole('button', { name: 'Send a test' }))
    await expect.poll(() => server.bodies('PUT /beginning/MAIL_TRIED')).toHaveLength(1)
  })

  it('gives a tag another name, says what is wrong with one, and takes it back', async () => {
    const { server, user, notice } = await open()
    const tag = (name: string) => [{ name, people: 3 }]
    server.on('GET /tags', tag('starter'))
    await useTags().load()
    await user.click(await screen.findByRole('button', { name: 'Rename the tag starter' }))
    const field = screen.getByLabelText('Another name for starter')
    server.on('PUT /tags', new Says(422, { detail: 'There is a tag of that name already.' }))
    await user.clear(field)
    await user.type(field, 'beginner')
    await user.click(screen.getByRole('button', { name: 'Rename' }))
    expect(await screen.findByText('There is a tag of that name already.')).toBeTruthy()
    server.on('PUT /tags', ({ to }: { to: string }) => tag(to))
    await user.click(screen.getByRole('button', { name: 'Rename' }))
    expect(await screen.findByText('beginner')).toBeTruthy()
    await notice.takeBack()
    expect(server.bodies('PUT /tags').at(-1)).toEqual({ from: 'beginner', to: 'starter' })
    expect(await screen.findByText('starter')).toBeTruthy()
  })
})
