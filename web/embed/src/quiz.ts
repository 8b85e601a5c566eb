import { nodes } from './html'

/**
 * A quiz in a form, one question at a time. It is loaded only where one shows. The questions are in the form already; here is the
 * way through them: back, next, where one is, what was answered kept over a reload, and how far one came told. What answers come to
 * is the server's alone (Q6).
 */

/** Where it plays. */
export interface Place {
  /** Our server; empty on its own pages. */
  base: string
  /** The site as it is known there; empty on our own pages. */
  site: string
  /** Puts what it came to, and the form that sends it, in the form's place. */
  show(html: DocumentFragment): void
}

interface Step {
  what: 'started' | 'seen' | 'answered' | 'asked'
  question?: string
  ms?: number
}

/** What is kept over a reload. */
interface Begun {
  key: string
  edition: string
  at: string
  answers: Record<string, string[]>
}

const AWAY = 'We could not be reached. Your answers are still here: please try again.'

const text = (words: string, className = '') => {
  const element = document.createElement('span')
  element.className = className
  element.textContent = words
  return element
}

function button(words: string, className: string, press: () => void) {
  const element = document.createElement('button')
  element.type = 'button'
  element.className = className
  element.textContent = words
  element.onclick = press
  return element
}

class Quiz {
  private readonly box: HTMLElement
  private readonly questions: HTMLFieldSetElement[]
  private readonly cover: HTMLElement | null
  private readonly gate: HTMLElement
  private readonly one: boolean
  private readonly when: string
  private readonly place = document.createElement('div')
  private readonly ways = document.createElement('div')
  private readonly store: string
  private told: Step[] = []
  private shownAt = 0
  private at = 0
  private busy = false
  /** What it came to, where that may be seen without an address. */
  private result = ''

  constructor(
    private form: HTMLFormElement,
    box: HTMLElement,
    private home: Place,
  ) {
    this.box = box
    this.questions = [...box.querySelectorAll<HTMLFieldSetElement>('[data-q]')]
    this.cover = box.querySelector('[data-cover]')
    this.gate = form.querySelector('[data-gate]')!
    this.one = 'one' in box.dataset
    this.when = box.dataset.when ?? 'BEFORE'
    this.store = 'jeton.quiz.' + box.dataset.quiz
    this.place.className = 'jf-place'
    this.ways.className = 'jf-ways'
    form.addEventListener('submit', (event) => this.submit(event), true)
    form
      .querySelector<HTMLButtonElement>('[data-finish]')
      ?.addEventListener('click', (event) => this.finishes(event))
    box.addEventListener('change', () => this.keep())
    addEventListener('pagehide', () => this.send())
    this.restore()
    if (this.isTried) addEventListener('message', (event) => this.led(event))
    if (this.one && this.questions.length) this.begin()
    else this.allAtOnce()
  }

  /** The places one can be at: the cover is −1, the gate comes after the last question. */
  private get last() {
    return this.questions.length
  }

  private begin() {
    this.box.prepend(this.place)
    this.box.append(this.ways)
    const begin = this.cover?.querySelector<HTMLButtonElement>('[data-begin]')
    if (begin) {
      begin.hidden = false
      begin.onclick = () => this.go(0)
    }
    this.questions.forEach((question) => (question.tabIndex = -1))
    const faulty = this.questions.findIndex((question) => question.getAttribute('aria-invalid') === 'true')
    // What the server had to say about the fields stands at the gate.
    const atGate = this.form.querySelector('[data-gate] [aria-invalid=true]')
    const first = faulty >= 0 ? faulty : atGate ? this.last : this.resumed()
    this.go(first, false)
    this.say(true)
  }

  private resumed() {
    const at = this.begun()?.at
    const place = this.questions.findIndex((question) => question.dataset.q === at)
    return place > 0 ? place : this.cover ? -1 : 0
  }

  /** All on one page: what is begun and answered is told as it happens. */
  private allAtOnce() {
    if (this.cover) this.cover.querySelector('[data-begin]')?.remove()
    const seen = new Set<string>()
    this.box.addEventListener('change', (event) => {
      const question = (event.target as HTMLElement).closest<HTMLElement>('[data-q]')?.dataset.q
      if (!question || seen.has(question)) return
      if (!seen.size) {
        this.tell({ what: 'started' })
        this.questions.forEach((one) => this.tell({ what: 'seen', question: one.dataset.q }))
      }
      seen.add(question)
      this.tell({ what: 'answered', question })
      if (seen.size === this.last) this.tell({ what: 'asked' })
      this.send()
    })
  }

