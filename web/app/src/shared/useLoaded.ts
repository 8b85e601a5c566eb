import { ref, type Ref } from 'vue'

/** Something read from the server: `null` until it is known, and why it is not where it failed. Only the newest answer counts. */
export function useLoaded<T>(ask: () => Promise<T>) {
  const value = ref(null) as Ref<T | null>
  const fault = ref('')
  let run = 0

  async function load() {
    const mine = ++run
    try {
      const got = await ask()
      if (mine === run) {
        value.value = got
        fault.value = ''
      }
    } catch (failed) {
      if (mine === run) {
        fault.value = (failed as Error).message
      }
    }
  }

  return { value, fault, load }
}
