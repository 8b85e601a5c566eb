import { api } from '../api/client'
import type { Joined } from '../api/types'

/** People put into a sequence by hand: counted first, then added. */
export const useJoining = (sequenceId: number) => ({
  count: (who: unknown) => api.post<Joined>(`/sequences/${sequenceId}/people/count`, who),
  add: (who: unknown) => api.post<Joined>(`/sequences/${sequenceId}/people`, who),
})
