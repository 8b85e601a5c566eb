import { defineStore } from 'pinia'
import { ref } from 'vue'
import { ApiFault } from '../api/client'

/** The answer may have been lost, so nothing more can be said of what was asked. */
const UNKNOWN = 'Whether that was done is not known: look again in a moment.'
const OURS = 'Something went wrong on this page. What was saved is safe: load the page again.'
const SIGNED_OUT = 401

/** What is told of an action that failed where no form stands beside it to say so. Empty when all is well. */
export const useNotice = defineStore('notice', () => {
  const words = ref('')

  function tell(fault: unknown) {
    if (!(fault instanceof ApiFault)) {
      console.error(fault)
      words.value = OURS
    } else if (fault.status !== SIGNED_OUT) {
      words.value =
        fault.status === 0 ? `${fault.message} ${UNKNOWN}` : (fault.problems[0]?.message ?? fault.message)
    }
  }

  return { words, tell }
})
