import { screen } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import { FakeServer } from '../testing/fakeServer'
import { show } from '../testing/show'
import FindDialog from './FindDialog.vue'

const offer = {
  id: 1,
  name: 'First-notebook plan',
  confirmation: 'Open your notebook plan',
  delivery: 'Your plan is here',
}

async function open() {
  const server = new FakeServer({
    'GET /mailings': { mailings: [], total: 0 },
    'GET /offers/names': [offer],
    'GET /people': { people: [{ id: 3, email: 'aoife@mail.example' }], total: 1 },
  })
  const shown = await show(FindDialog)
  const field = await screen.findByRole('combobox')
  return { server, field, ...shown }
}

const options = () => screen.queryAllByRole('option').map((o) => o.textContent)

describe('Search', () => {
  it('finds commands, offers, their emails and people by a few letters', async () => {
    const { user, field, server } = await open()
    await user.type(field, 'plan')
    await expect.poll(options).toContain('First-notebook plan offer')
    expect(options()).toContain('First-notebook plan: Your plan is here email')
    expect(options()).toContain('aoife@mail.example person')
    await expect.poll(() => server.asked.at(-1)!.path).toBe('/people?size=5&words=plan')
    // Not at each key.
    expect(server.asked.filter((a) => a.path.startsWith('/people')).length).toBeLessThan(3)
  })

  it('goes where the keys chose', async () => {
    const { user, field, router } = await open()
    await user.type(field, 'setup')
    await user.keyboard('{ArrowDown}')
    const chosen = field.getAttribute('aria-activedescendant')!
    expect(document.getElementById(chosen)!.textContent).toContain('sending, limits, signing')
    await user.keyboard('{Enter}')
    await expect.poll(() => router.currentRoute.value.fullPath).toBe('/setup#sending')
  })

  it('does not run past either end', async () => {
    const { user, field } = await open()
    await user.type(field, 'sequences')
    await user.keyboard('{ArrowDown}{ArrowDown}{ArrowDown}{ArrowUp}{ArrowUp}{ArrowUp}{ArrowUp}')
    expect(screen.getAllByRole('option')[0]!.getAttribute('aria-selected')).toBe('true')
  })

  it('has the cursor in its field', async () => {
    const { field } = await open()
    await expect.poll(() => document.activeElement).toBe(field)
  })

  it('asks for people only from two letters on', async () => {
    const { user, field, server } = await open()
    await user.type(field, 'a')
    await expect.poll(options).not.toHaveLength(0)
    expect(server.asked.filter((a) => a.path.startsWith('/people'))).toEqual([])
  })

  it('says what to do when nothing has that name', async () => {
    const { user, field, server } = await open()
    server.on('GET /people', { people: [], total: 0 })
    await user.type(field, 'zzzz')
    expect(await screen.findByText('Nothing of that name. Try fewer letters.')).toBeTruthy()
  })
})
