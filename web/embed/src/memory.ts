import type { Past } from './types'

/**
 * What is remembered in the visitor's browser: one item in localStorage (`jeton`: past per form, offers signed up for, whether they
 * were here before, a random id) and one in sessionStorage (`jeton`: pages this visit). Nothing is a cookie, nothing goes to anybody else.
 */
interface Kept {
  /** Past per form. */
  f: Record<string, Past>
  /** Offers signed up for. */
  o: string[]
  /** 1 once they have been here in an earlier visit. */
  r?: 1
  /** A random id, by which a visitor is given the same of two versions each time. */
  v?: string
}

const NAME = 'jeton'

function read(): Kept {
  try {
    const kept = JSON.parse(localStorage.getItem(NAME) ?? '{}') as Partial<Kept>
    return { f: kept.f ?? {}, o: kept.o ?? [], r: kept.r, v: kept.v }
  } catch {
    // Storage may be blocked, or hold something odd: then every page is the first.
    return { f: {}, o: [] }
  }
}

function write(change: (kept: Kept) => void) {
  try {
    const kept = read()
    change(kept)
    localStorage.setItem(NAME, JSON.stringify(kept))
  } catch {
    // Blocked or full: the form may show once more than meant.
  }
}

export const seconds = () => Math.floor(Date.now() / 1000)

export function note(form: string, what: 'shown' | 'closed' | 'declined') {
  write((kept) => {
    const past = (kept.f[form] ??= { shown: 0, closed: 0, declined: 0 })
    past[what] = what === 'shown' ? past.shown + 1 : seconds()
  })
}

export const noteSignUp = (offer: string) => write((kept) => kept.o.includes(offer) || kept.o.push(offer))

/** Hears of offers signed up for in another tab. */
export const onSignUpElsewhere = (then: (offers: string[]) => void) =>
  addEventListener('storage', (event) => event.key === NAME && then(read().o))

/** The visitor's random id; empty where nothing can be kept. */
export function visitor(): string {
  const known = read().v
  if (known) return known
  const octets = Array.from(crypto.getRandomValues(new Uint8Array(15)))
  write((kept) => (kept.v = octets.map((n) => n.toString(16).padStart(2, '0')).join('')))
  return read().v ?? ''
}

/** The offers signed up for. */
export const signedUpFor = () => read().o

/**
 * Tells what is known, and counts this page if it is a new one. The session keeps "2r": two pages, of a visitor who was here
 * before.
 */
export function visit(isNewPage: boolean) {
  const kept = read()
  let pages = 1
  let returning = !!kept.r
  try {
    const session = /^(\d+)(r?)$/.exec(sessionStorage.getItem(NAME) ?? '')
    if (session) {
      pages = Number(session[1]) + (isNewPage ? 1 : 0)
      returning = session[2] === 'r'
    } else {
      write((k) => (k.r = 1))
    }
    sessionStorage.setItem(NAME, pages + (returning ? 'r' : ''))
  } catch {
    // As above.
  }
  return { pages, returning, past: kept.f, done: kept.o }
}
