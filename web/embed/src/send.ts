import { hints } from './hint'
import { solve } from './proof'
import { campaign, zone } from './sent'
import type { Home, Reply, Shown } from './types'

const WENT_WRONG = 'We could not be reached. What you typed is still here: please try again.'

function values(form: HTMLFormElement): Record<string, string> {
  const all: Record<string, string> = {}
  new FormData(form).forEach((value, name) => {
    all[name] = all[name] ? all[name] + '; ' + value : String(value)
  })
  return { ...all, page: location.href.split(/[?#]/)[0]!, zone: zone(), campaign: campaign() }
}

async function post(home: Pick<Home, 'base'>, form: Sent, body: Record<string, string>): Promise<Reply> {
  const answer = await fetch(home.base + '/p/forms/' + form.key + '/signups', {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    credentials: 'omit',
    body: JSON.stringify(body),
  })
  return (await answer.json()) as Reply
}

/** Which form is sent, and what is said when that cannot be done. */
type Sent = Pick<Shown, 'key' | 'wrong'>

/** Shows each fault beside its field; those of no field at the top. */
function tell(root: ParentNode, problems: NonNullable<Reply['problems']>) {
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
export function sendsItself(
  home: Pick<Home, 'base'>,
  shown: Sent,
  root: ParentNode,
  done: (reply: Reply) => void | Promise<void>,
) {
  const form = root.querySelector<HTMLFormElement>('form')
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
      if (reply.html) await done(reply)
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
  if (email) hints(email)
}
