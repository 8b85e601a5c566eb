import { screen } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import { AWAY, FakeServer } from '../testing/fakeServer'
import { show } from '../testing/show'
import PeoplePage from './PeoplePage.vue'

const aoife = {
  id: 3,
  email: 'aoife@mail.example',
  firstName: 'Aoife',
  state: 'ON_THE_LIST',
  createdAt: '2026-11-20T10:00:00Z',
}
const server = (page: unknown) => new FakeServer({ 'GET /offers': [], 'GET /people': page })
const shown = (at = '/people') => show(PeoplePage, { at })

describe('People', () => {
  it('lists who is there, each with a way to all that happened', async () => {
    server({ people: [aoife, { ...aoife, id: 4, email: 'x@mail.example', firstName: '' }], total: 2 })
    await shown()
    const link = await screen.findByRole('link', { name: 'aoife@mail.example' })
    expect(link.getAttribute('href')).toBe('/people/3')
    expect(screen.getByRole('status').textContent).toBe('2 found')
    expect(screen.getAllByText('On the list', { selector: '.mark' })).toHaveLength(2)
    expect(screen.getByText('–')).toBeTruthy()
  })

  it('says what to expect while there is nobody, and what to do when a filter finds nobody', async () => {
    server({ people: [], total: 0 })
    const { user } = await shown()
    expect(await screen.findByText('Nobody yet')).toBeTruthy()
    await user.click(screen.getByRole('button', { name: 'Left' }))
    expect(await screen.findByText('Nobody fits')).toBeTruthy()
  })

  it('keeps the filter in the address, and asks the server by it', async () => {
    const asked = server({ people: [], total: 0 })
    const { user, router } = await shown('/people?page=3')
    await user.type(screen.getByLabelText('Address or first name'), 'ao')
    await screen.findByText('Nobody fits')
    expect(router.currentRoute.value.query).toEqual({ words: 'ao' })
    await expect.poll(() => asked.asked.at(-1)!.path).toBe('/people?words=ao&page=0&size=50')
    await user.click(screen.getByRole('button', { name: 'Blocked' }))
    await expect.poll(() => asked.asked.at(-1)!.path).toContain('state=BLOCKED')
    await user.click(screen.getByRole('button', { name: 'Blocked' }))
    await expect.poll(() => router.currentRoute.value.query.state).toBeUndefined()
  })

  it('pages through a crowd, and does not count beyond what it looked at', async () => {
    server({ people: [aoife], total: 100_001 })
    await shown()
    expect((await screen.findByRole('status')).textContent).toBe('')
    await screen.findByText('more than 100,000 found')
    expect(screen.getByRole('navigation')).toBeTruthy()
  })

  it('tells why nothing is shown when the server is away', async () => {
    server(() => AWAY)
    await shown()
    expect((await screen.findByText(/cannot be reached/)).textContent).toContain('Jeton')
    expect(screen.queryByLabelText('Loading')).toBeNull()
  })
})
