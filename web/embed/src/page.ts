import { copies } from './copy'
import { hints } from './hint'
import { plays } from './play'
import { solve } from './proof'
import { campaign, zone } from './sent'

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

fill('zone', zone())
fill('campaign', campaign())
for (const form of document.forms) sendOnce(form)
// Back from a page that followed: the button must work again.
addEventListener('pageshow', () => {
  document.querySelectorAll<HTMLButtonElement>('form button').forEach((button) => (button.disabled = false))
})
copies(document)
plays(document)
const waiting = document.querySelector<HTMLFormElement>('form[data-first-sign]')
if (waiting) confirmAtFirstSign(waiting)
const checked = document.querySelector<HTMLFormElement>('form[data-check]')
if (checked) void prove(checked)
const email = document.querySelector<HTMLInputElement>('.jf-form input[name="email"]')
if (email) hints(email)
if (parent !== window && document.querySelector('.jf')) {
  const tell = () =>
    parent.postMessage({ jeton: 'height', height: document.documentElement.offsetHeight }, '*')
  new ResizeObserver(tell).observe(document.documentElement)
}
