import { note, noteSignUp } from './memory'
import { sendsItself } from './send'
import type { Home, Reply, Shown, Undo } from './types'

/** What happens to a form, as an event on the document that an analytics tool can listen to. */
function tell(name: 'shown' | 'closed' | 'signed-up', form: Shown) {
  document.dispatchEvent(
    new CustomEvent('jeton:' + name, { detail: { form: form.key, shape: form.shape, label: form.label } }),
  )
}

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
  new FontFace('Jeton Figtree', `url(${home.base}/assets/figtree.woff2)`, { weight: '300 900' })
    .load()
    .then((font) => document.fonts.add(font))
    .catch(() => {})
}

const LEAVING_MS = 170

/** Draws forms, each in a shadow root, and takes them away again. */
export class Stage {
  private open = new Map<string, Undo>()

  constructor(
    private home: Home,
    private css: string,
  ) {}

  /** Takes everything away that hangs over the page. */
  clear() {
    this.open.forEach((close) => close())
    this.open.clear()
  }

  private root(host: HTMLElement, form: Shown, inner: string): ShadowRoot {
    const root = host.shadowRoot ?? host.attachShadow({ mode: 'open' })
    styled(root, ':host{all:initial;font-family:inherit;display:block}' + this.css, form.css)
    root.innerHTML = inner
    if (form.ourFont) bringFont(this.home)
    return root
  }

  private seen(form: Shown) {
    note(form.key, 'shown')
    const seen = JSON.stringify({ form: form.key, url: location.href.split(/[?#]/)[0] })
    navigator.sendBeacon(this.home.base + '/p/sites/' + this.home.site + '/seen', seen)
    tell('shown', form)
  }

  /** In its place in the page. */
  inPage(form: Shown, host: HTMLElement) {
    const root = this.root(host, form, form.html)
    sendsItself(this.home, form, root, (reply) => this.after(form, root, reply))
    // Counted when it comes into view, not when it lies far below.
    const look = new IntersectionObserver((entries) => {
      if (entries.some((entry) => entry.isIntersecting)) {
        look.disconnect()
        this.seen(form)
      }
    })
    look.observe(host)
  }

  /** The small floating button a form waits behind. */
  opener(form: Shown) {
    const host = document.createElement('div')
    const side = form.corner === 'LEFT' ? ' jf-opener-left' : ''
    const root = this.root(host, form, `<button class="jf-button jf-opener${side}"></button>`)
    const button = root.querySelector('button')!
    button.textContent = form.cornerWords
    button.onclick = () => this.over(form)
    document.body.append(host)
    this.open.set('opener ' + form.key, () => host.remove())
  }

  /** Over the page: a dialog, a card in the corner, or a bar. */
  over(form: Shown) {
    if (this.open.has(form.key)) return
    const back = document.activeElement as HTMLElement | null
    const host = document.createElement('div')
    host.dataset.jeton = form.key
    const isDialog = form.shape === 'POP_UP'
    const place = isDialog
      ? '<dialog class="jf-over"></dialog>'
      : form.shape === 'BAR'
        ? `<div role="region" class="jf-strip${form.foot ? '' : ' jf-strip-top'}"></div>`
        : `<div role="dialog" class="jf-corner${form.corner === 'LEFT' ? ' jf-corner-left' : ''}"></div>`
    const root = this.root(host, form, place)
    const box = root.firstElementChild as HTMLElement
    box.setAttribute('aria-label', form.label)
    box.innerHTML = form.html
    document.body.append(host)

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
        tell('closed', form)
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
    this.open.set(form.key, remove)

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
    sendsItself(this.home, form, root, (reply) => {
      this.after(form, root, reply)
      if (reply.closesAfter) timer = setTimeout(() => close(''), reply.closesAfter * 1000)
    })
    this.seen(form)
  }

  private after(form: Shown, root: ShadowRoot, reply: Reply) {
    noteSignUp(form.o)
    tell('signed-up', form)
    if (reply.goTo) {
      location.assign(reply.goTo)
      return
    }
    const body = root.querySelector('.jf-body')!
    body.innerHTML = reply.html!
    body.querySelector<HTMLElement>('.jf-after')?.focus()
  }
}
