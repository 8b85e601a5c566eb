import { defineStore } from 'pinia'
import { ref, watch } from 'vue'

/** Where one is, as the window's title says it and as it is told to whoever does not see the screen change. */
export const usePlace = defineStore('place', () => {
  const title = ref('')
  watch(title, (words) => (document.title = `${words} · Jeton`), { flush: 'sync' })
  return { title }
})

/** Names what a screen shows, as soon as it is known; empty leaves the screen's own title. */
export function usePlaceName(name: () => string) {
  const place = usePlace()
  watch(name, (words) => words && (place.title = words), { immediate: true })
}
