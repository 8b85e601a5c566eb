import { screen, within } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import type { EmailLayout, LibraryEmail } from '../api/types'
import { AWAY, FakeServer, Says } from '../testing/fakeServer'
import { email, onePage, sequence } from '../testing/samples'
import { show } from '../testing/show'
import EmailTable from './EmailTable.vue'
import LayoutShelf from './LayoutShelf.vue'
import SequenceTable from './SequenceTable.vue'

const EMAILS: LibraryEmail[] = [
  {
    kind: 'CONFIRMATION',
    content: email('Open your plan'),
    uses: [{ name: 'First-notebook plan', offerId: 1, ready: true }],
  },
  {
    emailId: 5,
    kind: 'FOLLOW_UP',
    content: { ...email('Did it hold, {{first_name}}?'), style: 'LETTER' },
    uses: [
      { name: 'Welcome', offerId: 1, sequenceId: 7, stepId: 11, ready: true },
      { name: 'Winter letters', sequenceId: 8, stepId: 12, ready: false },
    ],
  },
]

describe('All emails', () => {
  it('shows where each is used, and leads there', async () => {
    new FakeServer({ 'GET /emails': onePage(...EMAILS) })
    await show(EmailTable)
    const row = (await screen.findByRole('link', { name: 'Did it hold, Aoife?' })).closest('tr')!
    expect(within(row).getByText('In a sequence, a plain letter')).toBeTruthy()
    const hrefs = within(row)
      .getAllByRole('link')
      .map((link) => link.getAttribute('href'))
    expect(hrefs).toEqual([
      '/offers/1/follow-up#step-11',
      '/offers/1/follow-up#step-11',
      '/sequences/8#step-12',
    ])
    expect(within(row).getByText('· a draft')).toBeTruthy()
    expect(screen.getByRole('link', { name: 'Open your plan' }).getAttribute('href')).toBe(
      '/offers/1/confirm#email',
    )
  })

  it('finds by words of the email or of its place', async () => {
    new FakeServer({
      'GET /emails': onePage(...EMAILS),
      'GET /emails?words=winter&page=0': onePage(EMAILS[1]),
      'GET /emails?words=winterxyz&page=0': onePage(),
    })
    const { user } = await show(EmailTable)
    const words = await screen.findByLabelText('Search emails')
    await user.type(words, 'winter')
    await expect.poll(() => screen.queryByRole('link', { name: 'Open your plan' })).toBeNull()
    expect(screen.getByRole('link', { name: 'Did it hold, Aoife?' })).toBeTruthy()
    await user.type(words, 'xyz')
    expect(await screen.findByText('No email has these words.')).toBeTruthy()
  })

  it('says where the first come from, and why none are shown', async () => {
    const server = new FakeServer({ 'GET /emails': onePage() })
    const { unmount } = await show(EmailTable)
    expect(await screen.findByText(/No email yet: make an offer/)).toBeTruthy()
    unmount()
    server.on('GET /emails', () => AWAY)
    await show(EmailTable)
    expect(await screen.findByText(/cannot be reached/)).toBeTruthy()
  })
})

describe('All sequences', () => {
  const line = {
    id: 7,
    name: 'Welcome',
    emails: 5,
    drafts: 1,
    offers: [1],
    onTheirWay: 1,
    paused: true,
    rules: sequence().rules,
  }

  function serve() {
    return new FakeServer({
      'GET /offers/names': [{ id: 1, name: 'First-notebook plan' }],
      'GET /sequences': onePage(line, {
        ...line,
        id: 8,
        name: 'Winter',
        offers: [],
        onTheirWay: 30,
        drafts: 0,
        paused: false,
      }),
    })
  }

  it('says what each follows, who is on their way, and what is a draft', async () => {
    serve()
    await show(SequenceTable)
    const first = await screen.findByRole('link', { name: /Welcome/ })
    expect(first.textContent).toContain('follows First-notebook plan')
    expect(first.textContent).toContain('1 person on their way')
    expect(first.textContent).toContain('1 draft')
    expect(first.textContent).toContain('paused')
    expect(first.getAttribute('href')).toBe('/offers/1/follow-up')
    expect(screen.getByRole('link', { name: /Winter/ }).getAttribute('href')).toBe('/sequences/8')
  })

  it('makes one and goes there', async () => {
    const server = serve().on('POST /sequences', sequence())
    const { user, router } = await show(SequenceTable)
    await user.click(await screen.findByRole('button', { name: 'Make a sequence' }))
    await user.type(await screen.findByLabelText('Its name'), 'Spring{Enter}')
    await expect.poll(() => router.currentRoute.value.path).toBe('/sequences/7')
    expect(server.bodies('POST /sequences')).toEqual([{ name: 'Spring' }])
  })

  it('says why a name cannot be', async () => {
    serve().on(
      'POST /sequences',
      new Says(422, {
        detail: 'No.',
        problems: [{ field: 'name', code: 'empty', message: 'It needs a name.' }],
      }),
    )
    const { user } = await show(SequenceTable)
    await user.click(await screen.findByRole('button', { name: 'Make a sequence' }))
    await user.click(await screen.findByRole('button', { name: 'Make it' }))
    const dialog = within(screen.getByRole('dialog'))
    expect(await dialog.findByText('It needs a name.')).toBeTruthy()
  })
})

describe('The shelf of layouts', () => {
  const own: EmailLayout = { id: 4, name: 'Mine', about: '', content: email('One') }
  const ours: EmailLayout = { name: 'A question', about: 'Asks one thing', content: email('Two') }

  it('shows the chosen one as it would be read, and goes on to another when it is deleted', async () => {
    const server = new FakeServer({
      'GET /emails/layouts': [ours, own],
      'DELETE /emails/layouts/4': [ours],
      'POST /mail/preview': (body: unknown) => ({
        from: '',
        subject: (body as { content: { subject: string } }).content.subject,
        preview: '',
        html: '',
        plain: '',
      }),
    })
    const { user } = await show(LayoutShelf)
    await user.click(await screen.findByRole('button', { name: /^Mine/ }))
    expect(await screen.findByText('One')).toBeTruthy()
    await user.click(screen.getByRole('button', { name: 'Delete the layout Mine' }))
    expect(await screen.findByText('Two')).toBeTruthy()
    expect(screen.getByRole('status').textContent).toContain('“Mine” is deleted')
    expect(server.bodies('DELETE /emails/layouts/4')).toHaveLength(1)
  })
})