  private go(to: number, focus = true) {
    this.at = to
    const question = this.questions[to]
    if (this.cover) this.cover.hidden = to >= 0
    this.questions.forEach((one, i) => (one.hidden = i !== to))
    this.gate.hidden = to < this.last
    this.box.hidden = to === this.last
    this.draw()
    if (question) {
      if (to === 0) this.tell({ what: 'started' })
      this.tell({ what: 'seen', question: question.dataset.q })
      this.shownAt = performance.now()
      if (focus) question.focus({ preventScroll: true })
    } else if (to === this.last) {
      this.tell({ what: 'asked' })
      if (focus) this.gate.querySelector<HTMLElement>('input:not([type=hidden])')?.focus()
      this.back()
    }
    if (focus) this.form.scrollIntoView({ block: 'nearest' })
    this.keep()
    this.send()
    this.say()
  }

  /** At the gate a way back stands too. */
  private back() {
    const there = this.gate.querySelector('[data-back]')
    if (there) return
    const back = button('Back', 'jf-no', () => this.go(this.last - 1))
    back.dataset.back = ''
    this.gate.append(back)
  }

  private draw() {
    this.place.hidden = this.ways.hidden = this.at < 0
    const line = document.createElement('ol')
    line.className = 'jf-line'
    line.setAttribute('aria-hidden', 'true')
    this.questions.forEach((_, i) => {
      const token = document.createElement('li')
      token.className = i < this.at ? 'jf-done' : i === this.at ? 'jf-now' : ''
      token.append(document.createElement('b'))
      line.append(token)
    })
    this.place.replaceChildren(line, text(`Question ${this.at + 1} of ${this.last}`))
    const backs = this.at > 0 || this.cover
    const isLast = this.at === this.last - 1
    const words = !isLast ? 'Next question' : this.when === 'AFTER' ? 'See my result' : 'Next'
    this.ways.replaceChildren(
      backs ? button('Back', 'jf-no', () => this.go(this.at - 1)) : text(''),
      button(words, 'jf-button', () => void this.next()),
    )
  }

  private chosen = (question: HTMLElement) =>
    [...question.querySelectorAll<HTMLInputElement>('input:checked')].map((input) => input.value)

  private fault(question: HTMLElement, words: string) {
    const place = question.querySelector<HTMLElement>('[data-problem]')!
    place.textContent = words
    place.hidden = !words
    question.setAttribute('aria-invalid', String(!!words))
  }

  private general(words: string) {
    const place = this.form.querySelector<HTMLElement>('[data-problem=""]')!
    place.textContent = words
    place.hidden = !words
  }

  private isAnswered(question: HTMLElement) {
    const ok = 'optional' in question.dataset || this.chosen(question).length > 0
    this.fault(question, ok ? '' : 'Choose an answer.')
    if (!ok) question.querySelector<HTMLElement>('input')?.focus()
    return ok
  }

  private async next() {
    const question = this.questions[this.at]
    if (this.busy || !question || !this.isAnswered(question)) return
    this.tell({
      what: 'answered',
      question: question.dataset.q,
      ms: Math.round(performance.now() - this.shownAt),
    })
    if (this.at < this.last - 1) return this.go(this.at + 1)
    await this.finish()
  }

  private get isTried() {
    return this.box.dataset.quiz === 'preview'
  }

  /** Has it judged and kept; then on to the gate, or to what it came to. */
  private async finish() {
    if (this.isTried) return this.go(this.last)
    this.busy = true
    this.ways.lastElementChild?.setAttribute('aria-busy', 'true')
    try {
      const answer = await fetch(this.form.action.replace(/signups$/, 'plays'), {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        credentials: 'omit',
        body: JSON.stringify(this.values()),
      })
      const said = (await answer.json()) as {
        html?: string
        detail?: string
        problems?: { field: string; message: string }[]
      }
      this.general('')
      if (!answer.ok) this.wrong(said)
      else if (this.when === 'AFTER' && said.html) this.show(said.html)
      else {
        this.result = said.html ?? ''
        this.go(this.last)
      }
    } catch {
      this.general(AWAY)
    }
    this.busy = false
    this.ways.lastElementChild?.removeAttribute('aria-busy')
  }

