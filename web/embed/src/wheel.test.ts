import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { angle, play } from './wheel'

const FORM = (key = 'k') => `
<div class="jf-body"><form class="jf-form">
<div class="jf-wheel" data-wheel="${key}" data-points="90" data-seconds="5" data-turns="4" data-rings>
<div class="jf-wheel-place"><svg class="jf-wheel-turns">
<g data-slice="a" data-from="0" data-wide="90" data-wins><text>Sheet</text></g>
<g data-slice="b" data-from="90" data-wide="270"><text>Next time</text></g></svg></div></div>
<input name="email"><button type="submit">Spin</button></form></div>`

const shown = vi.fn()
const disc = () => document.querySelector<SVGElement>('.jf-wheel-turns')!
const turned = () => Number(/rotate\(([\d.]+)deg\)/.exec(disc().style.transform)?.[1])
/** What stands under the pointer. */
const under = (points: number) => (((points - turned()) % 360) + 360) % 360

function begin(key?: string) {
  document.body.innerHTML = FORM(key)
  return play(document.querySelector('form')!, { show: shown })
}

describe('A wheel in a form', () => {
  const animated = vi.fn()
  beforeEach(() => {
    shown.mockReset()
    animated.mockReset()
    animated.mockReturnValue({ finished: Promise.resolve(), cancel: () => {} })
    SVGElement.prototype.animate = animated
    window.matchMedia = vi.fn().mockReturnValue({ matches: false })
    sessionStorage.clear()
    vi.useFakeTimers()
  })
  afterEach(() => {
    vi.useRealTimers()
    vi.unstubAllGlobals()
    document.body.replaceChildren()
  })

  it('brings any place of a slice under the pointer, never its edges', () => {
    for (const points of [0, 90, 180, 270]) {
      for (const chance of [0, 0.5, 0.999]) {
        const place = (((points - angle(90, 40, points, 5, chance)) % 360) + 360) % 360
        expect(place).toBeGreaterThan(95)
        expect(place).toBeLessThan(125)
      }
    }
  })

  it('turns to what the server drew, on the compositor alone, then lets the answer show', async () => {
    const turn = begin()
    let done = false
    void turn({ result: 'a', html: '<p>You won</p>' }).then(() => (done = true))
    expect(Object.keys(animated.mock.calls[0]![0][1])).toEqual(['transform'])
    expect(animated.mock.calls[0]![1]).toMatchObject({ duration: 5000 })
    expect(document.querySelector('[role=status]')!.textContent).toBe('The wheel is turning.')
    await vi.advanceTimersByTimeAsync(100)
    expect(under(90)).toBeLessThan(90)
    expect(document.querySelector('.jf-rings')).not.toBeNull()
    expect(done).toBe(false)
    await vi.advanceTimersByTimeAsync(2000)
    expect(done).toBe(true)
    expect(document.querySelector('.jf-rings')).toBeNull()
  })

  it('stands still at once, without light, for who asked for less motion', async () => {
    window.matchMedia = vi.fn().mockReturnValue({ matches: true })
    await begin()({ result: 'b', html: '<p>Not this time</p>' })
    expect(animated).not.toHaveBeenCalled()
    expect(under(90)).toBeGreaterThan(90)
    expect(document.querySelector('.jf-rings')).toBeNull()
  })

  it('shows the same answer after a reload, for an hour', async () => {
    void begin()({ result: 'a', html: '<div class="jf-after">You won</div>' })
    await vi.advanceTimersByTimeAsync(3000)
    begin()
    expect(shown).toHaveBeenCalledOnce()
    expect(document.querySelector('.jf-after')!.textContent).toBe('You won')
    expect(document.querySelector('form')).toBeNull()
    expect(under(90)).toBeLessThan(90)
    shown.mockReset()
    await vi.advanceTimersByTimeAsync(3_600_000)
    begin()
    expect(shown).not.toHaveBeenCalled()
  })

  it('turns in a preview without sending anything', async () => {
    begin('preview')
    const event = new SubmitEvent('submit', { cancelable: true })
    document.querySelector('form')!.dispatchEvent(event)
    expect(event.defaultPrevented).toBe(true)
    expect(animated).toHaveBeenCalledOnce()
    await vi.advanceTimersByTimeAsync(3000)
    expect(document.querySelector('[role=status]')!.textContent).toMatch(/It stopped at “(Sheet|Next time)”/)
  })

  it('turns all the same to a slice it does not show', async () => {
    void begin()({ result: 'gone', html: '<p>You won</p>' })
    await vi.advanceTimersByTimeAsync(3000)
    expect(turned()).toBeGreaterThanOrEqual(4 * 360)
  })
})
