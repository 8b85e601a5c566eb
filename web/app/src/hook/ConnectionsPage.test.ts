import { screen, within } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import type { Hook, HookLine } from '../api/types'
import { FakeServer, Says } from '../testing/fakeServer'
import { show } from '../testing/show'
import ConnectionsPage from './ConnectionsPage.vue'

const HOOK: Hook = {
  id: 3,
  name: 'Workshop ledger',
  url: 'https://ledger.example/told',
  kinds: ['SIGNED_UP', 'CODE_USED'],
  offers: [],
  secret: 'whsec_c2FtcGxl',
  state: 'ON',
  version: 1,
  standing: { waiting: 0, failing: 0 },
}
const LINE: HookLine = {
  id: 9,
  messageId: 'msg_abc',
  kind: 'SIGNED_UP',
  personId: 7,
  at: '2026-11-26T10:00:00Z',
  state: 'WAITING',
  failures: 2,
  status: 500,
  dueAt: '2026-11-26T10:05:00Z',
}
const NOTHING = {
  campaigns: [],
  emails: [],
  forms: [],
  offers: [{ key: '4', name: 'First-notebook plan' }],
  outcomes: [],
  pieces: [],
  prizes: [],
  sites: [],
}

function serve(...hooks: Hook[]) {
  return new FakeServer({
    'GET /hooks': hooks,
    'GET /emails/choices': NOTHING,
    'GET /segments': [],
    'GET /lists': [],
    'GET /tags': [],
  })
}

describe('Connections', () => {
  it('begins with what they are for, and tells what is wrong where it was typed', async () => {
    const server = serve()
    server.on(
      'POST /hooks',
      new Says(422, {
        detail: 'Not saved.',
        problems: [
          { field: 'url', code: 'private_network', message: 'This address leads into a private network.' },
        ],
      }),
    )
    const { user } = await show(ConnectionsPage, { at: '/setup/connections' })
    await user.click(await screen.findByRole('button', { name: 'Tell another program' }))
    await user.type(screen.getByLabelText('Who is told'), 'Ledger')
    await user.type(screen.getByLabelText('Its address'), 'https://10.0.0.1/')
    await user.click(screen.getByLabelText('Leaves'))
    await user.click(screen.getByRole('button', { name: 'Tell it from now on' }))
    expect(await screen.findByText('This address leads into a private network.')).toBeTruthy()
    expect(server.bodies('POST /hooks')).toEqual([
      { name: 'Ledger', url: 'https://10.0.0.1/', kinds: ['SIGNED_UP', 'CONFIRMED', 'LEFT'], offers: [] },
    ])
  })

  it('shows how each fares, and pauses and tests it', async () => {
    const server = serve({
      ...HOOK,
      failingSince: '2026-11-26T09:00:00Z',
      nextTryAt: '2026-11-26T10:05:00Z',
      standing: { waiting: 12, failing: 2 },
    })
    server.on('POST /hooks/3/test', {})
    server.on('DELETE /hooks/3/on', { ...HOOK, state: 'PAUSED' })
    const { user, notice } = await show(ConnectionsPage, { at: '/setup/connections' })
    const card = within(await screen.findByRole('region', { name: 'Workshop ledger' }))
    expect(card.getByText('12 wait, 2 of them tried in vain.')).toBeTruthy()
    expect(card.getByText(/Nothing was taken since/)).toBeTruthy()
    expect(card.getByText('Told: signed up, used a code')).toBeTruthy()
    await user.click(card.getByRole('button', { name: 'Send a test' }))
    await expect.poll(() => notice.words).toContain('on its way')
    await user.click(card.getByRole('button', { name: 'Pause' }))
    await expect.poll(() => server.bodies('DELETE /hooks/3/on').length).toBe(1)
  })

  it('has a log of what was sent and answered, and tries again', async () => {
    const server = serve(HOOK)
    server.on('GET /hooks/3/messages?failing=false', [LINE])
    server.on('GET /hooks/3/messages/9', {
      line: LINE,
      body: '{"type":"person.signed_up"}',
      answer: 'Not now.',
    })
    server.on('POST /hooks/3/messages/9/again', {})
    const { user } = await show(ConnectionsPage, { at: '/setup/connections' })
    await user.click(await screen.findByRole('button', { name: 'Log' }))
    await user.click(await screen.findByRole('button', { name: /answered 500, tried 2 times/ }))
    expect((await screen.findByLabelText('What was sent')).textContent).toContain('person.signed_up')
    expect(screen.getByLabelText('What was answered').textContent).toBe('Not now.')
    expect(screen.getByRole('link', { name: 'the person' }).getAttribute('href')).toBe('/people/7')
    await user.click(screen.getByRole('button', { name: 'Try it now' }))
    await expect.poll(() => server.bodies('POST /hooks/3/messages/9/again').length).toBe(1)
  })

  it('asks before it removes one, and before it signs with another secret', async () => {
    const server = serve(HOOK)
    server.on('DELETE /hooks/3', {})
    const { user } = await show(ConnectionsPage, { at: '/setup/connections' })
    await user.click(await screen.findByRole('button', { name: 'Secret' }))
    expect(screen.getByText('whsec_c2FtcGxl')).toBeTruthy()
    await user.click(screen.getByRole('button', { name: 'Make another' }))
    await user.click(await screen.findByRole('button', { name: 'Keep it' }))
    await user.click(screen.getByRole('button', { name: 'Remove' }))
    await user.click(await screen.findByRole('button', { name: 'Remove it' }))
    await expect.poll(() => server.bodies('DELETE /hooks/3').length).toBe(1)
  })
})