  private wrong({
    problems = [],
    detail,
  }: {
    problems?: { field: string; message: string }[]
    detail?: string
  }) {
    const places = problems.map(({ field, message }) => {
      const place = this.questions.findIndex((one) => 'q_' + one.dataset.q === field)
      if (place < 0) this.general(message)
      else this.fault(this.questions[place]!, message)
      return place
    })
    if (!problems.length) this.general(detail ?? AWAY)
    const first = Math.min(...places.filter((place) => place >= 0))
    if (Number.isFinite(first)) this.go(first)
  }

  private show(html: string) {
    this.tell({ what: 'asked' })
    this.send()
    this.forget()
    this.home.show(nodes(html))
  }

  /** The way past the address. */
  private finishes(event: Event) {
    if (this.at === this.last && this.result && this.one) {
      event.preventDefault()
      this.show(this.result)
    }
  }

  private submit(event: SubmitEvent) {
    const atGate = !this.one || this.at === this.last
    if (atGate && !this.isTried) {
      this.send()
      return
    }
    // A key that sends a form goes to the next question.
    event.preventDefault()
    event.stopImmediatePropagation()
    if (!atGate) void (this.at < 0 ? this.go(0) : this.next())
  }

  private values() {
    const all: Record<string, string> = {}
    new FormData(this.form).forEach((value, name) => {
      all[name] = all[name] ? all[name] + '; ' + value : String(value)
    })
    return all
  }

  /** A preview is led to the question that is edited. */
  private led(event: MessageEvent) {
    const place = this.questions.findIndex((question) => question.dataset.q === event.data?.question)
    if (event.data?.jeton === 'go' && place >= 0 && this.one) this.go(place, false)
  }

  /** What is told in a preview: to the page around it, which shows where it leads. */
  private say(fresh = false) {
    if (!this.isTried || parent === window) return
    const answers: Record<string, string[]> = {}
    this.questions.forEach((question) => (answers[question.dataset.q!] = this.chosen(question)))
    parent.postMessage({ jeton: 'quiz', answers, fresh }, '*')
  }

  private tell(step: Step) {
    this.told.push(step)
  }

  private send() {
    if (!this.told.length || this.isTried) return
    const steps = this.told
    this.told = []
    const key = this.hidden('submission_key')?.value ?? ''
    navigator.sendBeacon?.(
      this.home.base + '/p/quizzes/' + this.box.dataset.quiz + '/steps',
      JSON.stringify({ key, site: this.home.site, steps }),
    )
  }

  private hidden = (name: string) =>
    this.form.querySelector<HTMLInputElement>(`input[type=hidden][name=${name}]`)

  private begun(): Begun | null {
    try {
      return JSON.parse(sessionStorage.getItem(this.store) ?? 'null') as Begun | null
    } catch {
      // Storage may be blocked: then a reload begins anew.
      return null
    }
  }

  private keep() {
    this.say()
    const answers: Begun['answers'] = {}
    this.questions.forEach((question) => (answers[question.dataset.q!] = this.chosen(question)))
    const begun: Begun = {
      key: this.hidden('submission_key')?.value ?? '',
      edition: this.hidden('quiz_edition')?.value ?? '',
      at: this.questions[Math.min(this.at, this.last - 1)]?.dataset.q ?? '',
      answers,
    }
    try {
      if (!this.isTried) sessionStorage.setItem(this.store, JSON.stringify(begun))
    } catch {
      // As above.
    }
  }

  private forget() {
    try {
      sessionStorage.removeItem(this.store)
    } catch {
      // As above.
    }
  }

  /** Takes up a quiz that was begun, if it is still the same one and the server has not put answers in itself. */
  private restore() {
    const begun = this.begun()
    const isAnswered = this.questions.some((question) => this.chosen(question).length)
    if (!begun || isAnswered || this.isTried) return
    if (begun.edition !== this.hidden('quiz_edition')?.value) return this.forget()
    this.questions.forEach((question) =>
      question
        .querySelectorAll<HTMLInputElement>('input')
        .forEach((input) => (input.checked = !!begun.answers[question.dataset.q!]?.includes(input.value))),
    )
    const key = this.hidden('submission_key')
    if (key && begun.key) key.value = begun.key
  }
}

/** Has the quiz of a form played. */
export function play(form: HTMLFormElement, home: Place) {
  const box = form.querySelector<HTMLElement>('[data-quiz]')
  if (box) new Quiz(form, box, home)
}
