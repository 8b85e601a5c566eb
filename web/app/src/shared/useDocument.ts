import { computed, onScopeDispose, ref, watch, type Ref } from 'vue'
import { onBeforeRouteLeave } from 'vue-router'
import { ApiFault } from '../api/client'
import type { Problem } from '../api/types'

/** A saved value and the number its next save must name. */
export interface Versioned<T> {
  version: number
  value: T
}

/** How a document stands: `refused` and `conflict` keep what was typed and wait for the owner. */
export type DocumentState =
  'loading' | 'saved' | 'unsaved' | 'saving' | 'asking' | 'refused' | 'conflict' | 'away' | 'failed'

interface Source<T> {
  load(): Promise<Versioned<T>>
  save(version: number, value: T): Promise<Versioned<T>>
  /** Whether a save needs the owner's word first; true to hold it back until `confirmSave`. */
  hold?(value: T): Promise<boolean>
  /** Hears of each save. */
  saved?(): void
}

const PAUSE_MS = 600
const RETRY_MS = 3000

/**
 * A document that is saved as it is typed, with an undo for each save. Two tabs never overwrite each other silently: the
 * second is told and chooses. Only the newest of several saves counts.
 */
export function useDocument<T>(source: Source<T>) {
  const value = ref(null) as Ref<T | null>
  const state = ref<DocumentState>('loading')
  const problems = ref<Problem[]>([])
  const message = ref('')
  const savedAt = ref<Date | null>(null)
  const past = ref<string[]>([])
  let version = 0
  let settled = ''
  let timer: ReturnType<typeof setTimeout> | undefined
  let run = 0

  function take(saved: Versioned<T>) {
    version = saved.version
    settled = JSON.stringify(saved.value)
    value.value = saved.value
    problems.value = []
    message.value = ''
    state.value = 'saved'
  }

  async function load() {
    state.value = 'loading'
    try {
      take(await source.load())
    } catch (fault) {
      state.value = 'failed'
      message.value = (fault as Error).message
    }
  }

  function later(ms: number) {
    clearTimeout(timer)
    timer = setTimeout(() => void flush(), ms)
  }

  async function flush(sure = false): Promise<void> {
    clearTimeout(timer)
    const now = JSON.stringify(value.value)
    if (value.value === null || now === settled || state.value === 'conflict') {
      return
    }
    const mine = ++run
    try {
      const wanted = JSON.parse(now) as T
      if (!sure && (await source.hold?.(wanted))) {
        state.value = mine === run ? 'asking' : state.value
        return
      }
      state.value = 'saving'
      const before = settled
      const saved = await source.save(version, wanted)
      version = saved.version
      past.value = [...past.value.slice(-49), before]
      settled = JSON.stringify(saved.value)
      savedAt.value = new Date()
      source.saved?.()
      if (JSON.stringify(value.value) === now) {
        take(saved)
      } else if (mine === run) {
        later(PAUSE_MS)
      }
    } catch (fault) {
      if (mine === run) {
        fail(fault as ApiFault)
      }
    }
  }

  function fail(fault: ApiFault) {
    message.value = fault.message
    problems.value = fault.problems ?? []
    if (fault.status === 409) {
      state.value = 'conflict'
    } else if (fault.status === 422 || fault.status === 400) {
      state.value = 'refused'
    } else {
      state.value = 'away'
      message.value += ' What you typed is still here; it is saved as soon as that is possible.'
      later(RETRY_MS)
    }
  }

  watch(
    value,
    () => {
      if (value.value !== null && JSON.stringify(value.value) !== settled && state.value !== 'conflict') {
        state.value = state.value === 'saving' ? 'saving' : 'unsaved'
        later(PAUSE_MS)
      }
    },
    { deep: true },
  )

  /** Back to the save before. */
  function undo() {
    const before = past.value.at(-1)
    if (before !== undefined) {
      value.value = JSON.parse(before) as T
      void flush().then(() => (past.value = past.value.slice(0, -2)))
    }
  }

  /** Puts back what is saved, forgetting what was typed since. */
  function putBack() {
    value.value = JSON.parse(settled) as T
    state.value = 'saved'
    problems.value = []
  }

  /** After a conflict: keep what is here and save it over theirs. */
  async function saveOver() {
    const mine = JSON.stringify(value.value)
    take(await source.load())
    value.value = JSON.parse(mine) as T
    await flush()
  }

  const problemAt = (field: string) => problems.value.find((p) => p.field === field)?.message
  const dirty = computed(() => !['saved', 'loading', 'failed'].includes(state.value))
  const warn = (event: BeforeUnloadEvent) => dirty.value && event.preventDefault()
  window.addEventListener('beforeunload', warn)
  onBeforeRouteLeave(async () => {
    await flush()
    return !dirty.value || window.confirm('What you changed is not saved yet. Leave it behind?')
  })
  onScopeDispose(() => {
    clearTimeout(timer)
    window.removeEventListener('beforeunload', warn)
  })
  void load()

  return {
    value,
    state,
    problems,
    message,
    savedAt,
    canUndo: computed(() => past.value.length > 0),
    problemAt,
    load,
    flush,
    confirmSave: () => flush(true),
    putBack,
    undo,
    saveOver,
  }
}

export type Document<T> = ReturnType<typeof useDocument<T>>
