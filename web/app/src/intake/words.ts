import type { PersonImport } from '../api/types'
import { people } from '../shared/when'

export const IMPORT_WORDS: Record<PersonImport['state'], string> = {
  READ: 'Not begun',
  CHECKING: 'Being looked at',
  CHECKED: 'Ready',
  RUNNING: 'Running',
  DONE: 'Done',
  CANCELLED: 'Cancelled',
  FAILED: 'Broken off',
  TAKEN_BACK: 'Taken back',
}

/** What rows do, or did, in a sentence. */
export function countWords(counts: PersonImport['counts'], done: boolean): string {
  const parts = [
    `${people(counts.added)} ${done ? 'added' : 'would be added'}`,
    `${counts.changed.toLocaleString('en-GB')} known ${done ? 'changed' : 'would change'}`,
    `${counts.unchanged.toLocaleString('en-GB')} unchanged`,
    `${counts.refused.toLocaleString('en-GB')} ${counts.refused === 1 ? 'row' : 'rows'} refused`,
  ]
  return `${parts.join(' · ')}.`
}
