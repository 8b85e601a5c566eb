import { screen, within } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import { AWAY, FakeServer, Says } from '../testing/fakeServer'
import { onePage } from '../testing/samples'
import { show } from '../testing/show'
import OffersPage from './OffersPage.vue'

const TRACK = { seen: 0, signedUp: 3, confirmed: 2, handedOver: 2, used: 1, followedUp: 0 }
const offer = (id: number, name: string, toLookAt = 0, mayGoLive = true) => ({
  id,
  name,
  kind: 'DOWNLOAD',
  state: id === 1 ? 'LIVE' : 'DRAFT',
  track: TRACK,
  toLookAt,
  mayGoLive,
})
const open = (at = '/offers') => show(OffersPage, { at })

describe('Offers', () => {
  it('shows each with its track, its state and what is to be looked at', async () => {
    new FakeServer({ 'GET /offers': onePage(offer(1, 'Plan'), offer(2, 'Colour card', 2, false)) })
    await open()
    const card = await screen.findByRole('link', { name: /Colour card/ })
    expect(card.getAttribute('href')).toBe('/offers/2/give')
    expect(within(card).getByText('Draft')).toBeTruthy()
    expect(within(card).getByText('2 to look at').className).toContain('grave')
    expect(within(screen.getByRole('link', { name: /Plan/ })).getByText('Live')).toBeTruthy()
  })

  it('says what an offer is while there is none', async () => {
    new FakeServer({ 'GET /offers': onePage() })
    await open()
    expect(await screen.findByText(/An offer is what somebody gets for their email address/)).toBeTruthy()
  })

  it('makes one and leads to its first stop', async () => {
    const server = new FakeServer({ 'GET /offers': onePage(), 'POST /offers': { offer: { id: 9 } } })
    const { user, router } = await open()
    await user.click(screen.getByRole('button', { name: 'Make an offer' }))
    await user.type(await screen.findByLabelText('What is it called?'), 'Box{Enter}')
    await expect.poll(() => router.currentRoute.value.path).toBe('/offers/9/give')
    expect(server.bodies('POST /offers')).toEqual([{ name: 'Box', kind: 'DOWNLOAD' }])
  })

  it('opens the question when it was asked for from elsewhere', async () => {
    new FakeServer({ 'GET /offers': onePage() })
    await open('/offers?new=1')
    expect(await screen.findByLabelText('What is it called?')).toBeTruthy()
  })

  it.each([
    [
      new Says(422, {
        detail: 'No.',
        problems: [{ field: 'name', code: 'empty', message: 'It needs a name.' }],
      }),
      'It needs a name.',
    ],
    [() => AWAY, /cannot be reached/],
  ])('says beside the name why none was made', async (answer, words) => {
    new FakeServer({ 'GET /offers': onePage(), 'POST /offers': answer })
    const { user, router } = await open()
    await user.click(screen.getByRole('button', { name: 'Make an offer' }))
    const dialog = within(await screen.findByRole('dialog'))
    await user.type(dialog.getByLabelText('What is it called?'), 'Box{Enter}')
    expect(await dialog.findByText(words)).toBeTruthy()
    expect((dialog.getByLabelText('What is it called?') as HTMLInputElement).value).toBe('Box')
    expect(router.currentRoute.value.path).toBe('/offers')
  })

  it('says why it shows nothing', async () => {
    new FakeServer({ 'GET /offers': new Says(503, { detail: 'The database is away.' }) })
    await open()
    expect(await screen.findByText('The database is away.')).toBeTruthy()
    expect(screen.queryByLabelText('Loading')).toBeNull()
  })

  it('is searched by words and turned by pages once it is long, both in the address', async () => {
    const server = new FakeServer({
      'GET /offers': { rows: [offer(1, 'Plan')], total: 120 },
      'GET /offers?words=box&page=0': onePage(offer(9, 'Box')),
      'GET /offers?words=boxes&page=0': onePage(),
    })
    const { user, router } = await open()
    await user.click(await screen.findByRole('button', { name: 'Go to page 3' }))
    await expect.poll(() => server.asked.at(-1)?.path).toBe('/offers?words=&page=2')
    expect(router.currentRoute.value.query).toEqual({ page: '2' })
    await user.type(screen.getByLabelText('Search offers'), 'box')
    expect(await screen.findByRole('link', { name: /Box/ })).toBeTruthy()
    expect(router.currentRoute.value.query).toEqual({ words: 'box' })
    await user.type(screen.getByLabelText('Search offers'), 'es')
    expect(await screen.findByText('No offer has these words in its name.')).toBeTruthy()
    expect(screen.queryByText('No offer yet')).toBeNull()
  })
})
