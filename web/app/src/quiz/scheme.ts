import type { Quiz, QuizAnswer, QuizOutcome, QuizQuestion, QuizScheme } from '../api/types'
import { percent } from '../shared/when'

export const MOST_QUESTIONS = 30
export const MOST_OUTCOMES = 12
export const MOST_ANSWERS = 12
export const MOST_POINTS = 10

const MOST_KEY = 999

/** A key that none of these has. Keys tie points to outcomes and answers to people: one that was there is not given again. */
export function freshKey(letter: string, taken: string[]): string {
  let n = 1
  while (taken.includes(letter + n) && n < MOST_KEY) n++
  return letter + n
}

export const freshAnswer = (question: QuizQuestion): QuizAnswer => ({
  id: freshKey(
    'a',
    question.answers.map(({ id }) => id),
  ),
  words: '',
  picture: '',
  points: {},
  worth: 0,
  tags: [],
})

export function freshQuestion(scheme: QuizScheme): QuizQuestion {
  const id = freshKey(
    'q',
    scheme.questions.map((question) => question.id),
  )
  const question = { id, name: '', words: '', picture: '', several: false, optional: false, answers: [] }
  const first = freshAnswer(question)
  return { ...question, answers: [first, { ...first, id: 'a2' }] }
}

/** A new outcome; where answers add to one total, it owns what comes after the others. */
export function freshOutcome(scheme: QuizScheme): QuizOutcome {
  const from = scheme.outcomes.length ? Math.max(...scheme.outcomes.map(({ to }) => to)) + 1 : 0
  return {
    id: freshKey(
      'o',
      scheme.outcomes.map(({ id }) => id),
    ),
    title: '',
    words: '',
    picture: '',
    label: '',
    href: '',
    from,
    to: from + 4,
    tags: [],
  }
}

/** How outcomes are told apart, without colour too: by a letter in a disc of its own pattern. */
export const letterOf = (place: number) => String.fromCharCode(65 + (place % 26))

/** Patterns there are. */
export const PATTERNS = 6

export const nameOf = (question: QuizQuestion, place: number) => question.name || `Question ${place + 1}`

export const titleOf = (outcome: QuizOutcome, place: number) => outcome.title || `Outcome ${letterOf(place)}`

/** What answers come to so far, by outcome; the one total where they add to one. */
export function soFar(scheme: QuizScheme, answers: Record<string, string[]>) {
  const chosen = scheme.questions.flatMap((question) =>
    question.answers.filter(({ id }) => answers[question.id]?.includes(id)),
  )
  return {
    total: chosen.reduce((sum, { worth }) => sum + worth, 0),
    points: Object.fromEntries(
      scheme.outcomes.map(({ id }) => [
        id,
        chosen.reduce((sum, answer) => sum + (answer.points[id] ?? 0), 0),
      ]),
    ),
  }
}

/** A share of all ways to answer: part of the whole in lowest terms, and half the width of its interval where it was drawn. */
interface Share {
  value: number
  part: string
  whole: string
  error: number
}

const FEW = 9

/** “28 of 81 ways”, “±0.2” where it was drawn; nothing where numbers are too long to say anything. */
export function waysWords({ part, whole, error }: Share, common: string): string {
  if (error > 0) return `±${(100 * error).toFixed(1)}`
  return common.length <= FEW ? `${(BigInt(part) * BigInt(common)) / BigInt(whole)} of ${common} ways` : ''
}

/** The same in a sentence: “28 of 81 ways (35 %)”, or “about 35 %”. */
export function shareWords(share: Share, common: string): string {
  const ways = share.error > 0 ? '' : waysWords(share, common)
  return ways ? `${ways} (${percent(share.value)})` : `about ${percent(share.value)}`
}

/** Whether there is nothing of a quiz yet. */
export const isBlank = ({ scheme }: Quiz) => !scheme.questions.length && !scheme.outcomes.length
