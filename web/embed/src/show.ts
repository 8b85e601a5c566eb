import { copies } from './copy'
import { answered, nodes } from './html'
import { note, noteSignUp, visitor } from './memory'
import { looks } from './play'
import { playing, type Turning } from './playing'
import { sendsItself } from './send'
import { shares } from './share'
import { tell } from './tell'
import type { Home, Reply, Shown, Undo } from './types'

/** A style sheet of our own: unlike a style element it needs no leave from the page's Content-Security-Policy. */
function styled(root: ShadowRoot, ...rules: string[]) {
  root.adoptedStyleSheets = rules.map((css) => {
    const sheet = new CSSStyleSheet()
    sheet.replaceSync(css)
    return sheet
  })
}

let fontAsked = false

/** Our typeface, only once a form that wants it shows. The page's own is untouched: it has a name of its own. */
function bringFont(home: Home) {
  if (fontAsked) return
  fontAsked = true
  new FontFace('Jeton Figtree', `url(${home.base}/assets/figtree.woff2)`, {
    weight: '300 900',
  })
    .load()
    .then((font) => document.fonts.add(font))
    .catch(() => {})
}

const LEAVING_MS = 170

/** Of a page's rules none gets in: those that shout the loudest included. */
const HOST = ':host{all:initial!important;font-family:inherit!important;display:block!important}'

/** Whether somebody has typed into a form, or reads its thanks: then it is taken from nobody. */
const isInUse = (root: ShadowRoot | null) =>
  !!root?.querySelector('.jf-after') ||
  [...(root?.querySelectorAll<HTMLInputElement>('input[name],textarea[name],select[name]') ?? [])].some(
    (input) => input.type !== 'hidden' && (input.type === 'checkbox' ? input.checked : input.value !== ''),
  )

/** What hangs over the page, or floats on it. */
interface Open {
  form: Shown
  host: HTMLElement
  remove: Undo
}

/** Draws forms, each in a shadow root, and takes them away again. */
export class Stage {
  private open = new Map<string, Open>()
  private inPlace = new Map<HTMLElement, Shown>()
  css = ''

  constructor(
    private home: Home,
    /** Hears that somebody signed up for an offer. */
    private signedUp: (offer: string) => void,
  ) {}

  /** Takes away what hangs over the page and is wanted no more; what somebody types in stays. */
  keep(keys: Set<string>) {
    this.open.forEach(({ form, host, remove }, name) => {
      const isOpener = name !== form.key
      if (isOpener || (!keys.has(form.key) && !isInUse(host.shadowRoot))) remove()
    })
  }

  /** Takes everything of an offer away but the form that says thank you. */
  quiet(offer: string, but?: ShadowRoot) {
    this.open.forEach(({ form, host, remove }) => form.o === offer && host.shadowRoot !== but && remove())
    this.inPlace.forEach((form, host) => {
      if (form.o === offer && host.shadowRoot !== but) host.shadowRoot!.replaceChildren()
    })
  }

  /** Whether a form stands in this place already. */
  holds(spot: HTMLElement) {
    this.inPlace.forEach((_, host) => host.isConnected || this.inPlace.delete(host))
    return this.inPlace.has(spot)
  }

  /** A shadow root with the form in it. Until its nodes are there, nothing of the page is touched. */
  private root(host: HTMLElement, form: Shown, inner: Node): ShadowRoot {
    const root = host.shadowRoot ?? host.attachShadow({ mode: 'open' })
    styled(root, HOST + this.css, form.css)
    root.replaceChildren(inner)
    if (form.ourFont) bringFont(this.home)
    return root
  }

  /** Puts something over the page: above everything it has, whatever it does to its own boxes. */
  private hang(host: HTMLElement, inTopLayer: boolean) {
    document.body.append(host)
    if (inTopLayer && host.showPopover) {
      host.popover = 'manual'
      host.showPopover()
    }
  }

