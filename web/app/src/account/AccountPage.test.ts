import { screen, within } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import type { AccountView as Account } from '../api/types'
import { FakeServer, Says } from '../testing/fakeServer'
import { show } from '../testing/show'
import AccountPage from './AccountPage.vue'

const AT = '2026-11-25T14:00:00Z'
const LINUX = 'Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 Chrome/140.0.0.0 Safari/537.36'
const HERE = { key: 'here', agent: LINUX, network: '192.0.2.0/24', since: AT, lastSeenAt: AT, current: true }
const ELSEWHERE = { ...HERE, key: 'there', agent: 'odd', network: '198.51.100.0/24', current: false }
const ACCOUNT = {
  email: 'owner@quireandthread.example',
  sessions: [HERE, ELSEWHERE],
  attempts: [{ at: AT, network: '203.0.113.0/24', agent: '', succeeded: false }],
} as unknown as Account

function serve() {
  return new FakeServer({ 'GET /account': ACCOUNT })
}

describe('Your account', () => {
  it('shows where one is signed in, and who tried', async () => {
    serve()
    await show(AccountPage)
    const sessions = within(await screen.findByRole('region', { name: 'Signed in' })).getAllByRole('listitem')
    expect(sessions[0]!.textContent).toContain('Chrome on Linux')
    expect(within(sessions[0]!).queryByRole('button')).toBeNull()
    const attempts = screen.getByRole('region', { name: 'Who tried to sign in' })
    expect(attempts.textContent).toContain('kept out')
    expect(attempts.textContent).toContain('203.0.113.0/24')
  })

  it('signs one browser out, and all others', async () => {
    const server = serve()
    server.on('DELETE /account/sessions/there', { ...ACCOUNT, sessions: [HERE] })
    const { user } = await show(AccountPage)
    expect(await screen.findByRole('button', { name: 'Sign out elsewhere' })).toBeTruthy()
    await user.click(screen.getByRole('button', { name: 'Sign out' }))
    await expect.poll(() => screen.queryByRole('button', { name: /Sign out/ })).toBeNull()
  })

  it('changes the password, and says at the field what is wrong', async () => {
    const server = serve()
    const problem = { field: 'present', code: 'wrong', message: 'That is not your password.' }
    server.on('PUT /account/password', new Says(422, { problems: [problem] }))
    const { user } = await show(AccountPage)
    await user.type(await screen.findByLabelText('Your password now'), 'wrong one')
    await user.type(screen.getByLabelText(/A new one/), 'waxed linen thread{Enter}')
    expect(await screen.findByText('That is not your password.')).toBeTruthy()
    server.on('PUT /account/password', {})
    await user.click(screen.getByRole('button', { name: 'Change my password' }))
    expect((await screen.findByRole('status')).textContent).toContain('Everywhere else you were signed out')
    expect((screen.getByLabelText(/A new one/) as HTMLInputElement).value).toBe('')
  })
})
