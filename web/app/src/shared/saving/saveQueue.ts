import { computed, ref, watch, type Ref, effectScope } from 'vue'
import { ApiFault } from '../../api/client'
import type { Problem } from '../../api/types'
import { dropDraft, findDraft, keepDraft, type Found } from './drafts'
import { useHistory } from './history'
import { differences, merged, withBack, withPart, type Difference } from './merging'

/** A saved value and the number its next save must name. */
export interface Versioned<T> {
  version: number
  value: T
}

/** How a document stands: `refused`, `conflict` and `signedOut` keep what was typed and wait for the owner. */
export type DocumentState =
  | 'loading'
  | 'saved'
  | 'unsaved'
  | 'saving'
  | 'asking'
  | 'refused'
  | 'conflict'
  | 'signedOut'
  | 'away'
  | 'failed'

/** Where a document comes from and goes to. */
export interface Source<T> {
  load(): Promise<Versioned<T>>
  save(version: number, value: T): Promise<Versioned<T>>
  /** Whether a save needs the owner's word first; true to hold it back until `confirmSave`. */
  hold?(value: T): Promise<boolean>
  /** What of a value its writer chose, without what the server adds to it; the whole when left out. */
  essence?(value: T): unknown
  /** Hears of each save. */
  saved?(): void
}

/** Both versions of a document that somebody else changed meanwhile. */
export interface Conflict<T> {
  theirs: Versioned<T>
  parts: Difference[]
}

const PAUSE_MS = 600
const LONGEST_PAUSE_MS = 5000
const RETRY_MS = 3000
const LONGEST_RETRY_MS = 60_000
/** Marks are for the line at the foot, which tells of the newest one. */
const MOST_MARKS = 5
const WAITING: DocumentState[] = ['refused', 'conflict', 'signedOut', 'asking']

/**
 * One document on its way to the server: one request in flight, the newest state after it. It outlives the screen it was
 * typed on, keeps what is not saved in the browser, and knows every step back.
 */
