import { on } from './on'
import type { Undo } from './types'

const FAST_UP_PX = 900

/** Our entry of the history, told from the page's own; what the page keeps in its state stays in it. */
const MARK = 'jeton'
const isOurs = () => !!history.state?.[MARK]

/** Pointer out at the top. On touch screens: back, or a fast scroll up (D6). */
export function onLeaving(then: () => void): Undo {
  const undo = [
    on(document, 'mouseout', (event) => {
      const { relatedTarget, clientY } = event as MouseEvent
      if (!relatedTarget && clientY <= 0) then()
    }),
  ]
  if (matchMedia('(pointer: coarse)').matches) undo.push(onFlickUp(then), onBack(then))
  return () => undo.forEach((stop) => stop())
}

function onFlickUp(then: () => void): Undo {
  let last = scrollY
  let at = Date.now()
  return on(window, 'scroll', () => {
    const now = Date.now()
    // In px a second; a flick to the address bar is well above a thousand.
    const speed = ((last - scrollY) / Math.max(1, now - at)) * 1000
    last = scrollY
    at = now
    if (speed > FAST_UP_PX) then()
  })
}

/**
 * The first "back" comes to us: by an entry of our own, made at the first touch, since browsers pass over entries nobody
 * touched. It goes again however this ends: with that "back", when it is stopped, or under the page that is gone to.
 */
function onBack(then: () => void): Undo {
  let armed = false
  let stopped = false
  const arm = () => {
    disarm()
    if (!stopped && !isOurs()) history.pushState({ ...history.state, [MARK]: 1 }, '')
    armed = true
  }
  const disarm = on(window, 'touchend', arm)
  const here = location.href
  const undo = [
    on(window, 'popstate', () => {
      if (armed && !stopped && !isOurs() && location.href === here) {
        armed = false
        then()
      }
    }),
    // Whoever comes back to our entry from another page wanted the one before it.
    on(window, 'pageshow', (event) => {
      if ((event as PageTransitionEvent).persisted && isOurs()) history.back()
    }),
  ]
  if (isOurs()) {
    const [load] = performance.getEntriesByType('navigation') as PerformanceNavigationTiming[]
    if (load?.type === 'back_forward') history.back()
    else armed = true
  }
  return () => {
    stopped = true
    disarm()
    undo.forEach((stop) => stop())
    if (armed && isOurs() && location.href === here) history.back()
  }
}

/** A page that goes on over our entry takes its place, so that "back" leads to where the visitor was. */
export function giveWay() {
  const { pushState } = history
  history.pushState = function (state, title, url) {
    if (isOurs() && !state?.[MARK]) history.replaceState(state, title, url)
    else pushState.call(this, state, title, url)
  }
}
