import type { PrizeSlice, PrizeWheel, SliceNumbers } from '../api/types'

export const MOST_SLICES = 16
export const FEWEST_SLICES = 2
/** What words on slices are written in. The server judges by the same. */
export const INK = '#1B2A26'

type Pattern = PrizeSlice['pattern']

export const PATTERNS: { value: Pattern; title: string }[] = [
  { value: 'PLAIN', title: 'plain' },
  { value: 'WAVES', title: 'waves' },
  { value: 'STRIPES', title: 'stripes' },
  { value: 'DASHES', title: 'dashes' },
  { value: 'DOTS', title: 'dots' },
  { value: 'NET', title: 'a net' },
]

/** Grounds that go together, each with a pattern of its own: no slice is told by its colour alone. */
const GROUNDS: { colour: string; pattern: Pattern }[] = [
  { colour: '#DCE8E1', pattern: 'WAVES' },
  { colour: '#FFFFFF', pattern: 'PLAIN' },
  { colour: '#F6E3BD', pattern: 'STRIPES' },
  { colour: '#F7DAD2', pattern: 'DASHES' },
  { colour: '#F4ECDF', pattern: 'DOTS' },
  { colour: '#C9DDC8', pattern: 'NET' },
]

/** A key no slice had before: what was won of one is not another’s. */
const freshId = () => 's' + Math.random().toString(36).slice(2, 10)

export function freshSlice(wheel: PrizeWheel): PrizeSlice {
  const ground = GROUNDS[wheel.slices.length % GROUNDS.length]!
  return {
    id: freshId(),
    label: '',
    weight: 10,
    prize: { kind: 'NONE', title: '', words: '' },
    cost: 0,
    tags: [],
    ...ground,
  }
}

export const copyOf = (slice: PrizeSlice): PrizeSlice => ({
  ...(JSON.parse(JSON.stringify(slice)) as PrizeSlice),
  id: freshId(),
})

export const nameOf = (slice: PrizeSlice, place: number) => slice.label || `Slice ${place + 1}`

export const sum = (slices: PrizeSlice[]) =>
  Math.round(100 * slices.reduce((all, { weight }) => all + weight, 0)) / 100

/** A chance as it is said: “3 in 20 · 15 %”. */
export const chanceWords = (numbers?: SliceNumbers) =>
  numbers?.chance ? `${numbers.chance} · ${numbers.percent.toLocaleString('en-GB')} %` : 'nobody draws it'
