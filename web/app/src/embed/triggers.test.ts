import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { wait } from '../../../embed/src/triggers'

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
    wait({ kind: 'ON_LEAVING', amount: 0 }, back)
    window.dispatchEvent(new PopStateEvent('popstate'))
    expect(back).toHaveBeenCalledTimes(1)
  })

  it('comes at its part of the page, also of a page too short to scroll', () => {
    const then = vi.fn()
    Object.defineProperty(document.documentElement, 'scrollHeight', { value: 3000, configurable: true })
    vi.stubGlobal('innerHeight', 1000)
    wait({ kind: 'AT_SCROLL', amount: 50 }, then)
    vi.stubGlobal('scrollY', 900)
    window.dispatchEvent(new Event('scroll'))
    expect(then).not.toHaveBeenCalled()
    vi.stubGlobal('scrollY', 1000)
    window.dispatchEvent(new Event('scroll'))
    expect(then).toHaveBeenCalledTimes(1)

    Object.defineProperty(document.documentElement, 'scrollHeight', { value: 800, configurable: true })
    const short = vi.fn()
    wait({ kind: 'AT_SCROLL', amount: 90 }, short)
    expect(short).toHaveBeenCalledTimes(1)
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
