import { ref, watch, type Ref } from 'vue'

/** A small choice of how something looks, kept in this browser; what cannot be read is as if nothing was chosen. */
export function useLocalStorage<T>(key: string, usual: T): Ref<T> {
  const name = `jeton ${key}`
  const kept = ref(read()) as Ref<T>

  function read(): T {
    try {
      const text = localStorage.getItem(name)
      return text ? (JSON.parse(text) as T) : usual
    } catch {
      return usual
    }
  }

  watch(
    kept,
    (now) => {
      try {
        localStorage.setItem(name, JSON.stringify(now))
      } catch {
        // A full or closed store keeps no choice: the page works as well without.
      }
    },
    { deep: true },
  )
  return kept
}
