import { fireEvent, screen, waitFor, within } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import { reactive, ref } from 'vue'
import type { PrizeSlice, PrizeWheel, SpinLine, WheelNumbers } from '../api/types'
import { AWAY, FakeServer, Says } from '../testing/fakeServer'
import { show } from '../testing/show'
import FitDialog from './FitDialog.vue'
import LimitFields from './LimitFields.vue'
import SeenPanel from './SeenPanel.vue'
import SliceFields from './SliceFields.vue'
import SliceRow from './SliceRow.vue'
import SpinsPage from './SpinsPage.vue'
import { chanceWords, copyOf, freshSlice, sum } from './slices'

const slice = (more: Partial<PrizeSlice> = {}): PrizeSlice => ({
  id: 'a',
  label: 'Sheet',
  weight: 15,
  pieces: 40,
  prize: { kind: 'WORDS', title: 'Marbled sheet', words: '' },
  cost: 100,
  colour: '#DCE8E1',
  pattern: 'WAVES',
  tags: [],
  ...more,
})
const next = slice({ id: 'b', label: 'Next time', weight: 85, pieces: undefined, cost: 0 })
next.prize = { kind: 'NONE', title: '', words: '' }

const wheel = (): PrizeWheel =>
  reactive({ kind: 'WHEEL', currency: 'EUR', slices: [slice(), { ...next }] }) as unknown as PrizeWheel

const NUMBERS: WheelNumbers = {
  slices: [
    { id: 'a', chance: '3 in 20', percent: 15, left: 12, runsOut: '2026-12-14', seen: 32, expected: 36 },
    { id: 'b', chance: '17 in 20', percent: 85, seen: 208, expected: 204 },
  ],
  cost: 15,
  winners: 0.15,
  next: { spins: 1000, mean: 15_000, low: 13_000, high: 17_000 },
  fairness: { p: 0.0004, words: 'unlikely to be chance' },
  counts: { spins: 240, won: 20, reserved: 4, freed: 8, used: 9 },
  limits: 'One spin a fortnight, starting over Mondays at 06:00; at least a day between.',
  resets: ['2026-12-07T06:00:00Z', '2026-12-21T06:00:00Z', '2027-01-04T06:00:00Z'],
}

const row = (more: Record<string, unknown> = {}) =>
  show(SliceRow, {
    props: {
      modelValue: reactive(slice()),
      number: 1,
      numbers: NUMBERS.slices[0],
      currency: 'EUR',
      prizeName: '',
      open: false,
      removable: true,
      soon: false,
      path: 'gives.slices[0]',
      problemAt: () => undefined,
      ...more,
    },
  })

describe('A slice', () => {
  it('says its exact chance, what is left and till when, what it brings and costs', async () => {
    new FakeServer()
    await row()
    expect(screen.getByText('3 in 20 · 15 %')).toBeTruthy()
    expect(screen.getByText('12 left')).toBeTruthy()
    expect(screen.getByText(/till 14 Dec/)).toBeTruthy()
    expect(screen.getByRole('button', { name: 'What Sheet brings' }).textContent).toContain('€1.00')
  })

  it('is made likelier by press and by key, and never weighs nothing', async () => {
    new FakeServer()
    const mine = reactive(slice({ weight: 1 }))
    const { user } = await row({ modelValue: mine })
    await user.click(screen.getByRole('button', { name: 'Weight of Sheet: one more' }))
    expect(mine.weight).toBe(2)
    await fireEvent.keyDown(screen.getByLabelText('Weight of Sheet'), { key: 'ArrowDown' })
    await fireEvent.keyDown(screen.getByLabelText('Weight of Sheet'), { key: 'ArrowDown' })
    expect(mine.weight).toBe(1)
    await user.clear(screen.getByLabelText('Weight of Sheet'))
    await user.type(screen.getByLabelText('Weight of Sheet'), '2.5')
    expect(mine.weight).toBe(2.5)
  })

  it('shows a weight that cannot be where it stands', async () => {
    new FakeServer()
    await row({ problemAt: (field: string) => (field.endsWith('weight') ? 'More than 0.' : undefined) })
    expect(screen.getByLabelText('Weight of Sheet').getAttribute('aria-invalid')).toBe('true')
  })

  it('warns of words that are hard to read on its ground', async () => {
    new FakeServer({ 'GET /tags': [], 'GET /business': {} })
    const mine = reactive(slice({ colour: '#16423C' }))
    await show(SliceFields, {
      props: {
        modelValue: mine,
        currency: 'EUR',
        offers: [],
        path: 'gives.slices[0]',
        problemAt: () => undefined,
      },
    })
    expect(screen.getByText(/hard to read/)).toBeTruthy()
    mine.colour = '#FFFFFF'
    await waitFor(() => expect(screen.queryByText(/hard to read/)).toBeNull())
  })

  it('of a new wheel has a ground no neighbour has, and a copy has a key of its own', () => {
    const made = wheel()
    const fresh = freshSlice(made)
    expect(fresh.colour).not.toBe(made.slices[1]!.colour)
    expect(copyOf(slice()).id).not.toBe('a')
    expect(sum([slice({ weight: 0.1 }), slice({ weight: 0.2 })])).toBe(0.3)
    expect(chanceWords({ ...NUMBERS.slices[0]!, chance: '' })).toBe('nobody draws it')
  })
})

