import { api } from '../api/client'
import type { LibraryEmail, SequenceLine, SequenceView } from '../api/types'

/** The sequences there are, their emails, and which offers they follow. */
export const useSequences = () => ({
  all: () => api.get<SequenceLine[]>('/sequences'),
  emails: () => api.get<LibraryEmail[]>('/emails'),
  make: (name: string) => api.post<SequenceView>('/sequences', { name }),
  ofOffer: (offerId: number) => api.get<SequenceView>(`/offers/${offerId}/follow-up`),
  follow: (offerId: number, sequenceId: number) =>
    api.put<SequenceView>(`/offers/${offerId}/follow-up`, { sequenceId }),
})
