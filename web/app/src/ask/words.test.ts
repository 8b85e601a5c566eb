import { describe, expect, it } from 'vitest'
import type { FieldDefinition } from '../api/types'
import { definitionOf, newField, nextConsent, takes } from './words'

const known: FieldDefinition[] = [
  { key: 'email', type: 'EMAIL', label: 'Email', options: [] },
  { key: 'first_name', type: 'SHORT_TEXT', label: 'First name', options: [] },
  { key: 'makes', type: 'SEVERAL_OF', label: 'What do you make?', options: ['Boxes'] },
]
const field = (key: string) => newField(definitionOf(key, known)!)

describe('fields of a form', () => {
  it('are found among ours, the business’s own, and consent boxes', () => {
    expect(definitionOf('email', known)?.type).toBe('EMAIL')
    expect(definitionOf('makes', known)?.label).toBe('What do you make?')
    expect(definitionOf('consent_3', known)?.type).toBe('CONSENT')
    expect(definitionOf('consent_10', known)).toBeUndefined()
    expect(definitionOf('shoe_size', known)).toBeUndefined()
  })

  it('begin with the words of their definition; only the address must be given', () => {
    expect(field('makes')).toMatchObject({ label: 'What do you make?', required: false })
    expect(field('email').required).toBe(true)
  })

  it('can have several consent boxes, each under a name of its known', () => {
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
    expect(takes([field('email')], known)).toBe(5)
    expect(takes([field('email'), field('first_name'), field('consent')], known)).toBe(9)
  })
})
