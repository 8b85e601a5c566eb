import { answered } from './html'

/**
 * A prize wheel in a form: turns it to what the server drew, says so, and keeps the answer over a reload (W2, W7). It is loaded only
 * where one shows; without it the form is a page that answers.
 */

/** Where it turns. */
export interface Place {
  /** Puts an answer in the form's place. */
  show(html: DocumentFragment): void
}

/** What the server answered. */
export interface Drawn {
  /** Key of the slice. */
  result?: string
  html?: string
}

interface Kept extends Drawn {
  at: number
}

const FULL = 360
/** Never on a line between two: who looks closely must not doubt. */
const EDGE = 0.18
const REST_MS = 650
const RINGS_MS = 1400
/** A reload shows the answer again; somebody who is back after hours may spin anew. */
const KEPT_MS = 3_600_000

const calm = () => matchMedia('(prefers-reduced-motion: reduce)').matches
const rest = (ms: number) => new Promise((done) => setTimeout(done, ms))
const storeOf = (box: HTMLElement) => 'jeton.wheel.' + box.dataset.wheel

/** How far to turn until a slice is under the pointer, in degrees, whole turns included. */
export function angle(from: number, wide: number, points: number, turns: number, chance: number): number {
  const place = from + wide * (EDGE + (1 - 2 * EDGE) * chance)
  return turns * FULL + ((((points - place) % FULL) + FULL) % FULL)
}

function read(box: HTMLElement): Kept | null {
  try {
    const kept = JSON.parse(sessionStorage.getItem(storeOf(box)) ?? 'null') as Kept | null
    return kept && Date.now() - kept.at < KEPT_MS ? kept : null
  } catch {
    // Storage may be blocked: then a reload shows the wheel.
    return null
  }
}

function keep(box: HTMLElement, drawn: Drawn) {
  try {
    sessionStorage.setItem(storeOf(box), JSON.stringify({ ...drawn, at: Date.now() }))
  } catch {
    // As above.
  }
}

function sliceOf(box: HTMLElement, result?: string) {
  const slices = [...box.querySelectorAll<SVGGElement>('[data-slice]')]
  return slices.find((slice) => slice.dataset.slice === result) ?? null
}

function toward(box: HTMLElement, result?: string): number {
  const slice = sliceOf(box, result)
  return angle(
    Number(slice?.dataset.from ?? Math.random() * FULL),
    Number(slice?.dataset.wide ?? 1),
    Number(box.dataset.points),
    Number(box.dataset.turns),
    Math.random(),
  )
}

async function rings(box: HTMLElement) {
  const light = document.createElement('i')
  light.className = 'jf-rings'
  light.setAttribute('aria-hidden', 'true')
  light.append(...[0, 1, 2].map(() => document.createElement('b')))
  box.querySelector('.jf-wheel-place')!.append(light)
  await rest(RINGS_MS)
  light.remove()
}

function say(box: HTMLElement, words: string) {
  let line = box.querySelector<HTMLElement>('[role=status]')
  if (!line) {
    line = document.createElement('p')
    line.className = 'jf-wheel-says'
    line.setAttribute('role', 'status')
    box.append(line)
  }
  line.textContent = words
}

/** Turns to a slice and comes to rest there. */
export async function turn(box: HTMLElement, drawn: Drawn): Promise<void> {
  const disc = box.querySelector<SVGElement>('.jf-wheel-turns')
  if (!disc) return
  if (drawn.html) keep(box, drawn)
  const to = `rotate(${toward(box, drawn.result)}deg)`
  box.querySelector('.jf-rings')?.remove()
  if (calm() || !disc.animate) {
    disc.style.transform = to
    return
  }
  say(box, 'The wheel is turning.')
  // On the compositor alone: nothing is laid out or painted while it turns.
  const turning = disc.animate([{ transform: 'rotate(0deg)' }, { transform: to }], {
    duration: Number(box.dataset.seconds) * 1000,
    easing: 'cubic-bezier(.15,.6,.12,1)',
    fill: 'forwards',
  })
  await turning.finished.catch(() => {})
  disc.style.transform = to
  turning.cancel()
  say(box, '')
  const wins = sliceOf(box, drawn.result)?.hasAttribute('data-wins')
  await (wins && 'rings' in box.dataset ? rings(box) : rest(REST_MS))
}

/** In a preview: any slice, as likely as it is wide. */
function tries(form: HTMLFormElement, box: HTMLElement) {
  let busy = false
  form.addEventListener(
    'submit',
    (event) => {
      event.preventDefault()
      event.stopImmediatePropagation()
      if (busy) return
      busy = true
      let point = Math.random() * FULL
      const slices = [...box.querySelectorAll<SVGGElement>('[data-slice]')]
      const slice = slices.find((one) => (point -= Number(one.dataset.wide)) < 0)
      void turn(box, { result: slice?.dataset.slice }).then(() => {
        busy = false
        say(box, slice ? `It stopped at “${slice.textContent ?? ''}”.` : '')
      })
    },
    true,
  )
}

/** Takes up a wheel: shows the answer it gave before a reload, else waits to be turned. */
export function play(form: HTMLFormElement, home: Place): (drawn: Drawn) => Promise<void> {
  const box = form.querySelector<HTMLElement>('[data-wheel]')!
  if (box.dataset.wheel === 'preview') {
    tries(form, box)
    return () => Promise.resolve()
  }
  const kept = read(box)
  if (kept?.html) {
    const disc = box.querySelector<SVGElement>('.jf-wheel-turns')
    if (disc) disc.style.transform = `rotate(${toward(box, kept.result)}deg)`
    // The wheel stays beside its answer; whoever holds the form wires up what is new.
    answered(form.closest('.jf-body')!, kept.html)
    home.show(document.createDocumentFragment())
  }
  return (drawn) => turn(box, drawn)
}
