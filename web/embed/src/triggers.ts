import type { Shown, Undo } from './types'

/** Listens until told to stop; stopping twice is harmless. */
function on(target: EventTarget, type: string, listener: (event: Event) => void): Undo {
  target.addEventListener(type, listener, { passive: true })
  return () => target.removeEventListener(type, listener)
}

const FAST_UP_PX = 900

/** Pointer out at the top. On touch screens: back, or a fast scroll up. */
function onLeaving(then: () => void): Undo {
  const undo = [
    on(document, 'mouseout', (event) => {
      const { relatedTarget, clientY } = event as MouseEvent
      if (!relatedTarget && clientY <= 0) then()
    }),
  ]
  if (matchMedia('(pointer: coarse)').matches) {
    let last = scrollY
    let at = Date.now()
    undo.push(
      on(window, 'scroll', () => {
        const now = Date.now()
        // In px a second; a flick to the address bar is well above a thousand.
        const speed = ((last - scrollY) / Math.max(1, now - at)) * 1000
        last = scrollY
        at = now
        if (speed > FAST_UP_PX) then()
      }),
    )
    // An entry of our own makes the first "back" come to us; the second leaves.
    history.pushState(history.state, '')
    undo.push(on(window, 'popstate', then))
  }
  return () => undo.forEach((stop) => stop())
}

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

function atScroll(percent: number, then: () => void): Undo {
  const look = () => {
    const most = document.documentElement.scrollHeight - innerHeight
    if (most <= 0 || (scrollY / most) * 100 >= percent - 0.5) then()
  }
  look()
  return on(window, 'scroll', look)
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
