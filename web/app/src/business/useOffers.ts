import { api } from '../api/client'
import type { FormView, OfferKind, OfferName, OfferRows, OfferSettings, OfferView } from '../api/types'

/** The offers there are. */
export const useOffers = () => ({
  /** By words of their names, a page at a time from 0. */
  rows: (words: string, page: number) =>
    api.get<OfferRows>(`/offers?${new URLSearchParams({ words, page: String(page) })}`),
  /** Without what is judged and counted of each. */
  names: () => api.get<OfferName[]>('/offers/names'),
  forms: (id: number) => api.get<FormView[]>(`/offers/${id}/forms`),
  get: (id: number) => api.get<OfferView>(`/offers/${id}`),
  make: (name: string, kind: OfferKind) => api.post<OfferView>('/offers', { name, kind }),
  changeKind: (id: number, kind: OfferKind) => api.put<OfferView>(`/offers/${id}/kind`, { kind }),
  save: (id: number, version: number, settings: OfferSettings) =>
    api.put<OfferView>(`/offers/${id}`, { version, settings }),
  change: (id: number, state: 'LIVE' | 'PAUSED') => api.put<OfferView>(`/offers/${id}/state`, { state }),
  fix: (id: number, fix: { code: string; control: string }) =>
    api.post<OfferView>(`/offers/${id}/fixes`, fix),
})
