import { api, upload } from '../api/client'
import type { OfferView } from '../api/types'

/** The files an offer gives. */
export const useFiles = (offerId: number) => ({
  send: (query: string, file: File, progress: (share: number) => void) =>
    upload<OfferView>(`/offers/${offerId}/files?${query}`, file, progress),
  remove: (fileId: number) => api.delete<OfferView>(`/offers/${offerId}/files/${fileId}`),
})
