import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick, ref } from 'vue'
import { useLatest } from './useLatest'

function ask(answers: Record<string, () => Promise<string>>) {
  const question = ref<string | null>('first')
  const asked: string[] = []
  const scope = effectScope()
  const latest = scope.run(() =>
    useLatest(
      () => question.value,
      (q) => {
        asked.push(q)
        return answers[q]!()
      },
      100,
    ),
  )!
  return { question, asked, scope, ...latest }
}

const after = (ms: number, answer: string) => () =>
  new Promise<string>((resolve) => setTimeout(() => resolve(answer), ms))

describe('useLatest', () => {
  beforeEach(() => vi.useFakeTimers())
  afterEach(() => vi.useRealTimers())

  it('asks the first question at once, and later ones a pause after the last change', async () => {
    const { question, asked, answer, busy } = ask({ first: after(0, '1'), ab: after(0, '2') })
    await vi.advanceTimersByTimeAsync(1)
    expect(answer.value).toBe('1')
    expect(busy.value).toBe(false)
    question.value = 'a'
    await nextTick()
    await vi.advanceTimersByTimeAsync(60)
    question.value = 'ab'
    await nextTick()
    expect(busy.value).toBe(true)
    await vi.advanceTimersByTimeAsync(99)
    expect(asked).toEqual(['first'])
    await vi.advanceTimersByTimeAsync(2)
    expect(asked).toEqual(['first', 'ab'])
    expect(answer.value).toBe('2')
    expect(busy.value).toBe(false)
  })

  it('lets an old answer that comes late not stand over a newer one', async () => {
    const { question, answer, busy } = ask({ first: after(500, 'slow'), next: after(10, 'quick') })
    await vi.advanceTimersByTimeAsync(1)
    question.value = 'next'
    await vi.advanceTimersByTimeAsync(120)
    expect(answer.value).toBe('quick')
    await vi.advanceTimersByTimeAsync(600)
    expect(answer.value).toBe('quick')
    expect(busy.value).toBe(false)
  })

  it('keeps the last answer when a question fails, and says why', async () => {
    const { question, answer, fault, busy } = ask({
      first: after(0, '1'),
      bad: () => Promise.reject(new Error('Jeton cannot be reached.')),
      good: after(0, '3'),
    })
    await vi.advanceTimersByTimeAsync(1)
    question.value = 'bad'
    await vi.advanceTimersByTimeAsync(101)
    expect(answer.value).toBe('1')
    expect(fault.value).toBe('Jeton cannot be reached.')
    expect(busy.value).toBe(false)
    question.value = 'good'
    await vi.advanceTimersByTimeAsync(101)
    expect(answer.value).toBe('3')
    expect(fault.value).toBe('')
  })

  it('asks nothing while there is no question', async () => {
    const { question, asked, busy } = ask({ first: after(0, '1') })
    question.value = null
    await vi.advanceTimersByTimeAsync(500)
    expect(asked).toEqual([])
    expect(busy.value).toBe(false)
  })

  it('asks nothing more when the view is gone', async () => {
    const { question, asked, scope } = ask({ first: after(0, '1') })
    await vi.advanceTimersByTimeAsync(1)
    question.value = 'late'
    await nextTick()
    scope.stop()
    await vi.advanceTimersByTimeAsync(500)
    expect(asked).toEqual(['first'])
  })
})
