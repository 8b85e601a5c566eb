import { screen, within } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import type { Effect, SequenceDraft, SequenceView } from '../api/types'
import { FakeServer, Says } from '../testing/fakeServer'
import { email, onePage, sequence, step } from '../testing/samples'
import { show } from '../testing/show'
import SequenceBench from './SequenceBench.vue'

const NO_EFFECT: Effect = {
  onTheirWay: 0,
  retimed: 0,
  pastNewSteps: 0,
  finished: 0,
  withinTheHour: 0,
  about: false,
}
const PREVIEW = {
  advice: [],
  bytes: 0,
  from: 'Quire & Thread',
  html: '<p></p>',
  ideas: [],
  madePlain: '',
  plain: '',
  preview: '',
  subject: '',
}

interface Save {
  version: number
  sequence: SequenceDraft
}

/** A server that keeps what is saved, as the real one does. */
function serve(first: SequenceView, effect: Effect = NO_EFFECT) {
  let now = first
  const server = new FakeServer({
    'GET /lists': [],
    'GET /trials/last': {},
    'GET /emails/layouts': [],
    'GET /sequences/7': () => now,
    'POST /sequences/7/effect': () => effect,
    'POST /sequences/7/plan': (draft: unknown) =>
      (draft as SequenceDraft).steps.map((_, i) => ({
        at: `2026-12-0${i + 1}T08:00:00Z`,
        from: `2026-12-0${i + 1}T08:00:00Z`,
      })),
    'PUT /sequences/7/paused': (body: unknown) =>
      (now = { ...now, paused: (body as { paused: boolean }).paused }),
    'PUT /sequences/7': (body: unknown) => {
      const { version, sequence: draft } = body as Save
      const steps = draft.steps.map((s, i) => ({ ...step(s.id ?? 90 + i, ''), ...s }) as never)
      return (now = { ...now, version: version + 1, name: draft.name, rules: draft.rules, steps })
    },
    'POST /mail/preview': PREVIEW,
    'GET /offers/names': [],
    'GET /tags': [],
    'GET /emails': onePage({
      emailId: 500,
      kind: 'FOLLOW_UP',
      content: email('A Sunday with a needle'),
      uses: [{ name: 'Winter letters', ready: true }],
    }),
  })
  const saves = () => server.bodies('PUT /sequences/7') as Save[]
  return { server, saves }
}

async function open(view: SequenceView, effect?: Effect) {
  const served = serve(view, effect)
  const shown = await show(SequenceBench, { props: { id: 7, offerId: 1, offerName: 'Plan' } })
  await screen.findByRole('heading', { name: view.name })
  return { ...served, ...shown }
}

const TWO = sequence(
  step(1, 'Did it hold, {{first_name}}?', { sent: 32, ahead: 4 }),
  step(2, 'Papers and threads'),
)
const cards = () => screen.getAllByRole('button', { name: /later/ }).map((card) => card.textContent)

