import { api } from '../api/client'
import type { KeyMade, ProgramKey } from '../api/types'

/** Keys by which programs ask, such as a shop. */
export const useProgramKeys = () => ({
  all: () => api.get<ProgramKey[]>('/keys'),
  make: (name: string, may: ProgramKey['may']) => api.post<KeyMade>('/keys', { name, may }),
  revoke: (id: number) => api.delete(`/keys/${id}`),
})
