import { api } from '../api/client'
import type { FormView } from '../api/types'

/** What a rehearsal needs of its offer, and living through it for real in the demo. */
export const useRehearsed = () => ({
  forms: (offerId: number) => api.get<FormView[]>(`/offers/${offerId}/forms`),
  live: <T>(wish: unknown) => api.post<T>('/demo/rehearsal', wish),
})
