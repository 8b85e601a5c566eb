import { screen, within } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import type { EngineLine } from '../api/types'
import { AWAY, FakeServer, Says } from '../testing/fakeServer'
import { show } from '../testing/show'
import EngineBoard from './EngineBoard.vue'

const line = (id: number, over: Partial<EngineLine> = {}): EngineLine => ({
  id,
  kind: 'FOLLOW_UP',
  pile: 'TROUBLED',
  personId: id,
  to: `p${id}@mail.example`,
  offer: 'First-notebook plan',
  dueAt: '2026-11-20T10:00:00Z',
  failures: 2,
  said: '451 try again later',
  tryAt: '2026-11-20T12:00:00Z',
  ...over,
})

const pile = (name: string, lines: EngineLine[]) => ({
  pile: name,
  lines,
  counts: { WAITING: 0, TROUBLED: lines.length },
})

function board() {
  return new FakeServer({
    'GET /mail/outbox?pile=WAITING': pile('WAITING', []),
    'GET /mail/outbox?pile=TROUBLED': pile('TROUBLED', [line(1), line(2, { kind: 'DELIVERY', failures: 1 })]),
    'GET /mail/outbox?pile=FAILED': pile('FAILED', [line(3, { pile: 'FAILED', said: '550 no such user' })]),
    'POST /mail/outbox/retry': { emails: 1 },
    'POST /mail/outbox/retry-all': { emails: 2 },
    'POST /mail/outbox/give-up-all': { emails: 1 },
  })
}

async function open(name: RegExp) {
  const shown = await show(EngineBoard)
  await shown.user.click(await screen.findByRole('button', { name }))
  await screen.findByRole('table')
  return shown
}

describe('The mail engine', () => {
  it('says what it means that a pile is empty', async () => {
    board()
    await show(EngineBoard)
    expect(await screen.findByText('Nothing waits to be sent.')).toBeTruthy()
    expect(screen.queryByRole('button', { name: /Try all/ })).toBeNull()
  })

  it('shows of each email in trouble to whom, what the mail server said, and when it is tried next', async () => {
    board()
    await open(/Tried again/)
    const rows = screen.getAllByRole('row').slice(1)
    expect(rows).toHaveLength(2)
    expect(within(rows[0]!).getByRole('link', { name: 'p1@mail.example' }).getAttribute('href')).toBe(
      '/people/1',
    )
    expect(rows[0]!.textContent).toContain('sequence email, First-notebook plan')
    expect(rows[0]!.textContent).toContain('451 try again later')
    expect(rows[0]!.textContent).toContain('2 tries so far')
    expect(rows[1]!.textContent).toContain('1 try so far')
  })

  it('tries all, or those that were ticked', async () => {
    const server = board()
    const { user } = await open(/Tried again/)
    await user.click(screen.getByRole('button', { name: 'Try all now' }))
    expect((await screen.findByRole('status')).textContent).toBe('2 emails tried again now.')
    await user.click(screen.getByRole('checkbox', { name: 'The delivery to p2@mail.example' }))
    await user.click(screen.getByRole('button', { name: 'Try 1 email now' }))
    await expect.poll(() => server.bodies('POST /mail/outbox/retry')).toEqual([{ ids: [2] }])
    expect(server.bodies('POST /mail/outbox/retry-all')).toHaveLength(1)
  })

  it('asks before it gives up all, and gives up only then', async () => {
    const server = board()
    const { user } = await open(/Tried again/)
    await user.click(screen.getByRole('button', { name: 'Give up all of these' }))
    const dialog = await screen.findByRole('dialog')
    expect(dialog.textContent).toContain('2 emails would never be sent')
    await user.click(within(dialog).getByRole('button', { name: 'Keep trying' }))
    expect(server.bodies('POST /mail/outbox/give-up-all')).toEqual([])
    await user.click(screen.getByRole('button', { name: 'Give up all of these' }))
    await user.click(within(await screen.findByRole('dialog')).getByRole('button', { name: 'Give them up' }))
    expect((await screen.findByRole('status')).textContent).toBe(
      '1 email given up. People stay where they are.',
    )
    expect(server.bodies('POST /mail/outbox/give-up-all')).toHaveLength(1)
  })

  it('says so when what failed cannot be tried again', async () => {
    board().on('POST /mail/outbox/retry-all', { emails: 0 })
    const { user } = await open(/Failed/)
    expect(screen.queryByRole('button', { name: /Give up/ })).toBeNull()
    await user.click(screen.getByRole('button', { name: 'Try all now' }))
    expect((await screen.findByRole('status')).textContent).toContain('their addresses were refused')
  })

  it('tells of an action that did not reach the server, and keeps what was ticked', async () => {
    const server = board()
    const { user, notice } = await open(/Tried again/)
    await user.click(screen.getByRole('checkbox', { name: 'The delivery to p2@mail.example' }))
    server.on('POST /mail/outbox/retry', () => AWAY)
    await user.click(screen.getByRole('button', { name: 'Try 1 email now' }))
    await expect.poll(() => notice.words).toContain('Whether that was done is not known')
    expect(screen.getByRole('button', { name: 'Try 1 email now' })).toBeTruthy()
  })

  it('says that it has stopped, and why, and goes on when told to', async () => {
    const halt = { at: '2026-11-20T11:00:00Z', reason: '550 relay not permitted', refusals: 20 }
    const server = board().on('GET /mail/outbox?pile=WAITING', {
      ...pile('WAITING', [line(4, { pile: 'WAITING', failures: 0 })]),
      halt,
    })
    server.on('POST /mail/go-on', {})
    const { user } = await show(EngineBoard)
    expect((await screen.findByTestId('halt')).textContent).toContain('20 emails in a row')
    expect(screen.getAllByRole('row')[1]!.textContent).toContain('when sending goes on')
    server.on('GET /mail/outbox?pile=WAITING', pile('WAITING', []))
    await user.click(screen.getByRole('button', { name: 'Send again' }))
    await expect.poll(() => screen.queryByTestId('halt')).toBeNull()
  })

  it('makes people reachable again since a moment, counts them first, and undoes it', async () => {
    const server = board()
    server.on('POST /unreachable/reachable-again', { people: 7, at: '2026-11-20T12:00:00Z' })
    server.on('POST /unreachable/undo', {})
    server.on('GET /unreachable', { people: 7 })
    const { user } = await open(/Failed/)
    await user.click(await screen.findByRole('button', { name: 'Reachable again…' }))
    await user.click(await screen.findByRole('button', { name: 'Make 7 people reachable' }))
    expect(await screen.findByText(/7 people can be reached again/)).toBeTruthy()
    await user.click(screen.getByRole('button', { name: 'Undo' }))
    expect(await screen.findByText('Undone: they are unreachable as before.')).toBeTruthy()
    expect(server.bodies('POST /unreachable/undo')).toEqual([{ at: '2026-11-20T12:00:00Z' }])
  })

  it('says why nothing is shown', async () => {
    board().on('GET /mail/outbox?pile=WAITING', new Says(503, { detail: 'The database is away.' }))
    await show(EngineBoard)
    expect(await screen.findByText('The database is away.')).toBeTruthy()
  })
})
