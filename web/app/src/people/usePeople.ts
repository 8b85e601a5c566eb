import { api, download } from '../api/client'
import type { Criterion, PeoplePage, PeopleRows } from '../api/types'

/** People looked for by words, and a page of all whom a question finds. */
export const usePeople = () => ({
  find: (words: string, most: number) =>
    api.get<PeoplePage>(`/people?size=${most}&words=${encodeURIComponent(words)}`),
  rows: (words: string, question: Criterion, page: number, size: number) =>
    api.post<PeopleRows>('/people/search', { words, question, page, size }),
  export: (words: string, question: Criterion) =>
    download('/people/export', { words, question, page: 0, size: 0 }, 'people.csv'),
})
