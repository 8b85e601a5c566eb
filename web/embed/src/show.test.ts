import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { Stage } from './show'
import type { Reply, Shown } from './types'

const sent = vi.hoisted(() => ({ answer: null as unknown as (reply: Reply) => void }))
vi.mock('./send', () => ({
  sendsItself: (_home: unknown, _form: unknown, _root: unknown, answered: (reply: Reply) => void) =>
    (sent.answer = answered),
}))

const FORM = {
  key: 'k',
  o: 'offer',
  shape: 'SLIDE_IN',
  trigger: { kind: 'AFTER_SECONDS', amount: 5 },
  label: 'A slide-in',
  css: '',
  html: '<section class="jf"><div class="jf-body"><input name="email"></div></section>',
} as unknown as Shown

const CODE =
  '<div class="jf-after" tabindex="-1"><div data-told=""><button data-copy="QT-1" hidden>Copy</button></div></div>'

describe('A form that closes by itself', () => {
  beforeEach(() => {
    vi.useFakeTimers()
    navigator.sendBeacon = () => true
    Object.defineProperty(navigator, 'clipboard', {
      value: { writeText: async () => {} },
      configurable: true,
    })
    // What the test's page lacks of a browser.
    CSSStyleSheet.prototype.replaceSync ??= () => {}
  })
  afterEach(() => {
    vi.useRealTimers()
    document.body.replaceChildren()
  })

  function show(html: string) {
    const stage = new Stage({ base: '', site: 's' } as never, () => {})
    stage.over(FORM, false)
    sent.answer({ html, closesAfter: 5 } as Reply)
    return (document.body.lastElementChild as HTMLElement).shadowRoot!
  }

  const open = () => document.body.childElementCount > 0

  it('goes after its time where there is nothing to copy', async () => {
    show('<div class="jf-after" tabindex="-1">Thank you</div>')
    await vi.advanceTimersByTimeAsync(4900)
    expect(open()).toBe(true)
    await vi.advanceTimersByTimeAsync(600)
    expect(open()).toBe(false)
  })

  it('waits with a code until it was copied', async () => {
    const root = show(CODE)
    await vi.advanceTimersByTimeAsync(60_000)
    expect(open()).toBe(true)
    root.querySelector<HTMLButtonElement>('[data-copy]')!.click()
    await vi.advanceTimersByTimeAsync(6000)
    expect(open()).toBe(false)
  })
})
