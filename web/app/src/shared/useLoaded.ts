import { ref, type Ref } from 'vue'
import { oneLine } from '../api/client'

/** Loads something once more each time it is asked to. */
export function useLoaded<T>(load: () => Promise<T>) {
  const value = ref(null) as Ref<T | null>
  const fault = ref('')
  async function again() {
    try {
      value.value = await load()
      fault.value = ''
    } catch (failed) {
      fault.value = oneLine(failed)
    }
  }
  void again()
  return { value, fault, again }
}
