import { screen } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import { AWAY, FakeServer, Says } from '../testing/fakeServer'
import { show } from '../testing/show'
import ForgottenPage from './ForgottenPage.vue'
import ResetPage from './ResetPage.vue'

describe('A forgotten password', () => {
  async function ask(answer: unknown) {
    const server = new FakeServer({ 'POST /session/forgotten': answer })
    const shown = await show(ForgottenPage)
    await shown.user.type(screen.getByLabelText('Email'), 'owner@quireandthread.example{Enter}')
    return { server, ...shown }
  }

  it('is asked about without a word on whether anybody works here with that address', async () => {
    const { server } = await ask({})
    expect((await screen.findByRole('status')).textContent).toMatch(/^\s*If somebody works here/)
    expect(server.bodies('POST /session/forgotten')).toEqual([{ email: 'owner@quireandthread.example' }])
  })

  it('keeps the address when nobody answers', async () => {
    await ask(() => AWAY)
    expect(await screen.findByText(/cannot be reached/)).toBeTruthy()
    expect((screen.getByLabelText('Email') as HTMLInputElement).value).toBe('owner@quireandthread.example')
  })
})

describe('A new password', () => {
  async function set(answer: unknown) {
    const server = new FakeServer({ 'POST /session/reset': answer })
    const shown = await show(ResetPage, { at: '/reset/abc' })
    await shown.user.type(screen.getByLabelText(/ten characters/), 'waxed linen thread{Enter}')
    return { server, ...shown }
  }

  it('leads to signing in with it', async () => {
    const { server, router } = await set({})
    await expect.poll(() => router.currentRoute.value.fullPath).toBe('/sign-in?changed=1')
    expect(server.bodies('POST /session/reset')).toEqual([{ token: 'abc', password: 'waxed linen thread' }])
  })

  it('says at the field what is wrong with it', async () => {
    await set(
      new Says(422, {
        problems: [{ field: 'password', code: 'too_short', message: 'Ten characters or more.' }],
      }),
    )
    expect(await screen.findByText('Ten characters or more.')).toBeTruthy()
    expect(screen.queryByRole('link', { name: 'Ask for a new link' })).toBeNull()
  })

  it('leads to a new link when this one is used up', async () => {
    await set(
      new Says(422, { problems: [{ field: 'token', code: 'expired', message: 'That link is used up.' }] }),
    )
    expect(await screen.findByText('That link is used up.')).toBeTruthy()
    expect(screen.getByRole('link', { name: 'Ask for a new link' }).getAttribute('href')).toBe('/forgotten')
  })
})
