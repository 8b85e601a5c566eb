import type { Undo } from './types'

/** Listens until told to stop; stopping twice is harmless. */
export function on(
  target: EventTarget,
  type: string,
  listener: (event: Event) => void,
  options: AddEventListenerOptions = { passive: true },
): Undo {
  target.addEventListener(type, listener, options)
  return () => target.removeEventListener(type, listener, options)
}
