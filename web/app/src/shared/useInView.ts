import { onBeforeUnmount, onMounted, ref, type Ref } from 'vue'

/** What is drawn a little before it is scrolled to. */
const AHEAD = '0px 600px'

/**
 * Whether something has been in view, or near it, since it is there: what is costly to draw waits for that. Where the
 * browser cannot tell, everything counts as seen.
 */
export function useInView(element: Ref<HTMLElement | null | undefined>): Ref<boolean> {
  const seen = ref(typeof IntersectionObserver === 'undefined')
  let observer: IntersectionObserver | undefined
  onMounted(() => {
    if (!seen.value && element.value) {
      observer = new IntersectionObserver(
        (entries) => {
          if (entries.some((entry) => entry.isIntersecting)) {
            seen.value = true
            observer?.disconnect()
          }
        },
        { rootMargin: AHEAD },
      )
      observer.observe(element.value)
    }
  })
  onBeforeUnmount(() => observer?.disconnect())
  return seen
}
