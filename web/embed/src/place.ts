import type { Undo } from './types'

/** A page within a site: its path, and the route that some sites keep behind the hash. */
export const pageOf = ({ pathname, hash }: Location) => pathname + (/^#[!/]/.test(hash) ? hash : '')

/** All that display rules may look at. */
const addressOf = (location: Location) => pageOf(location) + location.search

/**
 * Follows sites that change their page without loading one: by history, query or hash.
 *
 * @param then hears of each change, and whether it is another page rather than the same one with another query
 */
export function followPlace(then: (isNewPage: boolean) => void): Undo {
  let page = pageOf(location)
  let address = addressOf(location)
  const look = () =>
    setTimeout(() => {
      if (addressOf(location) === address) return
      const isNewPage = pageOf(location) !== page
      page = pageOf(location)
      address = addressOf(location)
      then(isNewPage)
    })
  const navigation = (window as unknown as { navigation?: EventTarget }).navigation
  if (navigation) {
    navigation.addEventListener('currententrychange', look)
    return () => navigation.removeEventListener('currententrychange', look)
  }
  const { pushState, replaceState } = history
  history.pushState = function (...args) {
    pushState.apply(this, args)
    look()
  }
  history.replaceState = function (...args) {
    replaceState.apply(this, args)
    look()
  }
  addEventListener('popstate', look)
  addEventListener('hashchange', look)
  return () => {
    history.pushState = pushState
    history.replaceState = replaceState
    removeEventListener('popstate', look)
    removeEventListener('hashchange', look)
  }
}

const QUIET_MS = 60

/** Hears when the page gets new elements, once it rests a moment. */
export function followElements(then: () => void): Undo {
  let timer: ReturnType<typeof setTimeout> | undefined
  const observer = new MutationObserver((changes) => {
    if (changes.some((change) => change.addedNodes.length > 0)) {
      clearTimeout(timer)
      timer = setTimeout(then, QUIET_MS)
    }
  })
  observer.observe(document.documentElement, { childList: true, subtree: true })
  return () => {
    clearTimeout(timer)
    observer.disconnect()
  }
}
