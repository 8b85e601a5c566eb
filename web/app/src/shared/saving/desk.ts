import { computed, shallowReactive } from 'vue'
import { saveQueue, type SaveQueue, type Source } from './saveQueue'

/** A document and where it lies. */
interface Place {
  queue: SaveQueue<unknown>
  /** Screens that show it now. */
  screens: number
  /** The address it was typed at. */
  at: string
}

const places = shallowReactive(new Map<string, Place>())
let writer = ''
let touched = ''

/** Says who types here, so that nobody is offered somebody else's work. */
export function setWriter(email: string) {
  writer = email
}

/** Forgets every document, as when somebody else's begin. */
export function clearDesk() {
  places.forEach((place) => place.queue.end())
  places.clear()
}

/**
 * Takes a document up. One that lies here still, with what was typed, goes on where it was left.
 *
 * @param key names it among all documents
 * @param at the address it is shown at
 */
export function takeUp<T>(key: string, at: string, source: Source<T>): SaveQueue<T> {
  const known = places.get(key)
  if (known) {
    known.screens++
    known.at = at
    const queue = known.queue as unknown as SaveQueue<T>
    void queue.showOn(source)
    return queue
  }
  const queue = saveQueue<T>(key, () => writer, source)
  places.set(key, shallowReactive({ queue: queue as unknown as SaveQueue<unknown>, screens: 1, at }))
  void queue.load()
  return queue
}

/** Lays a document down: what is typed is saved at once, and it stays until that is done. */
export function layDown(key: string) {
  const place = places.get(key)
  if (!place) {
    return
  }
  place.screens--
  const forget = () => {
    if (place.screens === 0 && !place.queue.dirty.value && places.get(key) === place) {
      place.queue.end()
      places.delete(key)
    }
  }
  if (place.queue.dirty.value) {
    void place.queue.flush().then(forget)
  } else {
    forget()
  }
}

/** Notes which document was typed in last: undo means that one. */
export function touch(key: string) {
  touched = key
}

/** The document that undo means: the one typed in last, among those on screen. */
export function inHand(): SaveQueue<unknown> | undefined {
  const shown = [...places.entries()].filter(([, place]) => place.screens > 0)
  const last = shown.find(([key]) => key === touched) ?? shown.at(-1)
  return last?.[1].queue
}

/**
 * Does something to what is on screen.
 *
 * @returns how to take just that back, whatever is typed meanwhile; nothing where it changed no document
 */
export function undoable(work: () => void): (() => void) | null {
  const marks = [...places.values()].filter((place) => place.screens > 0).map((place) => place.queue.mark())
  work()
  return marks.map((finish) => finish()).find((back) => back !== null) ?? null
}

/**
 * Saves everything that is open.
 *
 * @returns whether all of it is saved now
 */
export async function saveAll(): Promise<boolean> {
  await Promise.all([...places.values()].filter((p) => p.queue.dirty.value).map((p) => p.queue.flush()))
  return ![...places.values()].some((place) => place.queue.dirty.value)
}

/** Goes on saving after somebody signed in again. */
export function resumeAll() {
  places.forEach((place) => place.queue.resume())
}

/** Documents off screen that wait for somebody: where each was typed. */
export const leftBehind = computed(() =>
  [...places.values()]
    .filter((place) => place.screens === 0 && place.queue.stuck.value)
    .map((place) => place.at),
)

const isStuck = () => [...places.values()].some((place) => place.queue.stuck.value)

window.addEventListener('pagehide', () => places.forEach((p) => p.queue.dirty.value && p.queue.part()))
window.addEventListener('visibilitychange', () => document.visibilityState === 'hidden' && void saveAll())
window.addEventListener('online', resumeAll)
window.addEventListener('beforeunload', (event) => isStuck() && event.preventDefault())
