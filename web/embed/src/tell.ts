import type { Home, Shown } from './types'

/**
 * What happens to a form, for the site's own measuring: as an event on the document, and to the function that `data-tell` of the script
 * names, such as `shop.measure`. What is told never holds an address, nor anything else that somebody typed.
 */
export function tell(home: Home, name: 'shown' | 'closed' | 'declined' | 'signed-up', form: Shown) {
  const detail = {
    offer: form.o,
    form: form.key,
    label: form.label,
    shape: form.shape,
    trigger: form.trigger.kind,
  }
  document.dispatchEvent(new CustomEvent('jeton:' + name, { detail }))
  try {
    const path = home.tell?.split('.') ?? []
    const named = path.reduce<unknown>((at, part) => (at as Record<string, unknown>)[part], window)
    if (path.length) (named as (name: string, detail: object) => void)(name, detail)
  } catch {
    // The site's own business: the form goes on.
  }
}
