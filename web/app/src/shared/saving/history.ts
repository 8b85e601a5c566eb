import { computed, ref } from 'vue'

const MOST = 100
const ONE_GO_MS = 900

/**
 * What a value was before, step by step. What is typed in one go is one step. Nothing here knows of the server, so it is
 * right whatever the network does.
 */
export function useHistory() {
  const past = ref<string[]>([])
  const future = ref<string[]>([])
  let present = ''
  let changedAt = -Infinity

  /** Begins anew from a value. */
  function begin(json: string) {
    past.value = []
    future.value = []
    present = json
    changedAt = -Infinity
  }

  /** Notes that the value changed by hand. */
  function note(json: string) {
    if (json === present) {
      return
    }
    const now = performance.now()
    if (now - changedAt > ONE_GO_MS || past.value.length === 0) {
      past.value = [...past.value.slice(1 - MOST), present]
    }
    future.value = []
    present = json
    changedAt = now
  }

  function step(from: typeof past, to: typeof future): string | undefined {
    const json = from.value.at(-1)
    if (json !== undefined) {
      from.value = from.value.slice(0, -1)
      to.value = [...to.value, present]
      present = json
      changedAt = -Infinity
    }
    return json
  }

  /** Changes all that is remembered, as when the server gave numbers to new parts. */
  function rewrite(change: (json: string) => string) {
    past.value = past.value.map(change)
    future.value = future.value.map(change)
    present = change(present)
  }

  return {
    begin,
    note,
    rewrite,
    undo: () => step(past, future),
    redo: () => step(future, past),
    canUndo: computed(() => past.value.length > 0),
    canRedo: computed(() => future.value.length > 0),
  }
}
