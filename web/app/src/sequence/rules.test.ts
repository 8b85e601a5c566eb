import { describe, expect, it } from 'vitest'
import { afterDays, dayWords, movedWords, rulesWords, startWords } from './rules'

describe('rules in words', () => {
  it.each([
    [afterDays(0), 'At once'],
    [{ ...afterDays(0), at: '09:30' }, 'The same day at 09:30'],
    [{ ...afterDays(1), waitUnit: 'HOURS' as const }, '1 hour later'],
    [
      {
        ...afterDays(2),
        at: '08:00',
        days: afterDays(0).days.slice(0, 5),
        condition: { kind: 'PASS_USED' as const, tag: '', days: 0, result: '' },
      },
      '2 days later at 08:00 · Monday to Friday · only if the pass was used',
    ],
    [{ ...afterDays(4), from: '09:00', to: '' }, '4 days later · 09:00–24:00'],
    [
      { ...afterDays(3), condition: { kind: 'LACKS_TAG' as const, tag: 'buyer', days: 0, result: '' } },
      '3 days later · only without the tag “buyer”',
    ],
  ])('reads %o', (rules, words) => {
    expect(rulesWords(rules)).toBe(words)
  })

  it('names days as people do', () => {
    expect(dayWords(['SATURDAY', 'SUNDAY'])).toBe('weekends')
    expect(dayWords(['THURSDAY', 'MONDAY'])).toBe('Mon, Thu')
  })

  it('says what starts a sequence', () => {
    const offer = () => 'First plan'
    const start = { kind: 'PASS_NOT_USED' as const, offerId: 1, tag: '', days: 5, field: '', result: '' }
    expect(startWords(start, offer)).toBe('starts 5 days after First plan, if its pass was not used')
    expect(startWords({ ...start, kind: 'DATE_FIELD', days: -1, field: 'wedding' }, offer)).toBe(
      'starts 1 day before the date in “wedding”',
    )
  })

  it('says why an email is later', () => {
    expect(movedWords('WEEKDAY', 'Sat 08:00')).toBe('moved from Sat 08:00: not on that day')
  })
})
