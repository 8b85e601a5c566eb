import { api } from '../api/client'
import type { OfferView } from '../api/types'

/** The offers there are. */
export const useOffers = () => ({
  all: () => api.get<OfferView[]>('/offers'),
  get: (id: number) => api.get<OfferView>(`/offers/${id}`),
  make: (name: string) => api.post<OfferView>('/offers', { name, kind: 'DOWNLOAD' }),
  change: (id: number, state: 'LIVE' | 'PAUSED') => api.put<OfferView>(`/offers/${id}/state`, { state }),
  fix: (id: number, fix: { code: string; control: string }) =>
    api.post<OfferView>(`/offers/${id}/fixes`, fix),
})
