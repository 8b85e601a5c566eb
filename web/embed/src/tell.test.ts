import { describe, expect, it } from 'vitest'
import { tell } from './tell'
import type { Shown } from './types'

const FORM = {
  key: 'f1',
  o: 'o1',
  label: 'A plan',
  shape: 'POP_UP',
  trigger: { kind: 'AT_SCROLL', amount: 40 },
} as Shown
const DETAIL = { offer: 'o1', form: 'f1', label: 'A plan', shape: 'POP_UP', trigger: 'AT_SCROLL' }

describe('What happens to a form', () => {
  it('is an event on the document', () => {
    const heard: unknown[] = []
    const listen = (event: Event) => heard.push((event as CustomEvent).detail)
    document.addEventListener('jeton:shown', listen)
    tell({ base: '', site: 's' }, 'shown', FORM)
    document.removeEventListener('jeton:shown', listen)
    expect(heard).toEqual([DETAIL])
  })

  it('is told to the function the site names', () => {
    const told: unknown[] = []
    Object.assign(window, { shop: { measure: (...all: unknown[]) => told.push(all) } })
    tell({ base: '', site: 's', tell: 'shop.measure' }, 'signed-up', FORM)
    expect(told).toEqual([['signed-up', DETAIL]])
  })

  it('harms nothing where there is no such function, or it fails', () => {
    Object.assign(window, {
      fails: () => {
        throw new Error('theirs')
      },
    })
    expect(() => tell({ base: '', site: 's', tell: 'no.such.thing' }, 'closed', FORM)).not.toThrow()
    expect(() => tell({ base: '', site: 's', tell: 'fails' }, 'declined', FORM)).not.toThrow()
  })
})
