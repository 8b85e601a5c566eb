import { screen, within } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import type { FormFigures, Idea, NumbersView, OfferFigures } from '../api/types'
import { AWAY, FakeServer } from '../testing/fakeServer'
import { show } from '../testing/show'
import NumbersPage from './NumbersPage.vue'
import { pointsWords, rangeWords } from './words'

const share = (share: number, of = 100) => ({
  share,
  low: share - 0.05,
  high: share + 0.05,
  of,
  intervalShown: true,
})
const track = { seen: 400, signedUp: 100, confirmed: 80, handedOver: 80, used: 60, followedUp: 70 }
const none = { seen: 0, signedUp: 0, confirmed: 0, handedOver: 0, used: 0, followedUp: 0 }
const OFFER: OfferFigures = {
  id: 1,
  name: 'First-notebook plan',
  kind: 'DOWNLOAD',
  state: 'LIVE',
  track,
  before: none,
  stretches: [
    { share: share(0.25, 400), points: 3 },
    { share: share(0.8), points: -2 },
    { share: share(1), points: 0 },
    { share: share(0.75) },
    { share: share(0.875) },
  ],
}
const form = (id: number, name: string, signedUp: number, asks: number): FormFigures => ({
  id,
  offerId: 1,
  offer: 'First-notebook plan',
  name,
  shape: 'POP_UP',
  on: id !== 3,
  asks,
  track: { ...none, seen: 200, signedUp },
  before: none,
  signUps: { share: share(signedUp / 200, 200) },
})
const VIEW: NumbersView = {
  days: { from: '2026-10-30', to: '2026-11-26' },
  before: { from: '2026-10-02', to: '2026-10-29' },
  offers: [OFFER],
  forms: [form(2, 'Pop-up', 60, 2), form(3, 'Footer', 20, 4)],
  signUps: [
    { day: '2026-11-25', signUps: 4, before: 1 },
    { day: '2026-11-26', signUps: 6, before: 2 },
  ],
}
const IDEA: Idea = {
  key: 'form-3',
  kind: 'ASKS_MUCH',
  offerId: 1,
  words: '“Footer” asks for four things; 10 in 100 fill it in, where less is asked for 30.',
  gain: 40,
}
const tried = (...ideas: Idea[]) => ({ ideas, tooEarly: false, hidden: 0 })

function serve(view: Partial<NumbersView> = {}, ideas: unknown = tried()) {
  return new FakeServer({
    'GET /numbers?days=28&against=BEFORE': { ...VIEW, ...view },
    'GET /numbers/worth-trying': ideas,
  })
}

describe('Numbers', () => {
  it('shows how many came to each stop, how many went on, and the change since', async () => {
    serve()
    await show(NumbersPage, { at: '/numbers' })
    const row = (await screen.findByRole('link', { name: 'First-notebook plan' })).closest('tr')!
    const cells = within(row).getAllByRole('cell')
    expect(cells.map((cell) => cell.querySelector('.token')!.textContent)).toEqual([
      '400',
      '100',
      '80',
      '80',
      '60',
      '70',
    ])
    expect(cells[1]!.textContent).toContain('up 3')
    expect(cells[2]!.textContent).toContain('(75–85)')
    expect(cells[2]!.textContent).toContain('down 2')
    expect(cells[4]!.textContent).toContain('new')
    expect(within(row).getByRole('link', { name: '100' }).getAttribute('href')).toBe('/people?offerId=1')
    expect(screen.getByRole('link', { name: 'Take as CSV' }).getAttribute('href')).toBe(
      '/api/numbers/offers.csv?days=28',
    )
  })

  it('has the days behind the chart as a table', async () => {
    serve()
    const { user } = await show(NumbersPage, { at: '/numbers' })
    await user.click(await screen.findByText('As a table'))
    expect(screen.getByRole('row', { name: '26 Nov 6 2' })).toBeTruthy()
  })

  it('keeps the range in the address, and begins own days with those that are shown', async () => {
    const server = serve()
    server.on('GET /numbers?days=7&against=BEFORE', VIEW)
    server.on('GET /numbers?from=2026-10-30&to=2026-11-26&against=BEFORE', VIEW)
    const { user, router } = await show(NumbersPage, { at: '/numbers' })
    await user.click(await screen.findByRole('button', { name: '7 days' }))
    await expect.poll(() => router.currentRoute.value.query.days).toBe('7')
    await user.click(screen.getByRole('button', { name: 'Own days' }))
    await expect.poll(() => router.currentRoute.value.query.from).toBe('2026-10-30')
    expect((screen.getByLabelText('Last day') as HTMLInputElement).value).toBe('2026-11-26')
  })

  it('sorts forms by any column', async () => {
    serve()
    const { user } = await show(NumbersPage, { at: '/numbers/forms' })
    const first = () => screen.getAllByRole('row')[1]!.textContent
    await screen.findByRole('link', { name: 'Pop-up' })
    expect(first()).toContain('Pop-up')
    await user.click(screen.getByRole('button', { name: 'Asks for' }))
    expect(first()).toContain('Footer')
    expect(screen.getByRole('columnheader', { name: /Asks for/ }).getAttribute('aria-sort')).toBe(
      'descending',
    )
    await user.click(screen.getByRole('button', { name: /Asks for/ }))
    expect(first()).toContain('Pop-up')
    await user.click(screen.getByRole('button', { name: 'Form' }))
    expect(first()).toContain('Footer, off'.split(',')[0])
  })

  it('tells what is worth trying and where, and hides it with a way back', async () => {
    const server = serve({}, tried(IDEA))
    server.on('PUT /numbers/worth-trying/form-3/hidden', {})
    const { user, notice } = await show(NumbersPage, { at: '/numbers' })
    expect((await screen.findByRole('link', { name: 'Open the form' })).getAttribute('href')).toBe(
      '/offers/1/ask',
    )
    server.on('GET /numbers/worth-trying', tried())
    await user.click(screen.getByRole('button', { name: /^Hide/ }))
    expect(await screen.findByText(/Nothing stands out/)).toBeTruthy()
    expect(notice.words).toContain('not told any more')
  })

  it('says so where it is too early, or nothing is there to count', async () => {
    serve({}, { ideas: [], tooEarly: true, hidden: 0 })
    await show(NumbersPage, { at: '/numbers' })
    expect(await screen.findByText(/Too early to say/)).toBeTruthy()
  })

  it('leads a new install to its offers', async () => {
    serve({ offers: [], forms: [] })
    await show(NumbersPage, { at: '/numbers' })
    expect(await screen.findByText('Nothing to count yet')).toBeTruthy()
  })

  it('tells why numbers did not come', async () => {
    const server = serve()
    server.on('GET /numbers?days=28&against=BEFORE', () => AWAY)
    await show(NumbersPage, { at: '/numbers' })
    expect(await screen.findByRole('alert')).toBeTruthy()
  })
})

describe('Words of numbers', () => {
  it('name a year only where it is another', () => {
    const today = new Date('2026-11-26T12:00:00Z')
    expect(rangeWords('2026-10-30', '2026-11-26', today)).toBe('30 October to 26 November')
    expect(rangeWords('2025-11-26', '2025-11-26', today)).toBe('26 November 2025')
  })

  it('say a change in hundredths', () => {
    expect([3, -2, 0, undefined].map(pointsWords)).toEqual(['up 3', 'down 2', 'same', 'new'])
  })
})
