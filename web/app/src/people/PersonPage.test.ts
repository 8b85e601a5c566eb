import { screen, within } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import type { PersonWhole, TimelineLine } from '../api/types'
import { AWAY, FakeServer, Says } from '../testing/fakeServer'
import { show } from '../testing/show'
import PersonPage from './PersonPage.vue'

const PERSON: PersonWhole = {
  person: {
    id: 3,
    email: 'aoife@mail.example',
    firstName: 'Aoife',
    state: 'ON_THE_LIST',
    createdAt: '2026-11-20T10:00:00Z',
    zone: 'Europe/Dublin',
  },
  dossier: {
    passes: [{ offer: 'First-notebook plan', issuedAt: '2026-11-20T10:05:00Z', uses: 2, mostUses: 5 }],
    runs: [
      {
        sequence: 'Welcome',
        sequenceId: 7,
        startedAt: '2026-11-20T10:05:00Z',
        nextDueAt: '2026-11-26T08:00:00Z',
      },
      {
        sequence: 'Winter',
        sequenceId: 8,
        startedAt: '2026-10-01T10:05:00Z',
        endedAt: '2026-10-09T08:00:00Z',
      },
    ],
    signUps: [
      {
        offer: 'First-notebook plan',
        at: '2026-11-20T10:00:00Z',
        wording: 'Send me letters, too',
        consentGiven: false,
        page: '/journal',
        campaign: '',
        network: '192.0.2.0/24',
      },
    ],
    answers: [{ key: 'paper', answer: 'A5' }],
    tags: ['starter'],
    untracked: false,
  } as unknown as PersonWhole['dossier'],
}

const LINES: TimelineLine[] = [
  { at: '2026-11-22T09:00:00Z', what: 'OPENED', detail: 'Did it hold?' },
  { at: '2026-11-22T08:00:00Z', what: 'SENT', kind: 'FOLLOW_UP_SENT', detail: 'Did it hold?' },
  {
    at: '2026-11-20T10:00:00Z',
    what: 'SIGNED_UP',
    kind: 'SIGNED_UP',
    offer: 'First-notebook plan',
    detail: '',
  },
]

async function open(person: unknown = PERSON) {
  const server = new FakeServer({
    'GET /people/3': person,
    'GET /people/3/used': [{ offer: 'Marbling', lines: ['“The bath”: 60 % played'] }],
    'GET /people/3/desk': {
      notes: [
        {
          id: 5,
          author: 'owner@quireandthread.example',
          words: 'Met at the fair',
          at: '2026-11-21T10:00:00Z',
        },
      ],
      lists: [{ listId: 1, name: 'Letters', sentence: 'All we write', since: '2026-11-20T10:05:00Z' }],
    },
    'GET /people/3/timeline': LINES,
    'GET /lists': [
      { list: { id: 1, key: 'letters', settings: { name: 'Letters', sentence: 'All we write' } }, people: 9 },
    ],
    'GET /tags': [{ name: 'starter', people: 1 }],
  })
  const shown = await show(PersonPage, { at: '/people/3' })
  return { server, ...shown }
}

const panel = (name: string) => within(screen.getByRole('region', { name }))

