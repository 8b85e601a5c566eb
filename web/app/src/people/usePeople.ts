import { api } from '../api/client'
import type { PeoplePage } from '../api/types'

/** People looked for by words, and a page of all who fit a filter. */
export const usePeople = () => ({
  find: (words: string, most: number) =>
    api.get<PeoplePage>(`/people?size=${most}&words=${encodeURIComponent(words)}`),
  page: (filter: URLSearchParams) => api.get<PeoplePage>(`/people?${filter}`),
})
