import { giveWay } from './leaving'
import { onSignUpElsewhere, signedUpFor, visit, visitor } from './memory'
import { followElements, followPlace } from './place'
import { Stage } from './show'
import { wait } from './triggers'
import type { Answer, Home, Shown, Undo } from './types'

/**
 * The one script of a site: `<script async src="…/embed.js" data-site="…">`. It tells the server where it is and what it remembers,
 * shows what the server says, and waits for each form's moment. What belongs to an offer somebody signed up for goes quiet at once,
 * here and in other tabs. Whatever goes wrong, the page it is on stays as it was.
 */

/** One copy runs, however often the snippet was pasted. */
const GUARD = Symbol.for('jeton.embed')

const OPENERS = '[data-jeton-open], a[href^="#jeton-"]'

const opens = (element: HTMLElement) =>
  element.dataset.jetonOpen ?? (element.getAttribute('href') ?? '').replace('#jeton-', '')

/** One form that cannot be shown keeps no other from it. */
function each<T>(all: Iterable<T>, work: (one: T) => void) {
  for (const one of all) {
    try {
      work(one)
    } catch {
      // The page may forbid it: then its own words stay.
    }
  }
}

class Guest {
  private readonly stage: Stage
  private forms = new Map<string, Shown>()
  /** Forms that wait for their moment. */
  private waiting = new Map<Shown, Undo>()
  /** Places the server was asked about. */
  private known = new WeakSet<HTMLElement>()
  /** Offers signed up for since this page began: until another page asks, nothing of theirs comes up again. */
  private done = new Set<string>()
  private run = 0

  constructor(private home: Home) {
    this.stage = new Stage(home, (offer) => this.quiet(offer))
    document.addEventListener('click', (event) => this.click(event))
    onSignUpElsewhere((offers) =>
      offers.forEach((offer) => {
        this.quiet(offer)
        this.stage.quiet(offer)
      }),
    )
    giveWay()
    followPlace((isNewPage) => void this.look(isNewPage))
    followElements(() => this.fill())
  }

  /** Asks what is to be shown here. */
  async look(isNewPage: boolean) {
    const mine = ++this.run
    const spots = this.emptySpots()
    const openers = [...document.querySelectorAll<HTMLElement>(OPENERS)]
    const { pages, returning, past, done } = visit(isNewPage)
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
      visitor: visitor(),
    }
    // Asked about now, whatever comes of it: a server that is away is not asked again by each change of the page.
    spots.forEach((spot) => this.known.add(spot))
    try {
      // As plain text, so that no browser has to ask first: one request, and nothing waits for it.
      const answer = await fetch(this.home.base + '/p/sites/' + this.home.site + '/decide', {
        method: 'POST',
        credentials: 'omit',
        body: JSON.stringify(facts),
      })
      if (!answer.ok || mine !== this.run) return
      const shown = (await answer.json()) as Answer
      // What was signed up for while this was on its way is told of as it was before.
      this.done = new Set(signedUpFor().filter((offer) => !done.includes(offer)))
      this.show(shown)
    } catch {
      // Away: the page is as it was.
    }
  }

  private emptySpots = () =>
    [...document.querySelectorAll<HTMLElement>('[data-jeton-form]')].filter((spot) => !this.stage.holds(spot))

  private show(answer: Answer) {
    this.waiting.forEach((stop) => stop())
    this.waiting.clear()
    this.stage.css = answer.css
    const wanted = answer.forms.filter((form) => !this.done.has(form.o))
    this.stage.keep(new Set(wanted.map((form) => form.key)))
    this.forms = new Map(answer.forms.map((form) => [form.key, form]))
    each(wanted, (form) => {
      if (form.shape !== 'IN_PAGE') {
        const moment = () => (form.corner === 'NONE' ? this.stage.over(form) : this.stage.opener(form))
        this.waiting.set(
          form,
          wait(form.trigger, () => each([0], moment)),
        )
      }
    })
    this.place()
  }

  /** Puts forms into the places they have here. */
  private place() {
    each(this.emptySpots(), (spot) => {
      const form = this.forms.get(spot.dataset.jetonForm!)
      if (form?.shape === 'IN_PAGE' && !this.done.has(form.o)) this.stage.inPage(form, spot)
    })
  }

  /** Places may come later than the script; of those nothing is known of yet, the server is asked once. */
  private fill() {
    this.place()
    if (this.emptySpots().some((spot) => !this.known.has(spot))) void this.look(false)
  }

  private quiet(offer: string) {
    this.done.add(offer)
    this.waiting.forEach((stop, form) => {
      if (form.o === offer) {
        stop()
        this.waiting.delete(form)
      }
    })
  }

  private click(event: MouseEvent) {
    const opener = (event.target as Element).closest?.<HTMLElement>(OPENERS)
    const form = opener && this.forms.get(opens(opener))
    if (form && form.shape !== 'IN_PAGE') {
      event.preventDefault()
      each([form], () => this.stage.over(form, true))
    }
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
  const begin = () =>
    void new Guest({ base, site: script.dataset.site!, tell: script.dataset.tell }).look(true)
  if (document.readyState === 'loading') addEventListener('DOMContentLoaded', begin)
  else begin()
}

boot()