describe('A sequence on its workbench', () => {
  it('lists its emails with rules and numbers, as Aoife would read them', async () => {
    await open({ ...TWO, onTheirWay: 17, dueByTomorrow: 1 })
    expect(cards()[0]).toContain('Did it hold, Aoife?')
    expect(cards()[0]).toContain('1 day later')
    expect(screen.getByText('32 sent · 4 people next')).toBeTruthy()
    expect(
      screen.getByText(/17 people are on their way, 1 of them gets the next one by tomorrow/),
    ).toBeTruthy()
  })

  it('says what to do while there is no email', async () => {
    const { user, saves } = await open(sequence())
    expect(screen.getByText(/No emails yet/)).toBeTruthy()
    await user.click(screen.getByRole('button', { name: 'Add an email' }))
    expect(screen.getByText('Draft: nobody gets it yet')).toBeTruthy()
    await expect.poll(saves).toHaveLength(1)
    expect(saves()[0]!.sequence.steps[0]!.ready).toBe(false)
  })

  it('moves an email by Alt and an arrow, and undoes it', async () => {
    const { user, saves } = await open(TWO)
    const handle = screen.getByRole('button', { name: /Move email 1/ })
    handle.focus()
    await user.keyboard('{Alt>}{ArrowDown}{/Alt}')
    expect(cards()[0]).toContain('Papers and threads')
    await expect.poll(saves).toHaveLength(1)
    expect(saves()[0]!.sequence.steps.map((s) => s.id)).toEqual([2, 1])
    await user.click(await screen.findByRole('button', { name: 'Undo' }))
    await expect.poll(saves).toHaveLength(2)
    expect(saves()[1]!.sequence.steps.map((s) => s.id)).toEqual([1, 2])
  })

  it('shows the numbers before it saves what changes things for people on their way', async () => {
    const { user, saves } = await open(TWO, { ...NO_EFFECT, onTheirWay: 17, retimed: 12, withinTheHour: 3 })
    const waits = screen.getByLabelText('Waits')
    await user.clear(waits)
    await user.type(waits, '5')
    const note = await screen.findByTestId('effect')
    expect(note.textContent).toContain('3 people would get an email within the next hour')
    expect(note.textContent).toContain('12 people would get their next email at another time')
    expect(saves()).toEqual([])
    await user.click(within(note).getByRole('button', { name: 'Save it' }))
    await expect.poll(saves).toHaveLength(1)
    expect(saves()[0]!.sequence.steps[0]!.rules.waitAmount).toBe(5)
  })

  it('says that numbers of many people come from a sample', async () => {
    const { user } = await open(TWO, { ...NO_EFFECT, onTheirWay: 480_000, retimed: 240_000, about: true })
    const waits = screen.getByLabelText('Waits')
    await user.clear(waits)
    await user.type(waits, '5')
    const note = await screen.findByTestId('effect')
    expect(note.textContent).toContain('About 240,000 people would get their next email at another time')
    expect(note.textContent).toContain('480,000 people are on their way')
  })

  it('shows how far an edit has reached, until it has reached all', async () => {
    const { server } = await open({
      ...TWO,
      onTheirWay: 480_000,
      retiming: { done: 1200, expected: 480_000 },
    })
    expect((await screen.findByTestId('retiming')).textContent).toContain('1,200 of 480,000 people')
    server.on('GET /sequences/7', TWO)
    await expect.poll(() => screen.queryByTestId('retiming'), { timeout: 5000 }).toBeNull()
  })

  it('puts back what was not meant, and saves nothing', async () => {
    const { user, saves } = await open(TWO, { ...NO_EFFECT, onTheirWay: 17, retimed: 12 })
    const waits = screen.getByLabelText('Waits')
    await user.clear(waits)
    await user.type(waits, '5')
    await user.click(within(await screen.findByTestId('effect')).getByRole('button', { name: 'Put it back' }))
    expect((screen.getByLabelText('Waits') as HTMLInputElement).value).toBe('1')
    expect(saves()).toEqual([])
  })

  it('lets those who had finished go on with what was added only where the owner wants it', async () => {
    const { user, saves } = await open(TWO, { ...NO_EFFECT, finished: 6 })
    await user.click(screen.getByRole('button', { name: 'Add an email' }))
    const note = await screen.findByTestId('effect')
    await user.click(within(note).getByLabelText('Let 6 people go on with what was added'))
    await user.click(within(await screen.findByTestId('effect')).getByRole('button', { name: 'Save it' }))
    await expect.poll(saves).toHaveLength(1)
    expect(saves()[0]!.sequence.reopens).toBe(true)
  })

  it('shares an email there is, instead of copying it', async () => {
    const { user, saves } = await open(TWO)
    await user.click(screen.getByRole('button', { name: 'Use an existing email' }))
    await user.click(await screen.findByRole('button', { name: /A Sunday with a needle/ }))
    await expect.poll(saves).toHaveLength(1)
    expect(saves()[0]!.sequence.steps[2]!.emailId).toBe(500)
  })

  it('takes an email out at once, and brings it back with what was typed meanwhile', async () => {
    const { user, saves, notice } = await open(TWO)
    await user.click(screen.getByRole('button', { name: 'Remove this email' }))
    await expect.poll(saves).toHaveLength(1)
    expect(saves()[0]!.sequence.steps.map((s) => s.id)).toEqual([2])
    expect(notice.words).toBe('Email 1 is removed.')
    const waits = screen.getByLabelText('Waits')
    await user.clear(waits)
    await user.type(waits, '9')
    await notice.takeBack()
    await expect
      .poll(() =>
        saves()
          .at(-1)!
          .sequence.steps.map((s) => s.id),
      )
      .toEqual([1, 2])
    expect(saves().at(-1)!.sequence.steps[1]!.rules.waitAmount).toBe(9)
  })

  it('pauses, says what that means, and goes on', async () => {
    const { user, server } = await open(TWO)
    await user.click(screen.getByRole('button', { name: 'Pause it' }))
    expect(await screen.findByText(/What is overdue then goes out at once, in order/)).toBeTruthy()
    await user.click(screen.getByRole('button', { name: 'Resume' }))
    await expect
      .poll(() => server.bodies('PUT /sequences/7/paused'))
      .toEqual([{ paused: true }, { paused: false }])
  })

  it('tells a rule that cannot be beside its field, and keeps what was typed', async () => {
    const { user, server } = await open(TWO)
    server.on(
      'PUT /sequences/7',
      new Says(422, {
        detail: 'Not saved.',
        problems: [{ field: 'steps[0].rules.waitAmount', code: 'too_long', message: 'At most 365 days.' }],
      }),
    )
    const waits = screen.getByLabelText('Waits')
    await user.clear(waits)
    await user.type(waits, '900')
    expect(await screen.findAllByText('At most 365 days.')).toHaveLength(2)
    expect((waits as HTMLInputElement).value).toBe('900')
  })

  it('offers both ways out when another tab saved first', async () => {
    const { user, server, saves } = await open(TWO)
    server.on('PUT /sequences/7', new Says(409, { detail: 'Somebody saved this meanwhile.' }))
    await user.click(screen.getByRole('button', { name: 'Add an email' }))
    expect(await screen.findByText(/Somebody saved this while you were at it/)).toBeTruthy()
    server.on('PUT /sequences/7', TWO)
    await user.click(screen.getByRole('button', { name: 'See what differs' }))
    await user.click(await screen.findByRole('button', { name: 'All theirs' }))
    await user.click(screen.getByRole('button', { name: 'Save what I chose' }))
    await expect.poll(() => cards().length).toBe(2)
    expect(saves()).toHaveLength(1)
  })
})
