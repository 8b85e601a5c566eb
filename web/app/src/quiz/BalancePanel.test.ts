import { screen, waitFor, within } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import { reactive, ref } from 'vue'
import type { QuizBalance, QuizScheme } from '../api/types'
import { FakeServer } from '../testing/fakeServer'
import { show } from '../testing/show'
import BalancePanel from './BalancePanel.vue'
import EvenDialog from './EvenDialog.vue'
import QuestionEditor from './QuestionEditor.vue'
import { freshOutcome, freshQuestion } from './scheme'

const scheme = (): QuizScheme => {
  const made: QuizScheme = { scoring: 'MATCH', outcomes: [], questions: [], tieBreak: undefined }
  for (const title of ['Coptic', 'Case']) made.outcomes.push({ ...freshOutcome(made), title })
  made.questions.push({ ...freshQuestion(made), words: 'How should it open?' })
  made.questions[0]!.answers[0]!.words = 'Quite flat'
  made.questions[0]!.answers[1]!.words = 'A little stiff'
  return made
}

const share = (part: number, whole: number) => ({
  part: String(part),
  whole: String(whole),
  value: part / whole,
  error: 0,
})

const BALANCE: QuizBalance = {
  ways: '162',
  common: '81',
  shares: { o1: share(28, 81), o2: share(53, 81) },
  nobody: share(0, 1),
  ties: share(2, 27),
  unreachable: [],
  exact: true,
  totals: [],
  unowned: [],
  ownedTwice: [],
  changed: { o1: share(33, 81), o2: share(48, 81) },
}

async function panel(more: Partial<QuizBalance> = {}, made = scheme()) {
  new FakeServer({})
  return show(BalancePanel, {
    props: {
      modelValue: { ...made, tieBreak: 'q1' },
      offerId: 1,
      balance: { ...BALANCE, ...more },
      fault: '',
      seen: null,
      whatIf: null,
    },
  })
}

describe('The balance of a quiz', () => {
  it('says the shares, the ties, and what decides them', async () => {
    await panel()
    expect(screen.getByText(/28 of 81 ways/)).toBeTruthy()
    expect(screen.getByText('162 ways to answer, in lowest terms 81')).toBeTruthy()
    expect(screen.getByText('6 of 81 ways (7 %) tie; question 1 decides.')).toBeTruthy()
  })

  it('names whoever nobody gets, and says that an estimate is one', async () => {
    await panel({ unreachable: ['o2'], exact: false })
    expect(screen.getByText('nobody gets it')).toBeTruthy()
    expect(screen.getByText(/estimated from 200,000 ways/)).toBeTruthy()
  })

  it('says what one more point would change', async () => {
    new FakeServer({})
    await show(BalancePanel, {
      props: {
        modelValue: scheme(),
        offerId: 1,
        balance: BALANCE,
        fault: '',
        seen: null,
        whatIf: { question: 'q1', answer: 'a1', outcome: 'o1', points: 1 },
      },
    })
    expect(screen.getByText('Raise “Quite flat” by 1: Coptic 35 → 41 %, Case 65 → 59 %')).toBeTruthy()
  })

  it('evens it out by a list that is looked at first', async () => {
    new FakeServer({
      'POST /offers/1/quiz/even': {
        changes: [{ question: 'q1', answer: 'a2', outcome: 'o1', from: 0, to: 2 }],
        after: BALANCE,
        reached: true,
      },
    })
    const taken = ref<QuizScheme>()
    const { user } = await show(EvenDialog, {
      props: {
        scheme: scheme(),
        open: true,
        offerId: 1,
        'onUpdate:scheme': (next: QuizScheme) => (taken.value = next),
      },
    })
    await waitFor(() => expect(screen.getByText('“A little stiff” gives Coptic 2 instead of 0')).toBeTruthy())
    expect(taken.value).toBeUndefined()
    await user.click(screen.getByRole('button', { name: 'Apply these' }))
    expect(taken.value!.questions[0]!.answers[1]!.points).toEqual({ o1: 2 })
  })
})

describe('A question', () => {
  async function editor() {
    new FakeServer({ 'GET /tags': [] })
    const made = reactive(scheme())
    const looked: unknown[] = []
    const shown = await show(QuestionEditor, {
      props: {
        modelValue: made.questions[0],
        scheme: made,
        number: 1,
        path: 'gives.scheme.questions[0]',
        problemAt: (field: string) => (field.endsWith('answers[1].words') ? 'Too long.' : undefined),
        onLook: (whatIf: unknown) => looked.push(whatIf),
      },
    })
    return { ...shown, question: made.questions[0]!, looked }
  }

  it('has points given by keys, and tells what one more would be', async () => {
    const { user, question, looked } = await editor()
    const points = screen.getByRole('spinbutton', { name: 'Points of Quite flat for Coptic' })
    points.focus()
    await user.keyboard('{ArrowUp}{ArrowUp}{ArrowDown}')
    expect(question.answers[0]!.points).toEqual({ o1: 1 })
    await user.keyboard('7')
    expect(question.answers[0]!.points).toEqual({ o1: 7 })
    expect(looked[0]).toEqual({ question: 'q1', answer: 'a1', outcome: 'o1', points: 1 })
  })

  it('takes the scoring along when answers are put in another order (Q5), and shows faults where they are', async () => {
    const { user, question } = await editor()
    question.answers[0]!.points = { o1: 3 }
    screen.getByRole('button', { name: /^Move Quite flat/ }).focus()
    await user.keyboard('{Alt>}{ArrowDown}{/Alt}')
    expect(question.answers.map(({ words, points }) => [words, points])).toEqual([
      ['A little stiff', {}],
      ['Quite flat', { o1: 3 }],
    ])
    expect(within(document.body).getAllByText('Too long.')).toHaveLength(1)
  })

  it('goes on to the next answer by Enter, and to a new one after the last', async () => {
    const { user, question } = await editor()
    screen.getByRole('textbox', { name: 'Words of answer 1' }).focus()
    await user.keyboard('{Enter}')
    expect(document.activeElement).toBe(screen.getByRole('textbox', { name: 'Words of answer 2' }))
    await user.keyboard('{Enter}')
    await waitFor(() => expect(question.answers).toHaveLength(3))
    expect(new Set(question.answers.map(({ id }) => id)).size).toBe(3)
  })
})
