import { api } from '../api/client'
import type { LibraryPage, SequenceRows, SequenceView } from '../api/types'

const query = (words: string, page: number) => new URLSearchParams({ words, page: String(page) })

/** The sequences there are, their emails, and which offers they follow. */
export const useSequences = () => ({
  /** By words of their names, a page at a time from 0. */
  rows: (words: string, page: number) => api.get<SequenceRows>(`/sequences?${query(words, page)}`),
  /** All emails by words of theirs and of their places, a page at a time from 0. */
  emails: (words: string, page: number) => api.get<LibraryPage>(`/emails?${query(words, page)}`),
  /** Those that sequences can share. */
  shareable: (words: string, page: number) =>
    api.get<LibraryPage>(`/emails?shareable=true&${query(words, page)}`),
  make: (name: string) => api.post<SequenceView>('/sequences', { name }),
  ofOffer: (offerId: number) => api.get<SequenceView>(`/offers/${offerId}/follow-up`),
  follow: (offerId: number, sequenceId: number) =>
    api.put<SequenceView>(`/offers/${offerId}/follow-up`, { sequenceId }),
})
