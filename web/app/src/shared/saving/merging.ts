const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

export const sameJson = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)

/** Which element of a list an element was before: by its id, else unchanged, else at its place. */
function originOf(base: unknown[], mine: unknown[], i: number): number {
  const element = mine[i]
  const id = isObject(element) ? (element.id ?? element.key) : undefined
  if (id !== undefined) {
    return base.findIndex((b) => isObject(b) && (b.id ?? b.key) === id)
  }
  const unchanged = sameJson(base[i], element) ? i : base.findIndex((b) => sameJson(b, element))
  return unchanged < 0 && base.length === mine.length ? i : unchanged
}

/**
 * Brings what others made of a value into what was typed meanwhile: where nothing was typed, theirs counts; where
 * something was, that stays. Used for what the server adds to what it saves, such as the numbers of new parts.
 */
export function merged<T>(base: T, theirs: T, mine: T): T {
  if (sameJson(base, mine)) {
    return theirs
  }
  if (Array.isArray(base) && Array.isArray(theirs) && Array.isArray(mine)) {
    if (base.length !== theirs.length) {
      return mine
    }
    return mine.map((element, i) => {
      const origin = originOf(base, mine, i)
      return origin < 0 ? element : merged(base[origin], theirs[origin], element)
    }) as T
  }
  if (isObject(base) && isObject(theirs) && isObject(mine)) {
    const names = new Set([...Object.keys(mine), ...Object.keys(theirs)])
    const whole: Record<string, unknown> = {}
    for (const name of names) {
      if (name in mine || !(name in base)) {
        whole[name] = merged(base[name], theirs[name], mine[name])
      }
    }
    return whole as T
  }
  return mine
}

/**
 * Takes one change back and leaves all that came after it: what it took out of a list stands where it stood, and what it
 * changed and nobody changed since is as it was.
 *
 * @param before as it was before that change
 * @param after as the change left it
 * @param now as it is now
 */
export function withBack<T>(before: T, after: T, now: T): T {
  if (sameJson(after, now)) {
    return before
  }
  if (Array.isArray(before) && Array.isArray(after) && Array.isArray(now)) {
    const stayed = before.map((_, i) => placeIn(after, before, i))
    const put = now.map((element, i) => {
      const was = placeIn(after, now, i)
      const place = was < 0 ? -1 : stayed.indexOf(was)
      return place < 0 ? element : withBack(before[place], after[was], element)
    })
    stayed.forEach((there, i) => there < 0 && put.splice(Math.min(i, put.length), 0, before[i]))
    return put as T
  }
  if (isObject(before) && isObject(after) && isObject(now)) {
    const names = new Set([...Object.keys(now), ...Object.keys(before)])
    const whole: Record<string, unknown> = {}
    names.forEach((name) => (whole[name] = withBack(before[name], after[name], now[name])))
    return whole as T
  }
  return now
}

/** Where an element of one list stands in another; elements without an id count from the end they share. */
function placeIn(list: unknown[], of: unknown[], i: number): number {
  const element = of[i]
  const id = isObject(element) ? (element.id ?? element.key) : undefined
  return id !== undefined || list.length === of.length
    ? originOf(list, of, i)
    : list.findIndex((other) => sameJson(other, element))
}

/** One part in which two versions of a value differ. */
export interface Difference {
  path: string[]
  mine: unknown
  theirs: unknown
  /** Who changed it since both last knew the same: where only one did, theirs or mine is the obvious choice. */
  changedBy: 'me' | 'them' | 'both'
}

function whoChanged(base: unknown, mine: unknown, theirs: unknown): Difference['changedBy'] {
  if (sameJson(base, mine)) {
    return 'them'
  }
  return sameJson(base, theirs) ? 'me' : 'both'
}

/** Lists are taken apart where they hold the same parts in the same order, and are one part otherwise. */
function alike(a: unknown[], b: unknown[]): boolean {
  const ids = (list: unknown[]) => list.map((e) => (isObject(e) ? (e.id ?? e.key ?? null) : null))
  return a.length === b.length && a.every(isObject) && b.every(isObject) && sameJson(ids(a), ids(b))
}

/** The parts in which two versions differ, with who changed each. */
export function differences(
  base: unknown,
  mine: unknown,
  theirs: unknown,
  path: string[] = [],
): Difference[] {
  if (sameJson(mine, theirs)) {
    return []
  }
  if (isObject(mine) && isObject(theirs)) {
    const names = [...new Set([...Object.keys(mine), ...Object.keys(theirs)])]
    const before = isObject(base) ? base : {}
    return names.flatMap((name) => differences(before[name], mine[name], theirs[name], [...path, name]))
  }
  if (Array.isArray(mine) && Array.isArray(theirs) && mine.length > 0 && alike(mine, theirs)) {
    const before = Array.isArray(base) ? base : []
    return mine.flatMap((element, i) => differences(before[i], element, theirs[i], [...path, String(i)]))
  }
  return [{ path, mine, theirs, changedBy: whoChanged(base, mine, theirs) }]
}

/** A value with one part put in another's place. */
export function withPart<T>(value: T, path: string[], part: unknown): T {
  const [name, ...rest] = path
  if (name === undefined) {
    return part as T
  }
  if (Array.isArray(value)) {
    return value.map((element, i) => (String(i) === name ? withPart(element, rest, part) : element)) as T
  }
  const object = value as Record<string, unknown>
  return { ...object, [name]: withPart(object[name], rest, part) } as T
}

/** A part's place in words: `["steps", "0", "email", "subject"]` is “Steps 1 · email · subject”. */
export function pathWords(path: string[]): string {
  const words: string[] = []
  for (const name of path) {
    if (/^\d+$/.test(name)) {
      words.push(`${words.pop() ?? ''} ${Number(name) + 1}`.trim())
    } else {
      words.push(
        name.replace(/([a-z])([A-Z])/g, (_, end: string, start: string) => `${end} ${start.toLowerCase()}`),
      )
    }
  }
  const all = words.join(' · ')
  return all.charAt(0).toUpperCase() + all.slice(1)
}

const MOST_SHOWN = 140

function texts(value: unknown): string[] {
  if (typeof value === 'string') {
    return value
      ? [
          value
            .replace(/<[^>]*>/g, ' ')
            .replace(/\s+/g, ' ')
            .trim(),
        ]
      : []
  }
  if (Array.isArray(value)) {
    return value.flatMap(texts)
  }
  return isObject(value) ? Object.values(value).flatMap(texts) : []
}

/** A part in a few words, for somebody who has to choose between two. */
export function partWords(value: unknown): string {
  if (value === undefined || value === null || value === '') {
    return 'nothing'
  }
  if (typeof value === 'boolean') {
    return value ? 'yes' : 'no'
  }
  if (typeof value === 'number') {
    return String(value)
  }
  if (Array.isArray(value) && value.length === 0) {
    return 'none'
  }
  const all = texts(value).join(' · ')
  return all.length > MOST_SHOWN ? `${all.slice(0, MOST_SHOWN)} …` : all || 'nothing'
}
