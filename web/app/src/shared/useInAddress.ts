import { ref, watch, type Ref } from 'vue'
import { useRoute, useRouter, type LocationQueryRaw } from 'vue-router'

/** What is to stand in the address, until it does: what changes meanwhile is added to it. */
let wanted: LocationQueryRaw | null = null

/**
 * What is open or chosen on a screen, kept in its address: loading the page anew or sending it to somebody shows the same.
 * It makes no step of Back, which leaves the screen.
 *
 * @param name in the address, as `part` in `?part=looks`
 * @param usual where the address says nothing; it is not written there
 * @param known what it may be; anything when left out
 */
export function useInAddress<T extends string>(name: string, usual: T, known?: readonly T[]): Ref<T> {
  const route = useRoute()
  const router = useRouter()
  const path = route.path
  const read = (): T => {
    const said = route.query[name]
    return typeof said === 'string' && (!known || known.includes(said as T)) ? (said as T) : usual
  }
  async function write(asked: LocationQueryRaw) {
    if (wanted === asked) {
      await router.replace({ query: asked, hash: route.hash })
      wanted = wanted === asked ? null : wanted
    }
  }
  const value = ref(read()) as Ref<T>
  watch(value, (now) => {
    if (route.path === path && now !== read()) {
      const asked = {
        ...(wanted ?? router.currentRoute.value.query),
        [name]: now === usual ? undefined : now,
      }
      wanted = asked
      queueMicrotask(() => void write(asked))
    }
  })
  watch(
    () => route.query[name],
    () => (value.value = route.path === path ? read() : value.value),
  )
  return value
}
