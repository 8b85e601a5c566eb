import { defineStore } from 'pinia'
import { ref, shallowRef, watch } from 'vue'
import { ApiFault } from '../api/client'

/** The answer may have been lost, so nothing more can be said of what was asked. */
const UNKNOWN = 'Whether that was done is not known: look again in a moment.'
const OURS = 'Something went wrong on this page. What was saved is safe: load the page again.'
const SIGNED_OUT = 401

/**
 * What is told of an action where nothing stands beside it to say so: that it failed, or that it was done and can be taken
 * back. Empty when there is nothing to tell.
 */
export const useNotice = defineStore('notice', () => {
  const words = ref('')
  const isFault = ref(false)
  const back = shallowRef<(() => Promise<unknown>) | null>(null)

  function tell(fault: unknown) {
    back.value = null
    isFault.value = true
    if (!(fault instanceof ApiFault)) {
      console.error(fault)
      words.value = OURS
    } else if (fault.status !== SIGNED_OUT) {
      words.value =
        fault.status === 0 ? `${fault.message} ${UNKNOWN}` : (fault.problems[0]?.message ?? fault.message)
    }
  }

  /** Says that something was done at once, with the way to take it back if there is one. */
  function did(what: string, undo: (() => Promise<unknown>) | null = null) {
    words.value = what
    isFault.value = false
    back.value = undo
  }

  async function takeBack() {
    const undo = back.value
    words.value = ''
    await undo?.()
  }

  watch(words, () => words.value === '' && (back.value = null))
  return { words, isFault, back, tell, did, takeBack }
})
