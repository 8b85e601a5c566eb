import { computed, ref, watch, type Ref } from 'vue'
import { useLatest } from './useLatest'

/** Rows of one page, and how many there are in all. */
export interface Paged<T> {
  rows: T[]
  total: number
}

// As the server's Paging has it.
const SIZE = 50

/**
 * A list that is found by words and comes in pages.
 *
 * @param ask for a page, counted from 0
 * @param at where words and page (in digits) are kept: in the address, or in a dialog only here
 * @param again what has it asked anew when it changes
 */
export function usePaged<T>(
  ask: (words: string, page: number) => Promise<Paged<T>>,
  at: { words: Ref<string>; page: Ref<string> } = { words: ref(''), page: ref('0') },
  again: () => unknown = () => null,
) {
  const { words, page } = at
  const { answer: found, fault } = useLatest(
    () => ({ words: words.value.trim(), page: Number(page.value) || 0, again: again() }),
    (asked) => ask(asked.words, asked.page),
  )
  watch(words, () => (page.value = '0'))
  const pages = computed(() => Math.ceil((found.value?.total ?? 0) / SIZE))
  return { found, fault, words, page, pages }
}