export function saveQueue<T>(key: string, owner: () => string, from: Source<T>) {
  let source = from
  const value = ref(null) as Ref<T | null>
  const state = ref<DocumentState>('loading')
  const problems = ref<Problem[]>([])
  const message = ref('')
  const savedAt = ref<Date | null>(null)
  const found = ref(null) as Ref<Found<T> | null>
  const conflict = ref(null) as Ref<Conflict<T> | null>
  const history = useHistory()
  let version = 0
  let settled = ''
  let noted = ''
  let timer: ReturnType<typeof setTimeout> | undefined
  let unsavedSince = 0
  let retryMs = RETRY_MS
  let flight: Promise<void> | null = null
  /** Changes that can be taken back by themselves: how it was before and after each. */
  let marks: { before: string; after: string }[] = []
  let sure = false
  let sentLast = ''

  const json = () => JSON.stringify(value.value)
  const essence = (of: T) => JSON.stringify(source.essence ? source.essence(of) : of)

  /** Puts a value on the screen without its counting as typed. */
  function put(next: T) {
    value.value = next
    noted = json()
  }

  function settle(saved: Versioned<T>) {
    version = saved.version
    settled = JSON.stringify(saved.value)
  }

  function nowSaved() {
    clearTimeout(timer)
    state.value = 'saved'
    problems.value = []
    message.value = ''
    conflict.value = null
    unsavedSince = 0
    retryMs = RETRY_MS
    dropDraft(key)
  }

  function begin(saved: Versioned<T>) {
    settle(saved)
    put(JSON.parse(settled) as T)
    history.begin(settled)
    nowSaved()
  }

  /** Reads it; where something is shown already, what was typed into that stays. */
  async function load() {
    if (value.value !== null) {
      reread(await source.load())
      return
    }
    state.value = 'loading'
    try {
      begin(await source.load())
    } catch (fault) {
      state.value = 'failed'
      message.value = (fault as Error).message
      return
    }
    await lookForDraft()
  }

  /** Takes over what somebody else made of it, but for what was typed. */
  function reread(fresh: Versioned<T>) {
    // Asked before the newest save and answered after it: what is here is newer.
    if (fresh.version < version) {
      return
    }
    bringIn(settled, fresh)
    if (!flight && json() === settled) {
      nowSaved()
    }
  }

  /** Work of a page that is gone is offered, unless it came to be saved after all. */
  async function lookForDraft() {
    const left = await findDraft<T>(key, owner())
    const known = settled && (JSON.parse(settled) as T)
    if (left && known && essence(left.draft.value) === essence(known)) {
      left.forget()
    } else {
      found.value = left
    }
  }

  /** Takes up what was found. What others changed since then is shown as ever. */
  function takeUp() {
    const left = found.value
    if (!left || value.value === null) {
      return
    }
    const theirs = JSON.parse(settled) as T
    put(merged(left.draft.base, theirs, left.draft.value))
    found.value = null
    left.forget()
    typed()
  }

  function leaveIt() {
    found.value?.forget()
    found.value = null
  }

  function later(ms: number) {
    clearTimeout(timer)
    timer = setTimeout(() => void flush(), ms)
  }

  /** Something was typed, or a step was taken back. */
  function typed() {
    noted = json()
    if (noted === settled && !flight) {
      nowSaved()
      return
    }
    keepDraft(key, {
      version,
      base: JSON.parse(settled) as T,
      value: value.value,
      at: new Date().toISOString(),
      owner: owner(),
    })
    sure = false
    if (state.value === 'conflict' || state.value === 'signedOut') {
      return
    }
    state.value = flight ? 'saving' : 'unsaved'
    unsavedSince ||= Date.now()
    later(Math.max(0, Math.min(PAUSE_MS, unsavedSince + LONGEST_PAUSE_MS - Date.now())))
  }

  /** Saves what is typed; returns when nothing is in flight and all is saved or waits for somebody. */
  function flush(): Promise<void> {
    clearTimeout(timer)
    flight ??= send().finally(() => (flight = null))
    return flight
  }

  /**
   * Saves for a page that is going away. What is in flight cannot be waited for then: the newest state is sent after it,
   * as if it had been answered. Should the page stay after all, that was a save whose answer was lost.
   */
  function part() {
    const behind = flight !== null && state.value === 'saving' && json() !== sentLast
    void (behind ? sendAhead(JSON.parse(json()) as T).catch(() => {}) : flush())
  }

  async function sendAhead(newest: T) {
    if (!(await source.hold?.(newest))) {
      await source.save(version + 1, newest)
    }
  }

  async function send() {
    while (value.value !== null && state.value !== 'conflict' && json() !== settled) {
      const sent = json()
      const before = settled
      try {
        if (!sure && (await source.hold?.(JSON.parse(sent) as T))) {
          state.value = 'asking'
          return
        }
        state.value = 'saving'
        sentLast = sent
        const saved = await source.save(version, JSON.parse(sent) as T)
        adopt(sent, saved)
      } catch (fault) {
        if (!(fault instanceof ApiFault)) {
          state.value = 'unsaved'
          throw fault
        }
        const why = fault.status === 409 ? await notOurs(fault, sent, before) : fault
        if (why) {
          fail(why)
          return
        }
      }
    }
    if (value.value !== null && json() === settled) {
      nowSaved()
    }
  }

  /** Brings another saved state into what was typed since a base, and into every step back. */
  function bringIn(base: string, saved: Versioned<T>) {
    const before = JSON.parse(base) as T
    settle(saved)
    const rewrite = (then: string) => JSON.stringify(merged(before, saved.value, JSON.parse(then) as T))
    history.rewrite(rewrite)
    marks = marks.map((mark) =>
      Object.assign(mark, { before: rewrite(mark.before), after: rewrite(mark.after) }),
    )
    put(merged(before, JSON.parse(settled) as T, value.value as T))
  }

  function adopt(sent: string, saved: Versioned<T>) {
    bringIn(sent, saved)
    savedAt.value = new Date()
    sure = false
    source.saved?.()
  }

  /**
   * Somebody changed it meanwhile: nothing when that was ourselves, by a save whose answer was lost, or when nothing
   * differs after all. Otherwise both versions are laid out.
   */
  async function notOurs(fault: ApiFault, sent: string, before: string): Promise<ApiFault | null> {
    let theirs: Versioned<T>
    try {
      theirs = await source.load()
    } catch (away) {
      return away as ApiFault
    }
    if (essence(theirs.value) === essence(JSON.parse(sent) as T)) {
      adopt(sent, theirs)
      return null
    }
    const parts = differences(JSON.parse(before), JSON.parse(json()), theirs.value)
    if (parts.length === 0) {
      adopt(json(), theirs)
      return null
    }
    conflict.value = { theirs, parts }
    return fault
  }

  /**
   * Ends a conflict.
   *
   * @param theirs of the parts, those to be as the other has them
   */
  function resolve(theirs: Difference[]) {
    const both = conflict.value
    if (both && value.value !== null) {
      settle(both.theirs)
      put(theirs.reduce((v, part) => withPart(v, part.path, part.theirs), JSON.parse(json()) as T))
      history.note(json())
      conflict.value = null
      state.value = 'unsaved'
      void flush()
    }
  }

  function fail(fault: ApiFault) {
    message.value = fault.message
    problems.value = fault.problems
    if (fault.status === 409 && conflict.value) {
      state.value = 'conflict'
    } else if (fault.status === 401) {
      state.value = 'signedOut'
    } else if (fault.status === 422 || fault.status === 400 || fault.status === 413) {
      state.value = 'refused'
    } else {
      state.value = 'away'
      message.value += ' What you typed is still here; it is saved as soon as that is possible.'
      later(retryMs)
      retryMs = Math.min(LONGEST_RETRY_MS, retryMs * 1.5)
    }
  }

  // It goes on watching when the screen is left: what is brought in then counts too.
  const scope = effectScope(true)
  scope.run(() =>
    watch(
      value,
      () => {
        const now = json()
        if (value.value !== null && state.value !== 'loading' && now !== noted) {
          history.note(now)
          typed()
        }
      },
      { deep: true, flush: 'sync' },
    ),
  )

  function back(to: string | undefined) {
    if (to !== undefined) {
      put(JSON.parse(to) as T)
      typed()
    }
  }

  /**
   * Marks where a change begins.
   *
   * @returns called when it is done: how to take just that one back, whatever is typed meanwhile; nothing if none was made
   */
  function mark(): () => (() => void) | null {
    const before = json()
    return () => {
      const made = { before, after: json() }
      if (made.before === made.after) {
        return null
      }
      marks = [...marks.slice(1 - MOST_MARKS), made]
      return () => {
        if (marks.includes(made)) {
          marks = marks.filter((other) => other !== made)
          put(withBack(JSON.parse(made.before) as T, JSON.parse(made.after) as T, value.value as T))
          history.note(json())
          typed()
        }
      }
    }
  }

  /** Puts back what is saved, forgetting what was typed since. */
  function putBack() {
    if (settled) {
      put(JSON.parse(settled) as T)
      history.note(settled)
      nowSaved()
    }
  }

  /** Goes on after somebody signed in again. */
  function resume() {
    if (state.value === 'signedOut' || state.value === 'away') {
      state.value = 'unsaved'
      void flush()
    }
  }

  /** Another screen shows it: what was typed stays, what was not is read anew. */
  async function showOn(another: Source<T>) {
    source = another
    if (state.value === 'failed') {
      await load()
      return
    }
    // Read also for what the screen shows beside it. Where something was typed, the next save tells what has changed.
    const fresh = await source.load().catch(() => null)
    if (fresh && !flight && state.value === 'saved') {
      reread(fresh)
    }
  }

  return {
    value,
    state,
    problems,
    message,
    savedAt,
    found,
    conflict,
    canUndo: history.canUndo,
    canRedo: history.canRedo,
    /** Whether something typed is not with the server yet. */
    dirty: computed(() => !['saved', 'loading', 'failed'].includes(state.value)),
    /** Whether it stays so until somebody does something. */
    stuck: computed(() => WAITING.includes(state.value)),
    problemAt: (field: string) => problems.value.find((p) => p.field === field)?.message,
    load,
    showOn,
    flush,
    part,
    confirmSave() {
      sure = true
      return flush()
    },
    putBack,
    mark,
    undo: () => back(history.undo()),
    redo: () => back(history.redo()),
    resolve,
    resume,
    takeUp,
    leaveIt,
    end() {
      clearTimeout(timer)
      scope.stop()
    },
  }
}

export type SaveQueue<T> = ReturnType<typeof saveQueue<T>>
