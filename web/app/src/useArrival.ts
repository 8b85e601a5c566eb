import { nextTick, watch } from 'vue'
import { useRoute } from 'vue-router'
import { screenKey } from './router'

/**
 * Puts the focus where a new screen begins, so that the keyboard and whoever listens go on there rather than at a link that
 * is gone. A screen that puts it somewhere itself is left alone.
 */
export function useArrival() {
  const route = useRoute()
  watch(
    () => screenKey(route),
    async (_, before) => {
      await nextTick()
      const main = document.querySelector('main')
      const isOurs = before.startsWith('undefined') || !main || main.contains(document.activeElement)
      if (isOurs || route.hash || document.querySelector('[role="dialog"]')) {
        return
      }
      main.tabIndex = -1
      main.focus({ preventScroll: true })
      window.scrollTo(0, 0)
    },
    { flush: 'post' },
  )
}
