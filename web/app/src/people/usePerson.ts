import { api } from '../api/client'
import type { PersonUsed, PersonWhole } from '../api/types'

/** One person: all that is known of them, and what can be done about them. */
export function usePerson(id: () => string) {
  const path = () => `/people/${id()}`
  return {
    get: () => api.get<PersonWhole>(path()),
    used: () => api.get<PersonUsed[]>(`${path()}/used`),
    block: () => api.post(`${path()}/block`),
    reachableAgain: () => api.post(`${path()}/reachable-again`),
    tag: (tag: string, give: boolean) => api.put(`${path()}/tags`, { tag, give }),
    track: (untracked: boolean) => api.put<PersonWhole>(`${path()}/tracking`, { untracked }),
    takeOut: (sequenceId: number) => api.delete(`/sequences/${sequenceId}/people/${id()}`),
  }
}