describe('A person', () => {
  it('shows all that is known: history, passes, follow-ups, answers and consent as it was given', async () => {
    await open()
    await screen.findByRole('heading', { name: 'aoife@mail.example' })
    expect(await panel('History').findByText('was sent “Did it hold?”')).toBeTruthy()
    expect(panel('History').getByText('opened “Did it hold?”')).toBeTruthy()
    expect(panel('Notes').getByText('Met at the fair')).toBeTruthy()
    expect(panel('Passes').getByText(/used 2 of 5/)).toBeTruthy()
    expect(panel('What is known').getByText('A5')).toBeTruthy()
    expect(panel('Consent').getByText(/Did not tick: “Send me letters, too”/)).toBeTruthy()
    expect(panel('Consent').getByText(/from\s+192.0.2.0\/24/)).toBeTruthy()
  })

  it('shows what they did with what they were given', async () => {
    await open()
    await screen.findByRole('heading', { name: 'aoife@mail.example' })
    expect(panel('What they opened of Marbling').getByText('“The bath”: 60 % played')).toBeTruthy()
  })

  it('takes them out of a follow-up they are in, and back, not of one that has ended', async () => {
    const { user, server, notice } = await open()
    await screen.findByRole('heading', { name: 'aoife@mail.example' })
    server.on('DELETE /sequences/7/people/3', null)
    const buttons = panel('Follow-ups').getAllByRole('button', { name: 'Remove from the sequence' })
    expect(buttons).toHaveLength(1)
    await user.click(buttons[0]!)
    const asked = () => server.asked.map((a) => `${a.method} ${a.path}`)
    await expect.poll(() => notice.words).toMatch(/They get no more emails of/)
    expect(asked()).toContain('DELETE /sequences/7/people/3')
    server.on('POST /sequences/7/people/3/back', null)
    await notice.takeBack()
    expect(asked()).toContain('POST /sequences/7/people/3/back')
  })

  it('gives and takes tags', async () => {
    const { user, server } = await open()
    await screen.findByRole('heading', { name: 'aoife@mail.example' })
    server.on('PUT /people/3/tags', null)
    await user.click(screen.getByRole('button', { name: 'Take the tag starter' }))
    await expect.poll(() => server.bodies('PUT /people/3/tags')).toEqual([{ tag: 'starter', give: false }])
    expect(screen.getByRole('button', { name: 'Give it' }).hasAttribute('disabled')).toBe(true)
    await user.type(screen.getByLabelText('Give a tag'), 'starter')
    await user.click(screen.getByRole('button', { name: 'Give it' }))
    await expect.poll(() => server.bodies('PUT /people/3/tags')).toHaveLength(2)
    expect(server.bodies('PUT /people/3/tags')[1]).toEqual({ tag: 'starter', give: true })
  })

  it('stops counting what they open when they ask for it', async () => {
    const { user, server } = await open()
    const counts = await screen.findByLabelText('Count what they open and click')
    server.on('PUT /people/3/tracking', { ...PERSON, dossier: { ...PERSON.dossier, untracked: true } })
    await user.click(counts)
    await expect.poll(() => server.bodies('PUT /people/3/tracking')).toEqual([{ untracked: true }])
    await expect.poll(() => (counts as HTMLInputElement).checked).toBe(false)
  })

  it('asks before it stops their emails', async () => {
    const { user, server } = await open()
    server.on('POST /people/3/block', null)
    await user.click(await screen.findByRole('button', { name: 'Stop their emails' }))
    const dialog = await screen.findByRole('dialog')
    expect(dialog.textContent).toContain('also when they sign up again')
    await user.click(within(dialog).getByRole('button', { name: 'Go on sending' }))
    expect(server.bodies('POST /people/3/block')).toEqual([])
    await user.click(screen.getByRole('button', { name: 'Stop their emails' }))
    await user.click(within(await screen.findByRole('dialog')).getByRole('button', { name: 'Stop them' }))
    await expect.poll(() => server.bodies('POST /people/3/block')).toHaveLength(1)
  })

  it('tells of what did not reach the server', async () => {
    const { user, server, notice } = await open()
    server.on('PUT /people/3/tags', () => AWAY)
    await user.click(await screen.findByRole('button', { name: 'Take the tag starter' }))
    await expect.poll(() => notice.words).toContain('Whether that was done is not known')
    expect(screen.getByRole('button', { name: 'Take the tag starter' })).toBeTruthy()
  })

  it('narrows the history, keeps notes, and changes what is known in place', async () => {
    const { user, server } = await open()
    await screen.findByRole('heading', { name: 'aoife@mail.example' })
    server.on('GET /people/3/timeline?what=OPENED', LINES.slice(0, 1))
    await user.click(panel('History').getByRole('button', { name: 'Opened' }))
    await expect.poll(() => panel('History').queryByText('was sent “Did it hold?”')).toBeNull()
    server.on('POST /people/3/notes', [])
    await user.type(panel('Notes').getByLabelText('Write a note'), 'Likes linen')
    await user.click(panel('Notes').getByRole('button', { name: 'Keep it' }))
    await expect.poll(() => server.bodies('POST /people/3/notes')).toEqual([{ words: 'Likes linen' }])
    server.on('PUT /people/3/fields', {})
    await user.click(panel('What is known').getByRole('button', { name: 'Change' }))
    const name = panel('What is known').getByLabelText('First name')
    await user.clear(name)
    await user.type(name, 'Bea')
    await user.click(panel('What is known').getByRole('button', { name: 'Save' }))
    await expect
      .poll(() => server.bodies('PUT /people/3/fields'))
      .toEqual([{ firstName: 'Bea', answers: {} }])
  })

  it('says so when there is no such person', async () => {
    await open(new Says(404, { detail: 'There is nobody of that number.' }))
    expect(await screen.findByText('There is nobody of that number.')).toBeTruthy()
    expect(screen.queryByLabelText('Loading')).toBeNull()
  })
})
