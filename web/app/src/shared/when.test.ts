import { describe, expect, it } from 'vitest'
import { exact, localIn, momentIn, people, waitWords, when } from './when'

const now = new Date('2026-11-24T23:30:00Z')

describe('when', () => {
  it.each([
    ['2026-11-24T08:00:00Z', 'Today 08:00'],
    ['2026-11-25T08:00:00Z', 'Tomorrow 08:00'],
    ['2026-11-23T08:00:00Z', 'Yesterday 08:00'],
    ['2026-11-27T08:00:00Z', 'Fri 08:00'],
    ['2026-11-03T08:00:00Z', '3 Nov 08:00'],
    ['2025-11-03T08:00:00Z', '3 Nov 2025 08:00'],
  ])('says %s as %s', (iso, words) => {
    expect(when(iso, now, 'Europe/Dublin')).toBe(words)
  })

  it('has no capital within a sentence, but for weekdays', () => {
    expect(when('2026-11-25T08:00:00Z', now, 'Europe/Dublin', true)).toBe('tomorrow 08:00')
    expect(when('2026-11-27T08:00:00Z', now, 'Europe/Dublin', true)).toBe('Fri 08:00')
  })

  it('counts days in the zone, not in UTC', () => {
    expect(when('2026-11-25T08:00:00Z', now, 'Asia/Kathmandu')).toBe('Today 13:45')
  })

  it('gives the exact moment with its zone', () => {
    expect(exact('2026-11-24T10:42:07Z', 'Europe/Dublin')).toBe(
      'Tuesday 24 November 2026, 10:42:07, Europe/Dublin',
    )
  })
})

describe('words', () => {
  it('counts people', () => {
    expect([people(0), people(1), people(12)]).toEqual(['0 people', '1 person', '12 people'])
  })

  it('says waits', () => {
    expect([waitWords(0, 'DAYS'), waitWords(1, 'HOURS'), waitWords(2, 'DAYS')]).toEqual([
      'At once',
      '1 hour later',
      '2 days later',
    ])
  })
})

describe('A moment entered by a zone’s clock', () => {
  it.each([
    ['2026-11-27T08:00', 'Asia/Tokyo', '2026-11-26T23:00:00.000Z'],
    ['2026-07-01T08:00', 'Europe/Lisbon', '2026-07-01T07:00:00.000Z'],
    ['2026-10-25T01:30', 'Europe/Lisbon', '2026-10-25T00:30:00.000Z'],
    ['2026-03-29T01:30', 'Europe/Lisbon', '2026-03-29T01:30:00.000Z'],
  ])('%s in %s is %s', (local, zone, iso) => {
    expect(momentIn(local, zone)).toBe(iso)
  })

  it('is shown as it was entered', () => {
    expect(localIn(new Date(momentIn('2026-11-27T08:05', 'Asia/Tokyo')), 'Asia/Tokyo')).toBe(
      '2026-11-27T08:05',
    )
  })
})
