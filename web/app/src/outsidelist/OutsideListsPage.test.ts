import { screen, within } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import type { OutsideList, OutsideListKinds, OutsideListSettings } from '../api/types'
import { FakeServer, Says } from '../testing/fakeServer'
import { show } from '../testing/show'
import OutsideListsPage from './OutsideListsPage.vue'

const SERVICE: OutsideListSettings['description'] = {
  name: 'Workshop list',
  address: 'https://list.example/api',
  headers: { Authorization: 'Bearer {key}' },
  handOn: { method: 'PUT', path: '/lists/{list}/people/{email}', body: { fields: '{fields}' } },
  leave: { method: 'DELETE', path: '/lists/{list}/people/{email}' },
}
const LIST: OutsideList = {
  id: 3,
  version: 2,
  state: 'ON',
  counts: { there: 1200, waiting: 0, left: 3, letBe: 1, refused: 2 },
  settings: {
    name: 'Letters',
    description: SERVICE,
    list: { key: 'l1', title: 'Letters from the bench' },
    tags: [],
    fields: { FIRST: 'first_name' },
    moment: 'CONFIRMED',
    offers: [],
  },
}
const KINDS: OutsideListKinds = {
  services: [SERVICE],
  ours: { first_name: 'First name', town: 'Town' },
}
const CHOICES = {
  lists: [
    { key: 'l1', title: 'Letters from the bench' },
    { key: 'l2', title: 'Workshop dates' },
  ],
  fields: [
    { key: 'FIRST', title: 'First name there' },
    { key: 'TOWN', title: 'Town there' },
  ],
  tags: [{ key: 't1', title: 'New here' }],
}
const NAMES = {
  campaigns: [],
  emails: [],
  forms: [],
  offers: [{ key: '4', name: 'First-notebook plan' }],
  outcomes: [],
  pieces: [],
  prizes: [],
  sites: [],
}

function serve(...lists: OutsideList[]) {
  return new FakeServer({
    'GET /outside-lists': lists,
    'GET /outside-lists/kinds': KINDS,
    'GET /outside-lists/3/choices': CHOICES,
    'POST /outside-lists/3/preview': { email: 'ida@mail.example', request: 'PUT https://list.example' },
    'GET /emails/choices': NAMES,
    'GET /segments': [],
    'GET /lists': [],
    'GET /tags': [],
  })
}

