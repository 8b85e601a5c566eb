import { screen, within } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import { FakeServer, Says } from '../testing/fakeServer'
import { show } from '../testing/show'
import SitePage from './SitePage.vue'

const NOW = '2026-11-25T14:00:00Z'
const SITE = {
  site: { id: 2, name: 'The shop', origin: 'https://quireandthread.example' },
  snippet: '<script src="https://j.example/jeton.js" async></script>',
  seenAt: '2026-11-24T14:00:00Z',
  pages: 2,
  forms: [
    { formKey: 'f1', at: NOW, pages: 1 },
    { formKey: 'gone', at: NOW, pages: 1 },
  ],
}

async function open(sites: unknown[] = [SITE]) {
  const server = new FakeServer({
    'GET /sites': sites,
    'GET /offers/names': [{ id: 1, name: 'Plan' }],
    'GET /forms': [{ key: 'f1', name: 'Pop-up', offer: 'Plan' }],
    'GET /today': { now: NOW },
    'POST /display/test': [],
  })
  const shown = await show(SitePage, { at: '/site' })
  return { server, ...shown }
}

describe('Sites', () => {
  it('says what a site is for while there is none', async () => {
    await open([])
    expect(await screen.findByText(/You get one line to paste into its head, once/)).toBeTruthy()
  })

  it('shows where the snippet was seen, and each form by name', async () => {
    const { user, server } = await open()
    const site = within(await screen.findByRole('region', { name: 'The shop' }))
    expect(site.getByText(/on 2\s+pages/)).toBeTruthy()
    expect(site.getByText('Pop-up (Plan)')).toBeTruthy()
    server.on('GET /sites/2/pages?formKey=', [{ page: '/journal', at: NOW, times: 1200 }])
    await user.click(site.getByRole('button', { name: 'Which ones' }))
    expect((await site.findByRole('listitem')).textContent).toMatch(/\/journal · .* · 1,200 times/)
  })

  it('tells of a place for a form that is gone', async () => {
    await open()
    expect(await screen.findByText(/holds a place for the form gone, which does not exist/)).toBeTruthy()
  })

  it.each([
    [undefined, 'The snippet was never seen there.'],
    ['2026-11-10T14:00:00Z', 'The snippet was not seen for 7 days.'],
  ])('warns when it was last seen %s', async (seenAt, words) => {
    await open([{ ...SITE, seenAt }])
    expect((await screen.findAllByRole('status')).map((s) => s.textContent).join()).toContain(words)
  })

  it('says beside an address why it cannot be, and keeps what was typed', async () => {
    const { user, server } = await open([])
    server.on(
      'POST /sites',
      new Says(422, {
        detail: 'No.',
        problems: [{ field: 'origin', code: 'not_an_origin', message: 'An address begins with https://.' }],
      }),
    )
    await user.click((await screen.findAllByRole('button', { name: 'Add a site' }))[0]!)
    await user.type(screen.getByLabelText('Its name'), 'Shop')
    await user.type(screen.getByLabelText('Its address'), 'shop')
    await user.click(screen.getByRole('button', { name: 'Add it' }))
    expect(await screen.findByText('An address begins with https://.')).toBeTruthy()
    expect((screen.getByLabelText('Its address') as HTMLInputElement).value).toBe('shop')
  })

  it('asks before a site is removed, and says what that means', async () => {
    const { user, server } = await open()
    server.on('DELETE /sites/2', null)
    await user.click(await screen.findByRole('button', { name: 'Remove' }))
    const dialog = await screen.findByRole('dialog')
    expect(dialog.textContent).toContain('Sign-ups stay.')
    await user.click(within(dialog).getByRole('button', { name: 'Remove it' }))
    await expect.poll(() => server.bodies('DELETE /sites/2')).toHaveLength(1)
  })
})
