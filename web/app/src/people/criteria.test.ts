import { describe, expect, it } from 'vitest'
import {
  chipWords,
  comparisons,
  condition,
  countOf,
  entry,
  group,
  levels,
  sentence,
  type Names,
} from './criteria'

const NAMES: Names = {
  offers: [{ key: '4', name: 'First-notebook plan' }],
  forms: [{ key: 'abc', name: 'Plan: Pop-up' }],
  emails: [{ key: 'm2', name: 'Winter papers' }],
  outcomes: [{ key: '5:fold', name: 'Which binding? The folder' }],
  prizes: [],
  pieces: [],
  sites: [],
  campaigns: [],
  lists: [{ id: 1, name: 'The bindery letter' }],
  tags: ['trade'],
  fields: [
    { key: 'makes', label: 'What do you make?', type: 'SEVERAL_OF', options: ['Boxes', 'Prints'] },
    { key: 'sheets', label: 'Sheets', type: 'NUMBER', options: [] },
    { key: 'visit', label: 'Last visit', type: 'DATE', options: [] },
    { key: 'paper', label: 'Paper', type: 'SHORT_TEXT', options: [] },
  ],
}
const said = (...c: Parameters<typeof condition>) => {
  const { lead, value } = chipWords(condition(...c), NAMES)
  return `${lead} ${value}`.trim()
}

describe('Conditions about people', () => {
  it('read as parts of a sentence', () => {
    expect(said('LIST', 'HAS', '1')).toBe('on The bindery letter')
    expect(said('LIST', 'HAS_NOT')).toBe('on no list')
    expect(said('TAG', 'HAS_NOT', 'trade')).toBe('not tagged trade')
    expect(said('STATE', 'IS', 'left')).toBe('left')
    expect(said('CODE_USED', 'HAS_NOT', '4')).toBe('not used the code of First-notebook plan')
    expect(said('EMAIL_OPENED', 'HAS', 'm2')).toBe('opened Winter papers')
    expect(said('SINCE', 'WITHIN_DAYS', '7')).toBe('on the list in the last 7 days')
    expect(said('SINCE', 'BEFORE', '2026-11-01')).toBe('on the list since before 2026-11-01')
    expect(said('FIELD', 'MORE', '12', 'sheets')).toBe('Sheets is more than 12')
    expect(said('FIELD', 'WITHIN_DAYS', '1', 'visit')).toBe('Last visit today')
    expect(said('FIELD', 'EMPTY', undefined, 'paper')).toBe('Paper is empty')
    expect(said('TAG', 'HAS', 'no such tag')).toBe('tagged no such tag (gone)')
    const lately = {
      ...condition('SIGNED_UP', 'HAS', '4'),
      when: { op: 'WITHIN_DAYS' as const, value: '30' },
    }
    expect(chipWords(lately, NAMES).value).toBe('First-notebook plan in the last 30 days')
  })

  it('offer what their kind can be asked, and what there is to compare with', () => {
    expect(comparisons('FIELD', 'makes', NAMES)).toEqual([
      'CONTAINS',
      'DOES_NOT_CONTAIN',
      'EMPTY',
      'NOT_EMPTY',
    ])
    expect(comparisons('FIELD', 'visit', NAMES)).toContain('WITHIN_DAYS')
    expect(comparisons('FIELD', 'sheets', NAMES)).toContain('LESS')
    expect(comparisons('ZONE', '', NAMES)).toContain('CONTAINS')
    expect(comparisons('OUTCOME', '', NAMES)).toEqual(['HAS', 'HAS_NOT'])
    expect(entry('FIELD', 'CONTAINS', 'makes', NAMES)).toEqual([
      { title: 'Boxes', value: 'Boxes' },
      { title: 'Prints', value: 'Prints' },
    ])
    expect(entry('FIELD', 'IS', 'visit', NAMES)).toBe('date')
    expect(entry('FIELD', 'EMPTY', 'paper', NAMES)).toBe('none')
    expect(entry('SINCE', 'WITHIN_DAYS', '', NAMES)).toBe('days')
    expect(entry('FROM_FORM', 'IS', '', NAMES)).toEqual([{ title: 'Plan: Pop-up', value: 'abc' }])
  })

  it('are counted, and said as a whole', () => {
    const whole = group('ALL', [
      condition('LIST', 'HAS', '1'),
      group('NONE', [condition('TAG', 'HAS', 'trade'), condition('STATE', 'IS', 'left')]),
    ])
    expect(countOf(whole)).toBe(3)
    expect(levels(whole)).toBe(2)
    expect(sentence(whole, NAMES)).toBe('on “The bindery letter” and not (tagged “trade” or “left”)')
  })
})
