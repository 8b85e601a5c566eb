import { screen } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import { AWAY, FakeServer, Says } from '../testing/fakeServer'
import { show } from '../testing/show'
import SignInPage from './SignInPage.vue'

async function signIn(answer: unknown, at = '/sign-in?then=/people/3') {
  const server = new FakeServer({ 'POST /session': answer })
  const shown = await show(SignInPage, { at })
  await shown.user.type(screen.getByLabelText('Email'), 'owner@quireandthread.example')
  await shown.user.type(screen.getByLabelText('Password'), 'marbled paper{Enter}')
  return { server, ...shown }
}

describe('Signing in', () => {
  it('leads back to where the owner was', async () => {
    const { router, server } = await signIn({ email: 'owner@quireandthread.example' })
    await expect.poll(() => router.currentRoute.value.fullPath).toBe('/people/3')
    expect(server.bodies('POST /session')).toEqual([
      { email: 'owner@quireandthread.example', password: 'marbled paper' },
    ])
  })

  it('leads to Today otherwise', async () => {
    const { router } = await signIn({ email: 'owner@quireandthread.example' }, '/sign-in')
    await expect.poll(() => router.currentRoute.value.fullPath).toBe('/today')
  })

  it('says what was wrong, keeps the address and clears the password', async () => {
    const { router } = await signIn(
      new Says(401, { detail: 'That address and password do not go together.' }),
    )
    expect(await screen.findByText('That address and password do not go together.')).toBeTruthy()
    expect((screen.getByLabelText('Email') as HTMLInputElement).value).toBe('owner@quireandthread.example')
    expect((screen.getByLabelText('Password') as HTMLInputElement).value).toBe('')
    expect(router.currentRoute.value.path).toBe('/sign-in')
  })

  it('says so when nobody answers', async () => {
    await signIn(() => AWAY)
    expect(await screen.findByText(/cannot be reached/)).toBeTruthy()
  })
})
