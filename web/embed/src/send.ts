import type { Home, Reply, Shown, Task } from './types'

const WENT_WRONG = 'We could not be reached. What you typed is still here: please try again.'

/** ALTCHA's proof of work: the number whose hash with the salt is the challenge. */
async function solve(task: Task): Promise<string> {
  const encoder = new TextEncoder()
  for (let number = 0; number <= task.maxnumber; number++) {
    const hash = await crypto.subtle.digest('SHA-256', encoder.encode(task.salt + number))
    const hex = [...new Uint8Array(hash)].map((octet) => octet.toString(16).padStart(2, '0')).join('')
    if (hex === task.challenge) {
      const { algorithm, challenge, salt, signature } = task
      return btoa(JSON.stringify({ algorithm, challenge, number, salt, signature }))
    }
  }
  return ''
}

function values(form: HTMLFormElement): Record<string, string> {
  const all: Record<string, string> = {}
  new FormData(form).forEach((value, name) => {
    all[name] = all[name] ? all[name] + '; ' + value : String(value)
  })
  const tags = [...new URLSearchParams(location.search)].filter(([name]) => name.startsWith('utm_'))
  return {
    ...all,
    page: location.href.split(/[?#]/)[0]!,
    zone: Intl.DateTimeFormat().resolvedOptions().timeZone || '',
    campaign: tags
      .map((tag) => tag.join('='))
      .join('&')
      .slice(0, 300),
  }
}

async function post(home: Home, form: Shown, body: Record<string, string>): Promise<Reply> {
  const answer = await fetch(home.base + '/p/forms/' + form.key + '/signups', {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    credentials: 'omit',
    body: JSON.stringify(body),
  })
  return (await answer.json()) as Reply
}

/** Shows each fault beside its field; those of no field at the top. */
function tell(root: ShadowRoot, problems: NonNullable<Reply['problems']>) {
  root.querySelectorAll<HTMLElement>('[data-problem]').forEach((place) => {
    const own = problems.find((p) => p.field === place.dataset.problem)
    place.textContent = own?.message ?? ''
    place.hidden = !own
  })
  root.querySelectorAll<HTMLInputElement>('[name]').forEach((input) => {
    const wrong = problems.some((p) => p.field === input.name)
    input.setAttribute('aria-invalid', String(wrong))
  })
  root.querySelector<HTMLElement>('[aria-invalid=true]')?.focus()
}

/**
 * Sends a form when it is submitted, and shows what comes back. Nothing typed is ever lost: until the server has said yes, the form
 * stays as it is.
 */
export function sendsItself(home: Home, shown: Shown, root: ShadowRoot, done: (reply: Reply) => void) {
  const form = root.querySelector('form')
  if (!form) return
  const button = form.querySelector<HTMLButtonElement>('[type=submit]')!
  let busy = false

  form.addEventListener('submit', async (event) => {
    event.preventDefault()
    if (busy) return
    busy = true
    button.setAttribute('aria-busy', 'true')
    try {
      const body = values(form)
      let reply = await post(home, shown, body)
      if (reply.challenge) reply = await post(home, shown, { ...body, altcha: await solve(reply.challenge) })
      if (reply.html) done(reply)
      else
        tell(
          root,
          reply.problems ?? [{ field: '', code: '', message: reply.detail ?? (shown.wrong || WENT_WRONG) }],
        )
    } catch {
      tell(root, [{ field: '', code: 'away', message: shown.wrong || WENT_WRONG }])
    }
    button.removeAttribute('aria-busy')
    busy = false
  })

  const email = form.querySelector<HTMLInputElement>('[name=email]')
  email?.addEventListener('change', async () => {
    try {
      const answer = await fetch(home.base + '/p/forms/hint', { method: 'POST', body: email.value })
      hint(email, ((await answer.json()) as { meant?: string }).meant)
    } catch {
      // A hint is no more than that.
    }
  })
}

function hint(email: HTMLInputElement, meant?: string) {
  const field = email.closest('.jf-field')!
  field.querySelector('.jf-hint')?.remove()
  if (!meant) return
  const line = document.createElement('p')
  line.className = 'jf-hint'
  line.setAttribute('role', 'status')
  const take = document.createElement('button')
  take.type = 'button'
  take.textContent = meant
  take.onclick = () => {
    email.value = meant
    line.remove()
    email.focus()
  }
  line.append('Did you mean ', take, '?')
  field.append(line)
}
