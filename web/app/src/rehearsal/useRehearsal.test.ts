import { describe, expect, it } from 'vitest'
import { spanWords } from './useRehearsal'

describe('spans of time', () => {
  it.each([
    [undefined, 'never'],
    [0, 'at once'],
    [540, '9 hours later'],
    [2880, '2 days later'],
    [120, '2 hours later'],
    [7, '7 minutes later'],
    [1, '1 minute later'],
  ])('%s reads %s', (minutes, words) => {
    expect(spanWords(minutes)).toBe(words)
  })
})
