import { computed, ref } from 'vue'
import { ApiFault } from '../api/client'
import type { Problem } from '../api/types'

/**
 * Sending a form: whether it is on its way, and what was wrong with it, by field.
 *
 * @param rest the field that stands for what is nobody's own, such as a server that cannot be reached
 */
export function useSubmit(rest: string) {
  const busy = ref(false)
  const problems = ref<Problem[]>([])
  const at = (field: string) => problems.value.find((p) => p.field === field)?.message
  const message = computed(() => problems.value[0]?.message)

  async function submit(send: () => Promise<void>) {
    busy.value = true
    problems.value = []
    try {
      await send()
    } catch (fault) {
      const found = fault instanceof ApiFault ? fault.problems : []
      problems.value = found.length ? found : [{ field: rest, code: '', message: (fault as Error).message }]
    } finally {
      busy.value = false
    }
  }

  return { busy, at, message, submit }
}
