import { screen, within } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import type { FormFigures, Idea, Ideas, NumberTable, NumbersView, OfferFigures } from '../api/types'
import { condition, group } from '../people/criteria'
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
  signedUp: group('ALL', [condition('SIGNED_UP', 'HAS', '1')]),
  used: group('ALL', [condition('PASS_USED', 'HAS', '1')]),
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
  placeId: 1,
  itemId: 3,
  words: '“Footer” asks for four things; 10 in 100 fill it in, where less is asked for 30.',
  gain: 40,
}
const tried = (...ideas: Idea[]): Ideas => ({ ideas, tooEarly: false, hidden: 0, changes: [] })

/** The question a link asks of People. */
const asked = (link: HTMLElement) =>
  JSON.parse(new URL((link as HTMLAnchorElement).href).searchParams.get('q')!)

function serve(view: Partial<NumbersView> = {}, ideas: unknown = tried()) {
  return new FakeServer({
    'GET /numbers?days=28&against=BEFORE': { ...VIEW, ...view },
    'GET /numbers/worth-trying': ideas,
    'GET /trials': [],
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
    expect(asked(within(row).getByRole('link', { name: '100' }))).toEqual(OFFER.signedUp)
    expect(asked(within(row).getByRole('link', { name: '60' }))).toEqual(OFFER.used)
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
      '/offers/1/ask?form=3',
    )
    server.on('GET /numbers/worth-trying', tried())
    await user.click(screen.getByRole('button', { name: /^Hide/ }))
    expect(await screen.findByText(/Nothing stands out/)).toBeTruthy()
    expect(notice.words).toContain('not told any more')
  })

  it('looks later whether a change helped', async () => {
    const server = serve({}, tried(IDEA))
    server.on('PUT /numbers/worth-trying/form-3/changed', {})
    server.on('DELETE /numbers/worth-trying/form-3/changed', {})
    const { user, notice } = await show(NumbersPage, { at: '/numbers' })
    const change = {
      key: 'form-3',
      words: IDEA.words,
      day: '2026-11-20',
      before: share(0.1, 200),
      since: share(0.3, 200),
      verdict: 'HELPED' as const,
    }
    const button = await screen.findByRole('button', { name: /^Changed it/ })
    server.on('GET /numbers/worth-trying', { ...tried(), changes: [change] })
    await user.click(button)
    expect((await screen.findByText('it helped')).closest('li')!.textContent).toMatch(
      /10\s% when changed on 20 Nov.*30\s% of 200 since/s,
    )
    expect(notice.words).toContain('From tomorrow on')
    server.on('GET /numbers/worth-trying', tried())
    await user.click(screen.getByRole('button', { name: /^Look no more/ }))
    expect(await screen.findByText(/Nothing stands out/)).toBeTruthy()
  })

  it('has a table of each kind, which opens its people and says where nothing was counted', async () => {
    const server = serve()
    const empty: NumberTable = { days: VIEW.days, before: VIEW.before, columns: ['Quiz', 'Begun'], lines: [] }
    for (const kind of ['QUIZZES', 'WHEELS', 'PAGES']) {
      server.on(`GET /numbers/tables/${kind}?days=28&against=BEFORE`, empty)
    }
    server.on('GET /numbers/tables/COUPONS?days=28&against=BEFORE', {
      ...empty,
      columns: ['Coupon', 'Handed over', 'Bought with it'],
      lines: [
        {
          id: '4',
          name: 'Twelve percent off',
          where: '/offers/4',
          cells: [
            { count: 80 },
            { count: 20, rate: { share: share(0.25, 80), points: 5 }, people: OFFER.used },
          ],
        },
      ],
    })
    await show(NumbersPage, { at: '/numbers/kinds' })
    const row = (await screen.findByRole('link', { name: 'Twelve percent off' })).closest('tr')!
    expect(row.textContent).toMatch(/25\s%/)
    expect(row.textContent).toContain('up 5')
    expect(asked(within(row).getByRole('link', { name: '20' }))).toEqual(OFFER.used)
    await expect.poll(() => screen.queryAllByText('Nothing was counted in these days.').length).toBe(3)
    expect(screen.getByRole('link', { name: 'Coupons: take as CSV' }).getAttribute('href')).toBe(
      '/api/numbers/tables/COUPONS.csv?days=28',
    )
  })

  it('tells by week of sign-up how many came so far, as far as all have had the time', async () => {
    const server = serve()
    server.on('GET /numbers/weeks?mark=CONFIRMED', [
      { week: '2026-11-02', people: 0, byWeek: [] },
      { week: '2026-11-09', people: 20, byWeek: [share(0.5, 20)] },
      { week: '2026-11-16', people: 10, byWeek: [] },
    ])
    server.on('GET /numbers/weeks?mark=LEFT', [])
    const { user } = await show(NumbersPage, { at: '/numbers/weeks' })
    const rows = async () => (await screen.findAllByRole('row')).slice(1).map((row) => row.textContent)
    await screen.findByRole('rowheader', { name: '9 Nov' })
    expect((await rows()).map((row) => row!.replace(/\s/g, ' '))).toEqual(['16 Nov10', '9 Nov2050 %'])
    await user.click(screen.getByRole('button', { name: 'Left a list' }))
    expect(await screen.findByText(/Nobody signed up/)).toBeTruthy()
  })

  it('says so where it is too early, or nothing is there to count', async () => {
    serve({}, { ...tried(), tooEarly: true })
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
