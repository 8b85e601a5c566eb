import type { Criterion } from '../api/types'

/** Where the people behind a count are. */
export const behind = (question: Criterion) => `/people?q=${encodeURIComponent(JSON.stringify(question))}`

/** How something that is counted is written. */
export const n = (count: number) => count.toLocaleString('en-GB')