  private seen(form: Shown) {
    note(form.key, 'shown')
    const seen = JSON.stringify({
      form: form.key,
      url: location.href.split(/[?#]/)[0],
      visitor: visitor(),
    })
    navigator.sendBeacon(this.home.base + '/p/sites/' + this.home.site + '/seen', seen)
    tell(this.home, 'shown', form)
  }

  /** In its place in the page. */
  inPage(form: Shown, host: HTMLElement) {
    const root = this.root(host, form, nodes(form.html))
    this.inPlace.set(host, form)
    this.sends(form, root, (reply) => this.after(form, root, reply))
    // Counted when it comes into view, not when it lies far below.
    const look = new IntersectionObserver((entries) => {
      if (entries.some((entry) => entry.isIntersecting)) {
        look.disconnect()
        this.seen(form)
      }
    })
    look.observe(host)
  }

  /** Has a form send itself, and be played first where there is something to play. */
  private sends(form: Shown, root: ShadowRoot, done: (reply: Reply) => void) {
    let turning: Turning | undefined
    sendsItself(this.home, form, root, async (reply) => {
      await turning?.(reply)
      done(reply)
    })
    const played = root.querySelector('form')
    void playing(played, this.home.base + '/assets/', {
      ...this.home,
      show: (html) => {
        played!.replaceWith(html)
        sendsItself(this.home, form, root, done)
        copies(root, () => {})
        shares(root)
        root.querySelector<HTMLElement>('.jf-result,.jf-after')?.focus()
      },
    }).then((way) => (turning = way))
  }

  /** The small floating button a form waits behind. */
  opener(form: Shown) {
    const host = document.createElement('div')
    const button = document.createElement('button')
    button.className = 'jf-button jf-opener' + (form.corner === 'LEFT' ? ' jf-opener-left' : '')
    button.textContent = form.cornerWords
    button.onclick = () => this.over(form, true)
    this.root(host, form, button)
    this.hang(host, true)
    const name = 'opener ' + form.key
    this.open.set(name, {
      form,
      host,
      remove: () => (host.remove(), this.open.delete(name)),
    })
  }

  /**
   * Over the page: a dialog, a card in the corner, or a bar.
   *
   * @param asked whether somebody asked for it: then it takes the focus
   */
  over(form: Shown, asked = false) {
    if (this.open.has(form.key)) return
    const back = document.activeElement as HTMLElement | null
    const host = document.createElement('div')
    host.dataset.jeton = form.key
    const isDialog = form.shape === 'POP_UP'
    const box: HTMLElement = document.createElement(isDialog ? 'dialog' : 'div')
    if (isDialog) box.className = 'jf-over'
    else if (form.shape === 'BAR') box.className = 'jf-strip' + (form.foot ? '' : ' jf-strip-top')
    else box.className = 'jf-corner' + (form.corner === 'LEFT' ? ' jf-corner-left' : '')
    if (!isDialog) box.setAttribute('role', form.shape === 'BAR' ? 'region' : 'dialog')
    box.setAttribute('aria-label', form.label)
    box.append(nodes(form.html))
    const root = this.root(host, form, box)
    this.hang(host, !isDialog)

    let timer: ReturnType<typeof setTimeout>
    const remove = () => {
      clearTimeout(timer)
      host.remove()
      this.open.delete(form.key)
    }
    const close = (how: 'closed' | 'declined' | '') => {
      if (!this.open.has(form.key)) return
      if (how) {
        note(form.key, how)
        tell(this.home, how, form)
      }
      this.open.delete(form.key)
      box.firstElementChild?.classList.add('jf-leaving')
      const calm = matchMedia('(prefers-reduced-motion: reduce)').matches
      // A card in the corner never took the focus unless asked; a dialog did, and the page is inert until it is gone.
      const tookFocus = isDialog || host === document.activeElement
      setTimeout(
        () => {
          remove()
          if (tookFocus) back?.focus?.()
        },
        calm ? 0 : LEAVING_MS,
      )
    }
    this.open.set(form.key, { form, host, remove })

    if (isDialog) {
      const dialog = box as HTMLDialogElement
      dialog.showModal()
      dialog.addEventListener('cancel', (event) => {
        event.preventDefault()
        close('closed')
      })
      dialog.addEventListener('click', (event) => event.target === dialog && close('closed'))
    } else {
      box.addEventListener('keydown', (event) => event.key === 'Escape' && close('closed'))
    }
    root.querySelector('[data-close]')?.addEventListener('click', () => close('closed'))
    root.querySelector('[data-no]')?.addEventListener('click', () => close('declined'))
    this.sends(form, root, (reply) => {
      const later = () => {
        clearTimeout(timer)
        if (reply.closesAfter) timer = setTimeout(() => close(''), reply.closesAfter * 1000)
      }
      if (!this.after(form, root, reply, later)) return later()
      // A code is to be copied: it waits until that was done, or until the pointer rests elsewhere.
      box.addEventListener('pointerleave', later)
      box.addEventListener('pointerenter', () => clearTimeout(timer))
    })
    if (asked && !isDialog) root.querySelector<HTMLElement>('input:not([type=hidden]),button')?.focus()
    this.seen(form)
  }

  /** True where there is a code to copy. */
  private after(form: Shown, root: ShadowRoot, reply: Reply, copied = () => {}): boolean {
    noteSignUp(form.o)
    tell(this.home, 'signed-up', form)
    this.signedUp(form.o)
    this.quiet(form.o, root)
    if (reply.goTo) {
      location.assign(reply.goTo)
      return false
    }
    const body = root.querySelector('.jf-body')!
    answered(body, reply.html!)
    body.querySelector<HTMLElement>('.jf-after')?.focus()
    looks(root)
    shares(root)
    return copies(root, copied)
  }
}
