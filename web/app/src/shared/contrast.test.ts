import { expect, it } from 'vitest'
import { contrast } from './contrast'
import { moved } from './moved'

it('goes from 1 to 21', () => {
  expect(contrast('#FFFFFF', '#FFFFFF')).toBeCloseTo(1)
  expect(contrast('#000000', '#FFFFFF')).toBeCloseTo(21)
  expect(contrast('#777777', '#FFFFFF')).toBeCloseTo(4.48, 2)
})

it('moves an item and never off the end', () => {
  expect(moved(['a', 'b', 'c'], 0, 1)).toEqual(['b', 'a', 'c'])
  expect(moved(['a', 'b', 'c'], 2, -1)).toEqual(['a', 'c', 'b'])
  expect(moved(['a', 'b', 'c'], 0, -1)).toEqual(['a', 'b', 'c'])
})
