import { screen } from '@testing-library/vue'
import { describe, expect, it, vi } from 'vitest'
import App from './App.vue'
import { api } from './api/client'
import { AWAY, FakeServer, Says } from './testing/fakeServer'
import { onePage } from './testing/samples'
import { show } from './testing/show'

// A page whose script comes when a test lets it.
const late = vi.hoisted(() => {
  let come = () => {}
  const script = new Promise<void>((done) => (come = done))
  return { script, come: () => come() }
})
vi.mock('./account/ForgottenPage.vue', async (original) => {
  await late.script
  return original()
})

const BUSINESS = {
  version: 1,
  choices: { zones: [], fields: [], drawings: [], mostColours: 8, mostFileOctets: 1 },
  settings: { name: 'Quire & Thread', zone: 'Europe/Dublin', palette: [], whenUnknown: {}, fields: [] },
}

const TODAY = {
  firstHour: { lines: [] },
  now: '2026-11-25T14:00:00Z',
  news: [],
  offers: [],
  offersInAll: 0,
  findings: [],
  findingsInAll: 0,
  outbox: { troubled: 0, waiting: 0 },
  setAside: { total: 0, newest: [] },
  amiss: [],
  waitingToConfirm: 0,
}

const server = () =>
  new FakeServer({
    'GET /session': { email: 'owner@quireandthread.example' },
    'GET /demo/clock': new Says(404),
    'GET /business': BUSINESS,
    'DELETE /session': {},
    'GET /today': TODAY,
  })

