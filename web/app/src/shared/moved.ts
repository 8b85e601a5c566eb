/** The list with one item moved by some places; the same list when it would fall off an end. */
export function moved<T>(list: readonly T[], from: number, by: number): T[] {
  const to = from + by
  if (to < 0 || to >= list.length) {
    return [...list]
  }
  const copy = [...list]
  const [item] = copy.splice(from, 1)
  copy.splice(to, 0, item!)
  return copy
}
