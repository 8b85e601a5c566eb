import { describe, expect, it } from 'vitest'
import type { QuizScheme } from '../api/types'
import { freshKey, freshOutcome, freshQuestion, shareWords, soFar, waysWords } from './scheme'

const SCHEME: QuizScheme = {
  scoring: 'MATCH',
  tieBreak: 'q1',
  outcomes: [
    { id: 'o1', title: 'A', words: '', picture: '', label: '', href: '', from: 0, to: 4, tags: [] },
    { id: 'o2', title: 'B', words: '', picture: '', label: '', href: '', from: 5, to: 9, tags: [] },
  ],
  questions: [
    {
      id: 'q1',
      name: '',
      words: 'One?',
      picture: '',
      several: false,
      optional: false,
      answers: [
        { id: 'a1', words: 'x', picture: '', points: { o1: 2 }, worth: 3, tags: [] },
        { id: 'a2', words: 'y', picture: '', points: { o2: 1 }, worth: -1, tags: [] },
      ],
    },
  ],
}

describe('A quiz as it is edited', () => {
  it('gives keys that nothing has', () => {
    expect(freshKey('q', ['q1', 'q3'])).toBe('q2')
    expect(freshQuestion(SCHEME)).toMatchObject({ id: 'q2', answers: [{ id: 'a1' }, { id: 'a2' }] })
  })

  it('has a new outcome own what comes after the others', () => {
    expect(freshOutcome(SCHEME)).toMatchObject({ id: 'o3', from: 10, to: 14 })
  })

  it('adds up what answers come to so far', () => {
    expect(soFar(SCHEME, { q1: ['a1', 'a2'] })).toEqual({ total: 2, points: { o1: 2, o2: 1 } })
    expect(soFar(SCHEME, { q9: ['a1'] }).points).toEqual({ o1: 0, o2: 0 })
  })

  it('says shares in words', () => {
    const share = { value: 28 / 81, part: '28', whole: '81', error: 0 }
    expect(waysWords(share, '81')).toBe('28 of 81 ways')
    expect(waysWords(share, '162')).toBe('56 of 162 ways')
    expect(shareWords(share, '81')).toBe('28 of 81 ways (35\u00a0%)')
    expect(shareWords({ ...share, error: 0.002 }, '81')).toBe('about 35\u00a0%')
    expect(waysWords({ ...share, error: 0.002 }, '81')).toBe('±0.2')
    expect(waysWords(share, '8'.repeat(30))).toBe('')
  })
})
