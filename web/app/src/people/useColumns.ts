import { useLocalStorage } from '../shared/useLocalStorage'

/** Columns of the table of people beside the address: kept in this browser. */
export const COLUMNS = [
  { key: 'name', words: 'First name' },
  { key: 'state', words: 'State' },
  { key: 'lists', words: 'Lists' },
  { key: 'tags', words: 'Tags' },
  { key: 'since', words: 'On the list since' },
  { key: 'source', words: 'Came from' },
  { key: 'zone', words: 'Time zone' },
  { key: 'created', words: 'First seen' },
] as const

export const useColumns = () =>
  useLocalStorage<string[]>('people columns', ['name', 'state', 'lists', 'tags', 'created'])
