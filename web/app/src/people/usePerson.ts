import { api } from '../api/client'
import type {
  MergePreview,
  PersonDesk,
  PersonNote,
  PersonUsed,
  PersonWhole,
  TimelineLine,
} from '../api/types'

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
    desk: () => api.get<PersonDesk>(`${path()}/desk`),
    timeline: (what: string, before = '') =>
      api.get<TimelineLine[]>(
        `${path()}/timeline?${new URLSearchParams({ ...(what && { what }), ...(before && { before }) })}`,
      ),
    note: (words: string) => api.post<PersonNote[]>(`${path()}/notes`, { words }),
    removeNote: (id: number) => api.delete<PersonNote[]>(`${path()}/notes/${id}`),
    change: (firstName: string | undefined, answers: Record<string, string>) =>
      api.put(`${path()}/fields`, { firstName, answers }),
    list: (listId: number, on: boolean) => api.put(`${path()}/lists/${listId}`, { on }),
    mergePreview: (other: number) => api.get<MergePreview>(`${path()}/merge?with=${other}`),
    merge: (other: number) => api.post(`${path()}/merge`, { with: other }),
    unmerge: () => api.post(`${path()}/unmerge`),
    erase: () => api.post(`${path()}/erase`),
    everything: `/api${path()}/everything.json`,
    takeOut: (sequenceId: number) => api.delete(`/sequences/${sequenceId}/people/${id()}`),
    putBackInto: (sequenceId: number) => api.post(`/sequences/${sequenceId}/people/${id()}/back`),
  }
}
