import { visit } from './memory'
import { Stage } from './show'
import { wait } from './triggers'
import type { Answer, Home, Shown, Undo } from './types'

/**
 * The one script of a site: `<script async src="…/embed.js" data-site="…">`. It tells the server where it is and what it remembers,
 * shows what the server says, and waits for each form's moment. Whatever goes wrong, the page it is on stays as it was.
 */

/** One copy runs, however often the snippet was pasted. */
const GUARD = Symbol.for('jeton.embed')

function start(home: Home) {
  let stop: Undo = () => {}
  let run = 0

  async function look() {
    const mine = ++run
    stop()
    const spots = [...document.querySelectorAll<HTMLElement>('[data-jeton-form]')].filter(
      (spot) => !spot.shadowRoot,
    )
    const openers = [...document.querySelectorAll<HTMLElement>('[data-jeton-open], a[href^="#jeton-"]')]
    const { pages, returning, past, done } = visit()
    const facts = {
      url: location.href,
      referrer: document.referrer,
      pages,
      returning,
      mobile: matchMedia('(max-width: 720px)').matches,
      spots: spots.map((spot) => spot.dataset.jetonForm!),
      openers: openers.map(opens),
      past,
      done,
    }
    // As plain text, so that no browser has to ask first: one request, and nothing waits for it.
    const answer = await fetch(home.base + '/p/sites/' + home.site + '/decide', {
      method: 'POST',
      credentials: 'omit',
      body: JSON.stringify(facts),
    })
    if (!answer.ok || mine !== run) return
    stop = show(home, (await answer.json()) as Answer, spots)
  }

  const again = () => void look().catch(() => {})
  again()
  followHistory(again)
}

const opens = (element: HTMLElement) =>
  element.dataset.jetonOpen ?? (element.getAttribute('href') ?? '').replace('#jeton-', '')

/** Shows what is to be shown now and waits for the rest; returns how to take it all back. */
function show(home: Home, answer: Answer, spots: HTMLElement[]): Undo {
  const stage = new Stage(home, answer.css)
  const undo: Undo[] = [() => stage.clear()]
  const byKey = new Map<string, Shown>(answer.forms.map((form) => [form.key, form]))
  for (const form of answer.forms) {
    if (form.shape === 'IN_PAGE') {
      spots.filter((spot) => spot.dataset.jetonForm === form.key).forEach((spot) => stage.inPage(form, spot))
    } else {
      undo.push(wait(form.trigger, () => (form.corner === 'NONE' ? stage.over(form) : stage.opener(form))))
    }
  }
  const click = (event: MouseEvent) => {
    const opener = (event.target as Element).closest?.<HTMLElement>('[data-jeton-open], a[href^="#jeton-"]')
    const form = opener && byKey.get(opens(opener))
    if (form && form.shape !== 'IN_PAGE') {
      event.preventDefault()
      stage.over(form)
    }
  }
  document.addEventListener('click', click)
  undo.push(() => document.removeEventListener('click', click))
  return () => undo.forEach((back) => back())
}

/** Sites that change their page without loading one: by the Navigation API where there is one, else by their own calls. */
function followHistory(then: () => void) {
  let here = location.pathname + location.search
  const look = () =>
    setTimeout(() => {
      const now = location.pathname + location.search
      if (now !== here) {
        here = now
        then()
      }
    })
  const navigation = (window as unknown as { navigation?: EventTarget }).navigation
  if (navigation) {
    navigation.addEventListener('navigatesuccess', look)
    return
  }
  addEventListener('popstate', look)
  const push = history.pushState
  history.pushState = function (...args) {
    push.apply(this, args)
    look()
  }
}

/** A framed form says how high it is; nobody else's messages are listened to. */
function fitFrames(base: string) {
  addEventListener('message', (event) => {
    if (event.origin !== new URL(base).origin || event.data?.jeton !== 'height') return
    document.querySelectorAll<HTMLIFrameElement>('iframe[data-jeton-frame]').forEach((frame) => {
      if (frame.contentWindow === event.source) frame.style.height = Number(event.data.height) + 'px'
    })
  })
}

function boot() {
  const world = window as unknown as Record<symbol, boolean>
  const script = (document.currentScript ??
    document.querySelector('script[data-site][src*="embed.js"]')) as HTMLScriptElement | null
  if (world[GUARD] || !script?.dataset.site) return
  world[GUARD] = true
  const base = new URL(script.src).origin
  fitFrames(base)
  const begin = () => start({ base, site: script.dataset.site! })
  if (document.readyState === 'loading') addEventListener('DOMContentLoaded', begin)
  else begin()
}

boot()
