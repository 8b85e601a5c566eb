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
const row = (person: object, more: object = {}) => ({
  person,
  tags: ['plan asked'],
  lists: ['Letters'],
  answers: {},
  source: '',
  ...more,
})
const LETTERS = { list: { id: 1, key: 'letters', settings: { name: 'Letters', sentence: 'All' } }, people: 2 }
const CHOICES = {
  offers: [{ key: '4', name: 'First-notebook plan' }],
  forms: [],
  emails: [{ key: 'm2', name: 'Winter papers' }],
  outcomes: [],
  prizes: [],
  pieces: [],
  sites: [],
  campaigns: [],
}
const server = (rows: unknown) =>
  new FakeServer({
    'POST /people/search': rows,
    'GET /tags': [{ name: 'plan asked', people: 2 }],
    'GET /lists': [LETTERS],
    'GET /segments': [],
    'GET /emails/choices': CHOICES,
  })
const shown = (at = '/people') => show(PeoplePage, { at })
const questions = (asked: FakeServer) =>
  asked.bodies('POST /people/search') as { words: string; page: number; question: { parts: object[] } }[]

describe('People', () => {
  it('lists who is there, each with a way to all that happened, and the columns that were chosen', async () => {
    server({
      rows: [row(aoife), row({ ...aoife, id: 4, email: 'x@mail.example', firstName: '' }, { tags: [] })],
      total: 2,
    })
    const { user } = await shown()
    const link = await screen.findByRole('link', { name: 'aoife@mail.example' })
    expect(link.getAttribute('href')).toBe('/people/3')
    expect(screen.getByRole('status').textContent).toBe('2 found')
    expect(screen.getAllByText('On the list', { selector: '.mark' })).toHaveLength(2)
    expect(screen.getByText('plan asked', { selector: '.tag' })).toBeTruthy()
    await user.click(screen.getByRole('button', { name: 'Columns' }))
    await user.click(await screen.findByLabelText('Tags'))
    await expect.poll(() => screen.queryByRole('columnheader', { name: 'Tags' })).toBeNull()
    await user.click(screen.getByLabelText('Tags'))
  })

  it('says what to expect while there is nobody, and what to do when a condition finds nobody', async () => {
    server({ rows: [], total: 0 })
    await shown()
    expect(await screen.findByText('Nobody yet')).toBeTruthy()
  })

  it('takes older addresses of the screen for conditions, and keeps what is asked in the address', async () => {
    const asked = server({ rows: [], total: 0 })
    const { user, router } = await shown('/people?state=LEFT&offerId=4&page=3')
    expect(await screen.findByText('Nobody fits')).toBeTruthy()
    expect(questions(asked)[0]!.question.parts).toEqual([
      expect.objectContaining({ what: 'STATE', op: 'IS', value: 'left' }),
      expect.objectContaining({ what: 'SIGNED_UP', op: 'HAS', value: '4' }),
    ])
    expect(screen.getByText('First-notebook plan')).toBeTruthy()
    await user.click(screen.getByRole('button', { name: 'Remove: left' }))
    await expect.poll(() => questions(asked).at(-1)!.question.parts).toHaveLength(1)
    await user.type(screen.getByLabelText('Address or first name'), 'ao')
    await expect.poll(() => questions(asked).at(-1)!.words).toBe('ao')
    expect(router.currentRoute.value.query.words).toBe('ao')
  })

  it('adds a condition that reads as part of a sentence, and keeps the whole as a segment', async () => {
    const asked = server({ rows: [row(aoife)], total: 1 })
    const { user } = await shown()
    await user.click(await screen.findByRole('button', { name: 'Add a condition' }))
    await user.click(await screen.findByLabelText('Tag'))
    await user.click(await screen.findByRole('option', { name: 'plan asked' }))
    await user.click(screen.getByRole('button', { name: 'Add it' }))
    await expect
      .poll(() => questions(asked).at(-1)!.question.parts)
      .toEqual([expect.objectContaining({ what: 'TAG', op: 'HAS', value: 'plan asked' })])
    asked.on('POST /segments', {
      id: 8,
      name: 'Askers',
      version: 1,
      question: questions(asked).at(-1)!.question,
    })
    await user.click(await screen.findByRole('button', { name: 'Save as a segment' }))
    await user.type(await screen.findByLabelText('Name'), 'Askers')
    await user.click(screen.getByRole('button', { name: 'Save' }))
    await expect.poll(() => asked.bodies('POST /segments')).toHaveLength(1)
    expect(await screen.findByRole('button', { name: 'Rename' })).toBeTruthy()
  })

  it('pages through a crowd, and does not count beyond what it looked at', async () => {
    server({ rows: [row(aoife)], total: 100_001 })
    await shown()
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
