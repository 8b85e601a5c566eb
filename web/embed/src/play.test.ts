import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { plays, stretches } from './play'

const told = vi.fn(async () => new Response())

/** A player that stands where it is put. */
function player(html: string) {
  document.body.innerHTML = html
  const recording = document.querySelector('video')!
  let at = 0
  Object.defineProperty(recording, 'currentTime', { get: () => at, configurable: true })
  Object.defineProperty(recording, 'seeking', { value: false, configurable: true })
  plays(document)
  return {
    goTo(second: number, event = 'timeupdate') {
      at = second
      recording.dispatchEvent(new Event(event))
    },
  }
}

describe('What a page tells of its reader', () => {
  beforeEach(() => {
    vi.useFakeTimers()
    vi.stubGlobal('fetch', told)
    told.mockClear()
  })
  afterEach(() => {
    vi.useRealTimers()
    vi.unstubAllGlobals()
  })

  const bodies = () =>
    (told.mock.calls as unknown as [string, RequestInit][]).map(([to, { body }]) => [to, body])

  it('writes seconds as stretches', () => {
    expect(stretches(new Set([3, 0, 1, 2, 7]))).toBe('0-4,7-8')
    expect(stretches(new Set())).toBe('')
  })

  it('tells the seconds that were played when it pauses, and what was jumped over is not among them', () => {
    const { goTo } = player('<video data-told="/told"></video>')
    for (const second of [0.5, 1, 1.5, 2, 2.5, 3]) goTo(second)
    goTo(40, 'seeking')
    for (const second of [40.5, 41, 41.5, 42]) goTo(second)
    goTo(42, 'pause')
    expect(bodies()).toEqual([['/told', '0-3,40-42']])
  })

  it('tells at most once in 15 seconds, and at once when the page is left', async () => {
    const { goTo } = player('<video data-told="/told"></video>')
    for (const second of [0.5, 1, 1.5, 2]) goTo(second)
    goTo(2, 'pause')
    for (const second of [2.5, 3]) goTo(second)
    goTo(3, 'pause')
    expect(told).toHaveBeenCalledTimes(1)
    await vi.advanceTimersByTimeAsync(15_000)
    expect(bodies()[1]).toEqual(['/told', '2-3'])
    for (const second of [3.5, 4]) goTo(second)
    window.dispatchEvent(new Event('pagehide'))
    expect(bodies()[2]).toEqual(['/told', '3-4'])
  })

  it('tells that a page was open for five seconds, once', async () => {
    document.body.innerHTML = '<main data-looked="/looked"></main>'
    plays(document)
    await vi.advanceTimersByTimeAsync(4500)
    expect(told).not.toHaveBeenCalled()
    await vi.advanceTimersByTimeAsync(20_000)
    expect(bodies()).toEqual([['/looked', '']])
  })
})
