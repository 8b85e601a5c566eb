import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, type Ref } from 'vue'
import { useHandsRest } from './useHandsRest'

describe('Hands at rest', () => {
  beforeEach(() => vi.useFakeTimers())
  afterEach(() => vi.useRealTimers())

  const key = () => window.dispatchEvent(new KeyboardEvent('keydown', { key: 'a' }))
  const inScope = () => {
    const scope = effectScope()
    return { scope, rest: scope.run(useHandsRest) as Ref<boolean> }
  }

  it('come a moment after the last key, and stay', () => {
    const { rest } = inScope()
    for (let i = 0; i < 10; i++) {
      vi.advanceTimersByTime(500)
      key()
    }
    expect(rest.value).toBe(false)
    vi.advanceTimersByTime(800)
    expect(rest.value).toBe(true)
    key()
    expect(rest.value).toBe(true)
  })

  it('are waited for no longer when nobody wants to know', () => {
    const { scope, rest } = inScope()
    scope.stop()
    vi.advanceTimersByTime(5000)
    expect(rest.value).toBe(false)
  })
})
