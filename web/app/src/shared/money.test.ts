import { describe, expect, it } from 'vitest'
import { inMinor, inUnits, money } from './money'

describe('amounts', () => {
  it('have the decimals of their currency', () => {
    expect(inUnits(2050, 'EUR')).toBe(20.5)
    expect(inMinor(20.5, 'EUR')).toBe(2050)
    expect(inMinor(500, 'JPY')).toBe(500)
    expect(inMinor(1.234, 'KWD')).toBe(1234)
  })

  it('do not suffer from the way computers count', () => {
    expect(inMinor(1.005 * 100, 'EUR')).toBe(10050)
    expect(inMinor(0.29, 'EUR')).toBe(29)
  })

  it('are said as people say them, a currency nobody knows too', () => {
    expect(money(2000, 'EUR')).toBe('€20.00')
    expect(money(2000, 'nonsense')).toBe('nonsense 20')
  })
})