describe('What came', () => {
  it('stands beside what was to be expected, with the test in words', async () => {
    new FakeServer()
    await show(SeenPanel, { props: { slices: wheel().slices, numbers: NUMBERS } })
    expect(screen.getByText('Seen in 240 spins')).toBeTruthy()
    expect(screen.getByText(/unlikely to be chance/).textContent).toContain('(p below 0.001)')
    expect(within(screen.getAllByRole('row')[1]!).getByText('36.0')).toBeTruthy()
  })
})

describe('Limits', () => {
  it('are said in a sentence, with the next three times they start over', async () => {
    new FakeServer({ 'GET /business': {} })
    const rules = reactive({ spins: 1, days: 14, firstDay: '2026-01-05', at: '06:00:00', gapHours: 24 })
    await show(LimitFields, { props: { modelValue: rules, numbers: NUMBERS, problemAt: () => undefined } })
    expect(screen.getByText(NUMBERS.limits)).toBeTruthy()
    expect(screen.getByText(/Mon,? 7 Dec.*Mon,? 21 Dec.*Mon,? 4 Jan/)).toBeTruthy()
  })
})

describe('Fit to a budget', () => {
  const fitted = {
    possible: true,
    changes: [{ slice: 'a', from: 15, to: 9 }],
    after: { ...NUMBERS, cost: 10 },
  }

  async function dialog(answer: unknown) {
    const server = new FakeServer({ 'POST /offers/1/wheel/fit': answer })
    const mine = wheel()
    const open = ref(true)
    const shown = await show(FitDialog, {
      props: {
        offerId: 1,
        wheel: mine,
        open: true,
        'onUpdate:open': (now: boolean) => (open.value = now),
      },
    })
    await shown.user.type(await screen.findByLabelText('A spin costs at most'), '0.10')
    await shown.user.click(screen.getByRole('button', { name: 'Calculate' }))
    return { ...shown, server, mine, open }
  }

  it('shows what it would change, and changes it when it is taken', async () => {
    const { user, server, mine, open } = await dialog(fitted)
    expect(await screen.findByText('Sheet: 9 instead of 15')).toBeTruthy()
    expect(server.bodies('POST /offers/1/wheel/fit')[0]).toMatchObject({ mostCost: 10 })
    expect(mine.slices[0]!.weight).toBe(15)
    await user.click(screen.getByRole('button', { name: 'Use these weights' }))
    expect(mine.slices[0]!.weight).toBe(9)
    expect(open.value).toBe(false)
  })

  it('says when no weights do that, and what went wrong', async () => {
    await dialog({ possible: false, changes: [], after: NUMBERS })
    expect(await screen.findByText(/No weights do that/)).toBeTruthy()
    expect(screen.getByRole('button', { name: 'Use these weights' }).hasAttribute('disabled')).toBe(true)
    document.body.replaceChildren()
    await dialog(AWAY)
    expect(await screen.findByText('Jeton cannot be reached.')).toBeTruthy()
  })
})

describe('All spins', () => {
  const line: SpinLine = {
    id: 7,
    personId: 3,
    email: 'imogen@letters.example',
    firstName: 'Imogen',
    at: '2026-11-20T10:00:00Z',
    slice: 'Sheet',
    prize: 'Marbled sheet',
    code: 'QT-1',
    became: 'waiting',
    givenBack: false,
  }

  it('are listed, and given back once that was asked', async () => {
    const server = new FakeServer({
      'GET /offers/1/wheel/spins': [line],
      'POST /offers/1/wheel/spins/7/give-back': {},
      'GET /offers/1': new Says(404),
      'GET /business': {},
    })
    const { user } = await show(SpinsPage, { at: '/offers/1/spins' })
    expect(await screen.findByText('waits to be confirmed')).toBeTruthy()
    await user.click(screen.getByRole('button', { name: 'Give imogen@letters.example their spins back' }))
    expect(server.bodies('POST /offers/1/wheel/spins/7/give-back')).toHaveLength(0)
    await user.click(await screen.findByRole('button', { name: 'Give them back' }))
    expect(await screen.findByText('imogen@letters.example may spin again.')).toBeTruthy()
  })

  it('say when there is none yet', async () => {
    new FakeServer({ 'GET /offers/1/wheel/spins': [], 'GET /offers/1': new Says(404), 'GET /business': {} })
    await show(SpinsPage, { at: '/offers/1/spins' })
    expect(await screen.findByText(/Nobody has spun yet/)).toBeTruthy()
  })
})
