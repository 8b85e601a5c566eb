import { describe, expect, it } from 'vitest'
import { definitionOf, newField, nextConsent, takes } from './words'

const own = [{ key: 'makes', type: 'SEVERAL_OF' as const, label: 'What do you make?', options: ['Boxes'] }]
const field = (key: string) => newField(definitionOf(key, own)!)

describe('fields of a form', () => {
  it('are found among ours, the business’s own, and consent boxes', () => {
    expect(definitionOf('email', own)?.type).toBe('EMAIL')
    expect(definitionOf('makes', own)?.label).toBe('What do you make?')
    expect(definitionOf('consent_3', own)?.type).toBe('CONSENT')
    expect(definitionOf('consent_10', own)).toBeUndefined()
    expect(definitionOf('shoe_size', own)).toBeUndefined()
  })

  it('begin with the words of their definition; only the address must be given', () => {
    expect(field('makes')).toMatchObject({ label: 'What do you make?', required: false })
    expect(field('email').required).toBe(true)
  })

  it('can have several consent boxes, each under a name of its own', () => {
    expect(nextConsent([])).toBe('consent')
    expect(nextConsent([field('consent')])).toBe('consent_2')
    const nine = [
      'consent',
      'consent_2',
      'consent_3',
      'consent_4',
      'consent_5',
      'consent_6',
      'consent_7',
      'consent_8',
      'consent_9',
    ]
    expect(nextConsent(nine.map(field))).toBeUndefined()
  })

  it('take about as long as they look', () => {
    expect(takes([field('email')], own)).toBe(5)
    expect(takes([field('email'), field('first_name'), field('consent')], own)).toBe(9)
  })
})
