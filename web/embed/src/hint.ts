/**
 * Guesses which domain somebody meant who mistyped it, in the browser: nobody's address goes anywhere before they send it. A hint,
 * never a refusal.
 */

// Large mailbox providers: a mistyped one of these is what happens most.
const COMMON = (
  'gmail.com googlemail.com outlook.com hotmail.com live.com yahoo.com icloud.com me.com aol.com gmx.de gmx.net web.de ' +
  't-online.de orange.fr free.fr laposte.net libero.it proton.me protonmail.com hotmail.co.uk yahoo.co.uk ' +
  'btinternet.com eircom.net zoho.com'
).split(' ')
const ENDINGS = ['com', 'net', 'org', 'co.uk', 'ie', 'de', 'fr']
const SLIPS = ['con', 'cmo', 'ocm', 'vom', 'comm', 'ent', 'nte', 'ogr', 'orgg']

/** Slips between two words: a letter too many, too few, another, or two that changed places. */
export function distance(a: string, b: string): number {
  const d: number[][] = []
  for (let i = 0; i <= a.length; i++) {
    d[i] = [i]
    for (let j = 1; j <= b.length; j++) {
      if (i === 0) {
        d[0]![j] = j
        continue
      }
      const above = d[i - 1]!
      const same = a[i - 1] === b[j - 1]
      let least = Math.min(above[j]! + 1, d[i]![j - 1]! + 1, above[j - 1]! + (same ? 0 : 1))
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1]) {
        least = Math.min(least, d[i - 2]![j - 2]! + 1)
      }
      d[i]![j] = least
    }
  }
  return d[a.length]![b.length]!
}

function closest(domain: string): string | undefined {
  let best: string | undefined
  let least = 3
  for (const common of COMMON) {
    const slips = distance(domain, common)
    // One slip in a short name, two in a longer one; more is another domain.
    if (slips < least && slips <= (common.length > 8 ? 2 : 1)) {
      least = slips
      best = common
    }
  }
  return best
}

/** A domain we do not know, with an ending nobody has: "example.con". */
function ending(domain: string): string | undefined {
  const dot = domain.lastIndexOf('.')
  const end = domain.slice(dot + 1)
  const good = dot > 0 && SLIPS.includes(end) && ENDINGS.find((e) => distance(end, e) <= 1)
  return good ? domain.slice(0, dot + 1) + good : undefined
}

/** The address that was probably meant, if another than the one typed. */
export function meant(typed: string): string | undefined {
  const text = typed.trim()
  const at = text.lastIndexOf('@')
  const domain = text.slice(at + 1).toLowerCase()
  if (at < 1 || domain.length < 4 || COMMON.includes(domain)) return
  const guess = closest(domain) ?? ending(domain)
  return guess && text.slice(0, at + 1) + guess
}

/** Offers the likelier address under the field, once it is left. */
export function hints(email: HTMLInputElement) {
  email.addEventListener('change', () => {
    const field = email.closest('.jf-field')!
    field.querySelector('.jf-hint')?.remove()
    const likelier = meant(email.value)
    if (!likelier) return
    const line = document.createElement('p')
    line.className = 'jf-hint'
    line.setAttribute('role', 'status')
    const take = document.createElement('button')
    take.type = 'button'
    take.textContent = likelier
    take.onclick = () => {
      email.value = likelier
      line.remove()
      email.focus()
    }
    line.append('Did you mean ', take, '?')
    field.append(line)
  })
}