describe('Outside lists', () => {
  it('begins with what they are for; connecting leads on to choosing a list', async () => {
    const server = serve()
    const { user } = await show(OutsideListsPage)
    expect(await screen.findByText(/Leaving is told both ways/)).toBeTruthy()
    await user.click(screen.getByRole('button', { name: 'Connect a list' }))
    server.on(
      'POST /outside-lists',
      new Says(422, {
        detail: 'Not saved.',
        problems: [{ field: 'name', code: 'empty', message: 'What is it called? Give it a name.' }],
      }),
    )
    await user.click(screen.getByRole('button', { name: 'Connect' }))
    expect(await screen.findByText('What is it called? Give it a name.')).toBeTruthy()
    await user.type(screen.getByLabelText('What you call it'), 'Letters')
    await user.type(screen.getByLabelText('The key it knows you by'), 'secret')
    const made = { ...LIST, state: 'PAUSED' as const, settings: { ...LIST.settings, list: undefined } }
    server.on('POST /outside-lists', made).on('GET /outside-lists', [made])
    await user.click(screen.getByRole('button', { name: 'Connect' }))
    expect(await screen.findByRole('form', { name: 'Change Letters' })).toBeTruthy()
    expect(server.bodies('POST /outside-lists').at(-1)).toMatchObject({
      key: 'secret',
      settings: { name: 'Letters', description: { address: 'https://list.example/api' } },
    })
  })

  it('maps fields with what would be told beside it, and saves what was chosen', async () => {
    const server = serve(LIST)
    const { user } = await show(OutsideListsPage)
    await user.click(await screen.findByRole('button', { name: 'Change' }))
    expect(await screen.findByText('PUT https://list.example')).toBeTruthy()
    expect(screen.getByLabelText('About whom').getAttribute('placeholder')).toBe('ida@mail.example')
    await user.click(await screen.findByLabelText('What goes into Town there', { selector: 'input' }))
    await user.click(await within(await screen.findByRole('listbox')).findByText('Town'))
    server.on('PUT /outside-lists/3', LIST)
    await user.click(screen.getByRole('button', { name: 'Save' }))
    await expect
      .poll(() => server.bodies('PUT /outside-lists/3').at(-1))
      .toMatchObject({ version: 2, settings: { fields: { FIRST: 'first_name', TOWN: 'town' } } })
    expect(await screen.findByText(/1,200 there/)).toBeTruthy()
  })

  it('tells beside it when a description is no JSON, and keeps it', async () => {
    serve(LIST)
    const { user } = await show(OutsideListsPage)
    await user.click(await screen.findByRole('button', { name: 'Change' }))
    await user.click(await screen.findByRole('button', { name: /Key, and how the service/ }))
    const described = screen.getByLabelText<HTMLTextAreaElement>('Description (JSON)')
    await user.clear(described)
    await user.type(described, 'no json')
    await user.click(screen.getByRole('button', { name: 'Save' }))
    expect(await screen.findByText(/The description is no JSON/)).toBeTruthy()
    expect(described.value).toBe('no json')
  })

  it('shows what a service answered that does not say what there is', async () => {
    const server = serve(LIST)
    server.on('GET /outside-lists/3/choices', {
      lists: [],
      fields: [],
      tags: [],
      failed: { request: 'GET https://list.example/api/lists', status: 401, answer: 'unknown key' },
    })
    const { user } = await show(OutsideListsPage)
    await user.click(await screen.findByRole('button', { name: 'Change' }))
    expect(await screen.findByText('It answered 401:')).toBeTruthy()
    expect(screen.getByText('unknown key')).toBeTruthy()
    expect(screen.getByText('FIRST (not there any more)')).toBeTruthy()
  })

  it('tests with somebody made up, and shows what was asked and answered', async () => {
    const server = serve(LIST)
    server.on('POST /outside-lists/3/test', {
      works: false,
      exchanges: [{ request: 'PUT https://list.example', status: 422, answer: 'no such field' }],
    })
    const { user } = await show(OutsideListsPage)
    await user.click(await screen.findByRole('button', { name: 'Test with somebody made up' }))
    expect(await screen.findByText(/It does not work yet/)).toBeTruthy()
    expect(screen.getByText('no such field')).toBeTruthy()
  })

  it('hands on those who are here already, after saying how many, with progress and a way to stop', async () => {
    const server = serve(LIST)
    server.on('GET /outside-lists/3/everybody', { people: 2400 })
    const under = {
      ...LIST,
      counts: { ...LIST.counts, waiting: 400 },
      catchUp: { total: 2400, marked: 1000, after: 77 },
    }
    const { user } = await show(OutsideListsPage)
    await user.click(await screen.findByRole('button', { name: 'Hand on all who are here' }))
    server.on('POST /outside-lists/3/everybody', under).on('GET /outside-lists', [under])
    await user.click(await screen.findByRole('button', { name: 'Hand on 2,400' }))
    expect(await screen.findByText('600 of 2,400 who were here before are handed on.')).toBeTruthy()
    server.on('DELETE /outside-lists/3/everybody', LIST).on('GET /outside-lists', [LIST])
    await user.click(screen.getByRole('button', { name: 'Stop' }))
    await expect.poll(() => screen.queryByText(/who were here before are handed on/)).toBeNull()
  })

  it('looks by itself how far they are handed on, from the very beginning', async () => {
    const server = serve({ ...LIST, catchUp: { total: 2400, marked: 0, after: 0 } })
    await show(OutsideListsPage)
    expect(await screen.findByText('0 of 2,400 who were here before are handed on.')).toBeTruthy()
    server.on('GET /outside-lists', [{ ...LIST, catchUp: { total: 2400, marked: 2400 } }])
    await expect.poll(() => screen.queryByText('Those who were here before were handed on.')).toBeTruthy()
  })

  it('shows whom it was told about, those not taken alone, and tells one again', async () => {
    const server = serve(LIST)
    const line = {
      personId: 9,
      email: 'ida@mail.example',
      state: 'REFUSED',
      triedAt: '2026-11-26T10:00:00Z',
      status: 422,
      request: 'PUT https://list.example',
      answer: 'not taken',
    }
    server.on('GET /outside-lists/3/people', [line]).on('POST /outside-lists/3/people/9/again', null)
    const { user } = await show(OutsideListsPage)
    await user.click(await screen.findByRole('button', { name: 'Log' }))
    await user.click(await screen.findByRole('button', { name: 'Not taken' }))
    await expect.poll(() => server.asked.at(-1)!.path).toBe('/outside-lists/3/people?state=REFUSED')
    await user.click(await screen.findByRole('button', { name: /ida@mail.example/ }))
    await user.click(await screen.findByRole('button', { name: 'Tell it again' }))
    await expect.poll(() => server.bodies('POST /outside-lists/3/people/9/again')).toHaveLength(1)
  })

  it('says what is in the way, with its cure', async () => {
    serve({
      ...LIST,
      trouble: { kind: 'KEY', words: 'The service refuses the key. Give another; who waits is kept.' },
    })
    await show(OutsideListsPage)
    expect(await screen.findByText(/refuses the key/)).toBeTruthy()
  })
})
