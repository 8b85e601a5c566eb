import { copies } from './copy'
import { hints } from './hint'
import { answered } from './html'
import { plays } from './play'
import { playing } from './playing'
import { solve } from './proof'
import { sendsItself } from './send'
import { campaign, zone } from './sent'
import { shares } from './share'

/**
 * The hosted pages' script. They work without it, but for the proof of work. It tells the browser's zone and campaign tags, confirms
 * at the first sign of a person, keeps a button from going twice, hints at a mistyped address, and tells a surrounding page how high
 * a framed form is.
 */

function fill(name: string, text: string) {
  document.querySelectorAll<HTMLInputElement>(`input[name="${name}"]`).forEach((input) => {
    input.value ||= text
  })
}

function append(form: HTMLFormElement, name: string, value: string) {
  const input = document.createElement('input')
  input.type = 'hidden'
  input.name = name
  input.value = value
  form.append(input)
}

function sendOnce(form: HTMLFormElement) {
  form.addEventListener('submit', () => {
    const button = form.querySelector<HTMLButtonElement>('button[type=submit]')
    // After the submit has gone out, or the browser would not send it.
    setTimeout(() => button && (button.disabled = true))
  })
}

const SIGNS = ['pointermove', 'pointerdown', 'touchstart', 'keydown', 'wheel', 'scroll']

/** A link scanner opens the page, one that runs scripts too; only a person moves, touches, types or scrolls (S7). */
function confirmAtFirstSign(form: HTMLFormElement) {
  const seen = (event: Event) => {
    if (!event.isTrusted) return
    SIGNS.forEach((sign) => removeEventListener(sign, seen, true))
    if (event.target instanceof Element && event.target.closest('button')) return
    append(form, 'by', 'page')
    form.requestSubmit()
  }
  SIGNS.forEach((sign) => addEventListener(sign, seen, { capture: true, passive: true }))
}

async function prove(form: HTMLFormElement) {
  const { algorithm = '', challenge = '', most, salt = '', signature = '' } = form.dataset
  append(form, 'altcha', await solve({ algorithm, challenge, maxnumber: Number(most), salt, signature }))
  form.requestSubmit()
}

const script = (document.currentScript as HTMLScriptElement | null)?.src ?? ''

/** What the forms of a page need; a quiz puts another in the place of its own once it was played. */
function dress(root: ParentNode) {
  fill('zone', zone())
  fill('campaign', campaign())
  root.querySelectorAll('form').forEach((form) => form.querySelector('[data-wheel]') || sendOnce(form))
  const email = root.querySelector<HTMLInputElement>('.jf-form input[name="email"]')
  if (email) hints(email)
  copies(root)
  plays(root)
  shares(root)
}

dress(document)
const form = document.querySelector<HTMLFormElement>('.jf-form')
const turning = playing(form, script.replace(/page\.js.*$/, ''), {
  base: '',
  site: '',
  show(html) {
    form!.replaceWith(html)
    dress(document.querySelector('.jf-body')!)
    document.querySelector<HTMLElement>('.jf-result,.jf-after')?.focus()
  },
})

/** A wheel is turned where it stands: its form is sent by script, and the answer stands beside it. */
function spins(form: HTMLFormElement, wheel: HTMLElement) {
  const body = document.querySelector<HTMLElement>('.jf-body')!
  sendsItself({ base: '' }, { key: wheel.dataset.wheel!, wrong: '' }, body, async (reply) => {
    await (
      await turning
    )(reply)
    if (reply.goTo) return location.assign(reply.goTo)
    answered(body, reply.html!)
    dress(body)
    body.querySelector<HTMLElement>('.jf-after')?.focus()
  })
}

const wheel = form?.querySelector<HTMLElement>('[data-wheel]')
if (form && wheel) spins(form, wheel)
// Back from a page that followed: the button must work again.
addEventListener('pageshow', () => {
  document.querySelectorAll<HTMLButtonElement>('form button').forEach((button) => (button.disabled = false))
})
const waiting = document.querySelector<HTMLFormElement>('form[data-first-sign]')
if (waiting) confirmAtFirstSign(waiting)
const checked = document.querySelector<HTMLFormElement>('form[data-check]')
if (checked) void prove(checked)
if (parent !== window && document.querySelector('.jf')) {
  const tell = () =>
    parent.postMessage({ jeton: 'height', height: document.documentElement.offsetHeight }, '*')
  new ResizeObserver(tell).observe(document.documentElement)
}
