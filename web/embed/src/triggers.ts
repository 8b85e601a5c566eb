import { onLeaving } from './leaving'
import { on } from './on'
import type { Shown, Undo } from './types'

function whenIdle(seconds: number, then: () => void): Undo {
  let timer = setTimeout(then, seconds * 1000)
  const again = () => {
    clearTimeout(timer)
    timer = setTimeout(then, seconds * 1000)
  }
  const undo = ['mousemove', 'keydown', 'scroll', 'touchstart'].map((type) => on(window, type, again))
  return () => {
    clearTimeout(timer)
    undo.forEach((stop) => stop())
  }
}

/** How far something is scrolled, in per cent; nothing where there is nothing to scroll. */
function scrolled(element: Element): number | undefined {
  const most = element.scrollHeight - element.clientHeight
  return most > 1 ? (element.scrollTop / most) * 100 : undefined
}

/** What the page scrolls in: the page itself, or a box inside it that takes most of the window. */
function scroller(target: EventTarget | null): Element | undefined {
  const element = target instanceof Element ? target : (document.scrollingElement ?? document.documentElement)
  return element.clientHeight > innerHeight / 2 && element.clientWidth > innerWidth / 2 ? element : undefined
}

const COMES_LATER_MS = 2000

/** At a share of the page. One that cannot be scrolled is seen whole, once it is there and nothing in it scrolls. */
function atScroll(percent: number, then: () => void): Undo {
  const look = (target: EventTarget | null) => {
    const share = scrolled(scroller(target) ?? document.createElement('i'))
    if (share !== undefined && share >= percent - 0.5) then()
  }
  const whole = () => {
    const all = [document.scrollingElement!, ...document.body.querySelectorAll('*')]
    if (!all.some((e) => scroller(e) && scrolled(e) !== undefined && scrolls(e))) then()
  }
  let timer: ReturnType<typeof setTimeout>
  const begin = () => (timer = setTimeout(whole, COMES_LATER_MS))
  const undo = [
    on(document, 'scroll', (event) => look(event.target), { passive: true, capture: true }),
    document.readyState === 'complete' ? () => {} : on(window, 'load', begin),
  ]
  if (document.readyState === 'complete') begin()
  look(null)
  return () => {
    clearTimeout(timer)
    undo.forEach((stop) => stop())
  }
}

function scrolls(element: Element): boolean {
  return element === document.scrollingElement || /auto|scroll/.test(getComputedStyle(element).overflowY)
}

/** Waits for a form's moment, once; clicks are waited for elsewhere. Returns how to stop waiting. */
export function wait({ kind, amount }: Shown['trigger'], then: () => void): Undo {
  let stop: Undo = () => {}
  let over = false
  const once = () => {
    if (!over) {
      over = true
      // The trigger may fire while it is being set up.
      setTimeout(() => stop())
      then()
    }
  }
  if (kind === 'AFTER_SECONDS') {
    const timer = setTimeout(once, amount * 1000)
    stop = () => clearTimeout(timer)
  } else if (kind === 'AT_SCROLL') {
    stop = atScroll(amount, once)
  } else if (kind === 'ON_LEAVING') {
    stop = onLeaving(once)
  } else if (kind === 'WHEN_IDLE') {
    stop = whenIdle(amount, once)
  } else if (kind === 'AT_ONCE') {
    once()
  }
  return () => {
    over = true
    stop()
  }
}
