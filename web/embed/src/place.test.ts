import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { followElements, followPlace } from './place'
import type { Undo } from './types'

describe('A page that changes without loading', () => {
  let stop: Undo
  const then = vi.fn()
  beforeEach(() => {
    vi.useFakeTimers()
    then.mockClear()
    history.replaceState(null, '', '/shop')
    stop = followPlace(then)
  })
  afterEach(() => {
    stop()
    history.replaceState(null, '', '/')
    vi.useRealTimers()
  })

  function go(address: string, how: 'pushState' | 'replaceState' = 'pushState') {
    then.mockClear()
    history[how](null, '', address)
    vi.runAllTimers()
  }

  it('is another page by its path, or by a route behind the hash', () => {
    go('/shop/papers')
    expect(then).toHaveBeenCalledExactlyOnceWith(true)
    go('/shop/papers#/basket')
    expect(then).toHaveBeenCalledExactlyOnceWith(true)
    go('/shop/threads', 'replaceState')
    expect(then).toHaveBeenCalledExactlyOnceWith(true)
  })

  it('is the same page with another query', () => {
    go('/shop?sort=price')
    expect(then).toHaveBeenCalledExactlyOnceWith(false)
  })

  it('is unchanged by a place within it', () => {
    go('/shop#prices')
    expect(then).not.toHaveBeenCalled()
  })

  it('leaves the history’s own ways as they were when it is followed no more', () => {
    const patched = history.pushState
    stop()
    expect(history.pushState).not.toBe(patched)
    go('/elsewhere')
    expect(then).not.toHaveBeenCalled()
  })
})

describe('A page that gets elements later', () => {
  it('is looked at once it rests', async () => {
    vi.useFakeTimers()
    const then = vi.fn()
    const stop = followElements(then)
    for (let i = 0; i < 5; i++) {
      document.body.append(document.createElement('i'))
      await Promise.resolve()
    }
    await vi.advanceTimersByTimeAsync(100)
    expect(then).toHaveBeenCalledTimes(1)
    stop()
    document.body.append(document.createElement('i'))
    await vi.advanceTimersByTimeAsync(100)
    expect(then).toHaveBeenCalledTimes(1)
    vi.useRealTimers()
  })
})
