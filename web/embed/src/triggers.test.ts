import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { wait } from './triggers'

const coarse = { matches: false }

describe('the moment of a form', () => {
  beforeEach(() => {
    vi.useFakeTimers()
    vi.stubGlobal('matchMedia', () => coarse)
    vi.stubGlobal('scrollY', 0)
  })
  afterEach(() => {
    vi.useRealTimers()
    vi.unstubAllGlobals()
    coarse.matches = false
  })

  it('is at once, and once', () => {
    const then = vi.fn()
    wait({ kind: 'AT_ONCE', amount: 0 }, then)
    expect(then).toHaveBeenCalledTimes(1)
  })

  it('comes after its seconds, unless the page is left before', () => {
    const then = vi.fn()
    wait({ kind: 'AFTER_SECONDS', amount: 10 }, then)
    vi.advanceTimersByTime(9_999)
    expect(then).not.toHaveBeenCalled()
    vi.advanceTimersByTime(1)
    expect(then).toHaveBeenCalledTimes(1)

    const never = vi.fn()
    const stop = wait({ kind: 'AFTER_SECONDS', amount: 10 }, never)
    stop()
    stop()
    vi.advanceTimersByTime(60_000)
    expect(never).not.toHaveBeenCalled()
  })

  it('comes when the pointer goes out at the top, not at a side or into a frame', () => {
    const then = vi.fn()
    wait({ kind: 'ON_LEAVING', amount: 0 }, then)
    document.dispatchEvent(new MouseEvent('mouseout', { clientY: 300 }))
    document.dispatchEvent(new MouseEvent('mouseout', { clientY: -1, relatedTarget: document.body }))
    expect(then).not.toHaveBeenCalled()
    document.dispatchEvent(new MouseEvent('mouseout', { clientY: -1 }))
    document.dispatchEvent(new MouseEvent('mouseout', { clientY: -1 }))
    expect(then).toHaveBeenCalledTimes(1)
  })

  it('comes with a fast scroll up or a step back on touch screens', () => {
    coarse.matches = true
    vi.stubGlobal('scrollY', 2000)
    const slow = vi.fn()
    const stop = wait({ kind: 'ON_LEAVING', amount: 0 }, slow)
    vi.advanceTimersByTime(1000)
    vi.stubGlobal('scrollY', 1900)
    window.dispatchEvent(new Event('scroll'))
    expect(slow).not.toHaveBeenCalled()
    vi.advanceTimersByTime(100)
    vi.stubGlobal('scrollY', 1200)
    window.dispatchEvent(new Event('scroll'))
    expect(slow).toHaveBeenCalledTimes(1)
    stop()

    const back = vi.fn()
    const here = history.length
    const unback = wait({ kind: 'ON_LEAVING', amount: 0 }, back)
    expect(history.length).toBe(here)
    window.dispatchEvent(new Event('touchend'))
    expect(history.length).toBe(here + 1)
    expect(history.state).toMatchObject({ jeton: 1 })
    // As the browser does on "back": our entry is left.
    history.replaceState(null, '')
    window.dispatchEvent(new PopStateEvent('popstate'))
    expect(back).toHaveBeenCalledTimes(1)
    unback()
  })

  it('takes a link within the page, and a step in the page’s own history, for no leaving', () => {
    coarse.matches = true
    const then = vi.fn()
    const stop = wait({ kind: 'ON_LEAVING', amount: 0 }, then)
    window.dispatchEvent(new PopStateEvent('popstate'))
    window.dispatchEvent(new Event('touchend'))
    history.pushState(null, '', '#prices')
    window.dispatchEvent(new PopStateEvent('popstate'))
    expect(then).not.toHaveBeenCalled()
    stop()
    history.replaceState(null, '', location.pathname)
  })

  function page(scrollHeight: number, clientHeight: number, scrollTop: number) {
    vi.stubGlobal('innerHeight', 1000)
    vi.stubGlobal('innerWidth', 1000)
    const of = { scrollHeight, clientHeight, clientWidth: 1000, scrollTop }
    Object.entries(of).forEach(([name, value]) =>
      Object.defineProperty(document.documentElement, name, { value, configurable: true, writable: true }),
    )
    Object.defineProperty(document, 'scrollingElement', {
      value: document.documentElement,
      configurable: true,
    })
    document.dispatchEvent(new Event('scroll'))
  }

  it('comes at its part of the page', () => {
    const then = vi.fn()
    page(3000, 1000, 0)
    wait({ kind: 'AT_SCROLL', amount: 50 }, then)
    page(3000, 1000, 900)
    expect(then).not.toHaveBeenCalled()
    page(3000, 1000, 1000)
    expect(then).toHaveBeenCalledTimes(1)
  })

  it('waits for what comes later on a page too short to scroll, and comes when that is all', () => {
    const then = vi.fn()
    page(1000, 1000, 0)
    wait({ kind: 'AT_SCROLL', amount: 90 }, then)
    expect(then).not.toHaveBeenCalled()
    vi.advanceTimersByTime(2000)
    expect(then).toHaveBeenCalledTimes(1)

    const later = vi.fn()
    wait({ kind: 'AT_SCROLL', amount: 90 }, later)
    page(5000, 1000, 0)
    vi.advanceTimersByTime(5000)
    expect(later).not.toHaveBeenCalled()
    page(5000, 1000, 3900)
    expect(later).toHaveBeenCalledTimes(1)
    page(0, 0, 0)
  })

  it('comes after idle seconds, which any move starts anew', () => {
    const then = vi.fn()
    wait({ kind: 'WHEN_IDLE', amount: 20 }, then)
    vi.advanceTimersByTime(19_000)
    window.dispatchEvent(new Event('keydown'))
    vi.advanceTimersByTime(19_000)
    expect(then).not.toHaveBeenCalled()
    vi.advanceTimersByTime(1_000)
    expect(then).toHaveBeenCalledTimes(1)
  })

  it('never comes by itself for a form that is opened by a click', () => {
    const then = vi.fn()
    wait({ kind: 'ON_CLICK', amount: 0 }, then)
    vi.advanceTimersByTime(600_000)
    expect(then).not.toHaveBeenCalled()
  })
})