describe('The application', () => {
  it('shows its screens and who is signed in', async () => {
    server()
    await show(App)
    expect(
      await screen.findByRole('button', { name: 'Signed in as owner@quireandthread.example' }),
    ).toBeTruthy()
    await expect
      .poll(() => screen.queryByRole('button', { name: /Signed in/ })?.textContent?.trim())
      .toBe('QT')
    expect(screen.getByRole('navigation', { name: 'Main' }).textContent).toContain('People')
    expect(screen.queryByText('Demo')).toBeNull()
  })

  it('says so when it cannot start, and starts when told to try again', async () => {
    const asked = server().on('GET /session', () => AWAY)
    const { user } = await show(App)
    expect((await screen.findByRole('alert')).textContent).toContain(
      'Jeton cannot be reached. Nothing is lost',
    )
    asked.on('GET /session', { email: 'owner@quireandthread.example' })
    await user.click(screen.getByRole('button', { name: 'Try again' }))
    expect(await screen.findByRole('navigation', { name: 'Main' })).toBeTruthy()
    expect(screen.queryByRole('alert')).toBeNull()
  })

  it('says so when the database is away right after signing in', async () => {
    const asked = server().on('GET /business', new Says(503, { detail: 'The database is away.' }))
    const { user } = await show(App)
    expect((await screen.findByRole('alert')).textContent).toContain('The database is away.')
    asked.on('GET /business', BUSINESS)
    await user.click(screen.getByRole('button', { name: 'Try again' }))
    await expect.poll(() => screen.queryByRole('alert')).toBeNull()
  })

  it('leads to the sign-in when nobody is signed in, and back from there', async () => {
    server().on('GET /session', {})
    const { router } = await show(App)
    await expect.poll(() => router.currentRoute.value.fullPath).toBe('/sign-in?then=/today')
  })

  it('stays at a page open to anybody whose script comes after the news that nobody is signed in', async () => {
    const asked = server().on('GET /session', {})
    const { router } = await show(App, { at: '/forgotten', early: true })
    await expect.poll(() => asked.bodies('GET /demo/clock')).toHaveLength(1)
    await new Promise((settled) => setTimeout(settled))
    late.come()
    expect(await screen.findByLabelText('Email')).toBeTruthy()
    expect(router.currentRoute.value.path).toBe('/forgotten')
  })

  it('signs out', async () => {
    const asked = server()
    const { user, router } = await show(App)
    await user.click(await screen.findByRole('button', { name: /Signed in/ }))
    asked.on('GET /session', {})
    await user.click(await screen.findByText('Sign out'))
    await expect.poll(() => router.currentRoute.value.path).toBe('/sign-in')
    expect(screen.queryByRole('navigation', { name: 'Main' })).toBeNull()
  })

  it('stays where it is when the session ends, and signs in over the screen', async () => {
    const asked = server().on('GET /people', new Says(401)).on('GET /offers', onePage())
    const { user, router } = await show(App, { at: '/offers' })
    await screen.findByRole('navigation', { name: 'Main' })
    const ended = api.get('/people').catch((fault: Error) => fault)
    await ended
    expect(await screen.findByRole('heading', { name: 'Sign in again' })).toBeTruthy()
    expect(router.currentRoute.value.path).toBe('/offers')
    asked.on('POST /session', { email: 'owner@quireandthread.example' })
    await user.type(screen.getByLabelText('Password'), 'waxed linen thread{Enter}')
    await expect.poll(() => screen.queryByRole('heading', { name: 'Sign in again' })).toBeNull()
    expect(router.currentRoute.value.path).toBe('/offers')
  })

  it('tells of an action that failed where no form says so, until it is read', async () => {
    const asked = server()
    const { user, notice } = await show(App)
    await screen.findByRole('navigation', { name: 'Main' })
    asked.on('PUT /anything', new Says(500, { detail: 'Something went wrong (500). Nothing was changed.' }))
    await api.put('/anything', {}).catch(notice.tell)
    expect((await screen.findByText(/Something went wrong/)).textContent).toContain('Nothing was changed.')
    await user.click(screen.getByRole('button', { name: 'Close' }))
    expect(notice.words).toBe('')
  })

  it('tells of what was done at once, and takes it back', async () => {
    server()
    const { user, notice } = await show(App)
    await screen.findByRole('navigation', { name: 'Main' })
    const undone: string[] = []
    notice.did('The sequence is paused.', async () => undone.push('goes on'))
    expect((await screen.findByText('The sequence is paused.')).closest('[role=status]')).toBeTruthy()
    await user.click(screen.getByRole('button', { name: /^Undo: / }))
    expect(undone).toEqual(['goes on'])
    expect(notice.words).toBe('')
  })

  it('opens the finder and the keys by keyboard', async () => {
    server().on('GET /offers/names', []).on('GET /mailings', { mailings: [], total: 0 })
    const { user } = await show(App)
    await screen.findByRole('navigation', { name: 'Main' })
    await user.keyboard('{Control>}k{/Control}')
    expect(await screen.findByRole('combobox')).toBeTruthy()
    await user.keyboard('{Escape}')
    await expect.poll(() => screen.queryByRole('combobox')).toBeNull()
    await user.keyboard('?')
    expect(await screen.findByRole('dialog')).toBeTruthy()
  })

  it('says where one is in the title, tells it, and puts the focus where the screen begins', async () => {
    server().on('GET /offers', onePage())
    const { user, router } = await show(App)
    await screen.findByRole('navigation', { name: 'Main' })
    await user.click(screen.getByRole('link', { name: 'Offers' }))
    await expect.poll(() => router.currentRoute.value.path).toBe('/offers')
    await expect.poll(() => document.title).toBe('Offers · Jeton')
    expect(document.querySelector('.unseen[aria-live]')?.textContent).toBe('Offers')
    await expect.poll(() => document.activeElement?.tagName).toBe('MAIN')
  })

  it('is light or dark as chosen, also the next time', async () => {
    server().on('GET /account', { email: 'owner@quireandthread.example', sessions: [], attempts: [] })
    const { user } = await show(App, { at: '/account' })
    await user.click(await screen.findByRole('button', { name: 'Dark' }))
    await expect.poll(() => document.querySelector('.v-application')?.className).toContain('v-theme--dark')
    expect(localStorage.getItem('jeton look')).toBe('"dark"')
    await user.click(screen.getByRole('button', { name: 'Light' }))
    await expect.poll(() => document.querySelector('.v-application')?.className).toContain('v-theme--light')
    await user.click(screen.getByRole('button', { name: 'As the system is' }))
  })
})
