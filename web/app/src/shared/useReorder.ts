import { nextTick, type Ref } from 'vue'
import { moved } from './moved'

/**
 * Putting a list in another order by keys; dragging is the list's own. The focus moves along with what is moved, so that
 * the next key moves it on.
 *
 * @param handleAt the handle of the item at a place, once it is drawn
 */
export function useReorder<T>(list: Ref<T[]>, handleAt: (place: number) => HTMLElement | null | undefined) {
  const focus = async (place: number) => {
    await nextTick()
    handleAt(place)?.focus()
  }

  /** Moves an item by some places; returns where it is then. */
  async function move(from: number, by: number): Promise<number> {
    const to = Math.max(0, Math.min(list.value.length - 1, from + by))
    list.value = moved(list.value, from, to - from)
    await focus(to)
    return to
  }

  return { move, focus }
}
