import { onScopeDispose, ref, watch, type Ref } from 'vue'

/**
 * Something asked of the server that follows what is typed: asked a short pause after each change, and only the newest
 * answer counts. A failed question keeps the last answer and says why in `fault`; while `busy` the answer is one to an
 * earlier question.
 */
export function useLatest<Q, A>(question: () => Q | null, ask: (question: Q) => Promise<A>, pauseMs = 250) {
  const answer = ref(null) as Ref<A | null>
  const fault = ref('')
  const busy = ref(false)
  let run = 0
  let timer: ReturnType<typeof setTimeout> | undefined

  async function now(asked: Q, mine: number) {
    try {
      const got = await ask(asked)
      if (mine === run) {
        answer.value = got
        fault.value = ''
      }
    } catch (failed) {
      if (mine === run) {
        fault.value = (failed as Error).message
      }
    } finally {
      if (mine === run) {
        busy.value = false
      }
    }
  }

  watch(
    () => JSON.stringify(question()),
    () => {
      const asked = question()
      clearTimeout(timer)
      if (asked !== null) {
        const mine = ++run
        busy.value = true
        timer = setTimeout(() => void now(asked, mine), answer.value === null ? 0 : pauseMs)
      } else {
        run++
        busy.value = false
      }
    },
    { immediate: true },
  )
  onScopeDispose(() => clearTimeout(timer))
  return { answer, fault, busy }
}
