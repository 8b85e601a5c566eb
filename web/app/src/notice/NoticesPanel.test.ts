import { screen, within } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import type { NoticeReader } from '../api/types'
import { AWAY, FakeServer, Says } from '../testing/fakeServer'
import { show } from '../testing/show'
import NoticesPanel from './NoticesPanel.vue'

const OWNER: NoticeReader = {
  id: 1,
  email: 'owner@quireandthread.example',
  owner: true,
  mine: true,
  state: 'TOLD',
  version: 1,
  settings: {
    usual: { SIGN_UP: 'DAILY', TROUBLE: 'AT_ONCE' },
    offers: [{ offerId: 7, paces: { PRIZE: 'AT_ONCE' } }],
    emails: [],
    at: '08:00:00',
    day: 'MONDAY',
    people: true,
  },
}
const FURTHER: NoticeReader = {
  ...OWNER,
  id: 2,
  email: 'shop@quireandthread.example',
  owner: false,
  mine: false,
  state: 'ASKED',
  settings: { ...OWNER.settings, people: false, offers: [] },
}

const server = (all = [OWNER, FURTHER]) =>
  new FakeServer({
    'GET /notices/readers': all,
    'GET /notices/readers/1': OWNER,
    'GET /notices/readers/2': FURTHER,
    'PUT /notices/readers/1': ({ version, settings }: NoticeReader) => ({
      ...OWNER,
      version: version + 1,
      settings,
    }),
    'GET /tags': [],
    'GET /lists': [],
    'GET /segments': [],
    'GET /emails/choices': {
      offers: [
        { key: '7', name: 'Spin for a sheet' },
        { key: '8', name: 'First-notebook plan' },
      ],
      emails: [{ key: 'e3', name: 'Did it hold?' }],
      forms: [],
      answers: [],
      outcomes: [],
    },
  })

async function choose(user: { click(e: Element): Promise<void> }, label: string, item: string) {
  await user.click(screen.getByLabelText(label, { selector: 'input' }))
  await user.click(await within(await screen.findByRole('listbox')).findByText(item))
}

describe('What you are told', () => {
  it('shows what the owner is told, and saves what is chosen', async () => {
    const asked = server()
    const { user } = await show(NoticesPanel)
    expect(await screen.findByText('A sign-up')).toBeTruthy()
    expect(screen.queryByRole('switch', { name: /Names, addresses/ })).toBeNull()
    await choose(user, 'A sign-up', 'At once')
    await expect
      .poll(() => asked.bodies('PUT /notices/readers/1').at(-1), { timeout: 4000 })
      .toMatchObject({ version: 1, settings: { usual: { SIGN_UP: 'AT_ONCE', TROUBLE: 'AT_ONCE' } } })
  })

  it('has exceptions for single offers, a line for each', async () => {
    const asked = server()
    const { user } = await show(NoticesPanel)
    const add = await screen.findByRole<HTMLButtonElement>('button', { name: 'Add an exception' })
    // It needs to know which offers there are.
    await expect.poll(() => add.disabled).toBe(false)
    await user.click(add)
    expect(await screen.findAllByRole('button', { name: 'Remove this line' })).toHaveLength(2)
    await user.click(screen.getAllByRole('button', { name: 'Remove this line' })[0]!)
    await expect
      .poll(
        () =>
          (asked.bodies('PUT /notices/readers/1').at(-1) as { settings: NoticeReader['settings'] })?.settings
            .offers[0]!.paces,
        { timeout: 4000 },
      )
      .toEqual({ SIGN_UP: 'AT_ONCE' })
  })

  it('asks a further address, says that it has not answered, asks again and removes it', async () => {
    const asked = server([OWNER])
    asked.on('POST /notices/readers', [OWNER, FURTHER])
    asked.on('POST /notices/readers/2/ask', {})
    asked.on('DELETE /notices/readers/2', [OWNER])
    const { user, notice } = await show(NoticesPanel)
    await user.click(await screen.findByRole('button', { name: 'Add an address' }))
    await user.type(screen.getByLabelText('A further address'), FURTHER.email)
    await user.click(screen.getByRole('button', { name: 'Ask it' }))
    expect(await screen.findByText(/has not answered yet/)).toBeTruthy()
    expect(notice.words).toContain('We have asked shop@quireandthread.example')
    expect(await screen.findByLabelText(/Names, addresses and what people wrote/)).toBeTruthy()
    await user.click(screen.getByRole('button', { name: 'Ask again' }))
    await expect.poll(() => notice.words).toContain('once more')
    await user.click(screen.getByRole('button', { name: 'Remove' }))
    await user.click(await screen.findByRole('button', { name: 'Remove it' }))
    await expect.poll(() => screen.queryByText(/has not answered yet/)).toBeNull()
  })

  it('says beside it what is wrong with an address', async () => {
    const asked = server()
    asked.on(
      'POST /notices/readers',
      new Says(422, {
        detail: 'One thing to put right.',
        problems: [{ field: 'email', code: 'taken', message: 'This address stands here already.' }],
      }),
    )
    const { user } = await show(NoticesPanel)
    await user.click(await screen.findByRole('button', { name: 'Add an address' }))
    await user.type(screen.getByLabelText('A further address'), OWNER.email)
    await user.click(screen.getByRole('button', { name: 'Ask it' }))
    expect(await screen.findByText('This address stands here already.')).toBeTruthy()
  })

  it('shows a digest as it would be, and sends it', async () => {
    const asked = server()
    asked.on('GET /notices/readers/1/digest', { subject: '12 sign-ups', html: '<h2>Since</h2>' })
    asked.on('POST /notices/readers/1/digest', {})
    const { user, notice } = await show(NoticesPanel)
    await user.click(await screen.findByRole('button', { name: 'Preview today’s' }))
    expect(await screen.findByText('12 sign-ups')).toBeTruthy()
    await user.click(screen.getByRole('button', { name: /Send it to owner/ }))
    await expect.poll(() => notice.words).toContain('on its way to owner@quireandthread.example')
  })

  it('asks which emails, once their opening is told', async () => {
    server()
    const { user } = await show(NoticesPanel)
    await screen.findByText('A sign-up')
    await choose(user, 'A chosen email is opened', 'Once a week')
    expect(await screen.findByLabelText('The opening of which emails?')).toBeTruthy()
    expect(await screen.findByLabelText('The weekly one on')).toBeTruthy()
  })

  it('says so when the server is away, and goes on when asked to try again', async () => {
    const asked = server().on('GET /notices/readers', () => AWAY)
    const { user } = await show(NoticesPanel)
    expect((await screen.findByRole('alert')).textContent).toContain('cannot be reached')
    asked.on('GET /notices/readers', [OWNER])
    await user.click(screen.getByRole('button', { name: 'Try again' }))
    expect(await screen.findByText('A sign-up')).toBeTruthy()
  })
})
