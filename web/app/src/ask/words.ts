import type { FieldDefinition, FormField, Shape } from '../api/types'

export const SHAPE_WORDS: Record<Shape, string> = {
  FULL_PAGE: 'Hosted page',
  IN_PAGE: 'In the page',
  POP_UP: 'Pop-up',
  SLIDE_IN: 'Slide-in',
  BAR: 'Bar',
}

export const TYPE_WORDS: Record<FieldDefinition['type'], string> = {
  EMAIL: 'email',
  SHORT_TEXT: 'short text',
  LONG_TEXT: 'long text',
  PHONE: 'phone',
  DATE: 'date',
  NUMBER: 'number',
  ONE_OF: 'one of several',
  SEVERAL_OF: 'several of several',
  CONSENT: 'consent',
  HIDDEN: 'hidden',
}

export const isConsent = (key: string) => /^consent(_[2-9])?$/.test(key)

/** What a form’s field goes by. @param known every field there is; consent boxes are not among them */
export function definitionOf(key: string, known: FieldDefinition[]): FieldDefinition | undefined {
  return isConsent(key)
    ? { key, type: 'CONSENT', label: 'Consent', options: [] }
    : known.find((field) => field.key === key)
}

/** A new field of a form, with the words of its definition. */
export function newField(definition: FieldDefinition): FormField {
  return {
    key: definition.key,
    label: definition.label,
    placeholder: '',
    help: '',
    required: definition.type === 'EMAIL',
    half: false,
    value: '',
    lists: [],
  }
}

/** A key for another consent box; undefined when there are enough. */
export const nextConsent = (fields: FormField[]) =>
  ['consent', ...[2, 3, 4, 5, 6, 7, 8, 9].map((n) => `consent_${n}`)].find(
    (key) => !fields.some((field) => field.key === key),
  )

/** About how long a form takes: two seconds to begin with, two more a field, four for a long text. */
export function takes(fields: FormField[], known: FieldDefinition[]): number {
  return fields.reduce((sum, field) => {
    const type = definitionOf(field.key, known)?.type
    return sum + (type === 'HIDDEN' ? 0 : type === 'LONG_TEXT' ? 6 : type === 'CONSENT' ? 1 : 3)
  }, 2)
}
