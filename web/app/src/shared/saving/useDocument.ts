import { onScopeDispose, watch } from 'vue'
import { useRoute } from 'vue-router'
import { layDown, takeUp, touch } from './desk'
import type { SaveQueue, Source } from './saveQueue'

/**
 * A document that is saved as it is typed. Leaving its screen loses nothing: what is not saved yet goes on being saved, and
 * what cannot be is still there on coming back.
 *
 * @param key names it among all documents, as `offer 3`
 */
export function useDocument<T>(key: string, source: Source<T>): SaveQueue<T> {
  const document = takeUp(key, useRoute().fullPath, source)
  watch(document.value, () => touch(key), { deep: true })
  onScopeDispose(() => layDown(key))
  return document
}

export type Document<T> = SaveQueue<T>
export type { DocumentState, Versioned } from './saveQueue'
