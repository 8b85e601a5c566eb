import { onScopeDispose, ref } from 'vue'

const REST_MS = 800

/**
 * Whether nobody has typed for a moment since this was asked; once so it stays so. What comes up by itself and takes the
 * cursor waits for it, or the next letters would land in it.
 */
export function useHandsRest() {
  const rest = ref(false)
  let timer: ReturnType<typeof setTimeout>

  function stop() {
    clearTimeout(timer)
    window.removeEventListener('keydown', wait, true)
  }

  function wait() {
    clearTimeout(timer)
    timer = setTimeout(() => {
      rest.value = true
      stop()
    }, REST_MS)
  }

  window.addEventListener('keydown', wait, true)
  wait()
  onScopeDispose(stop)
  return rest
}
