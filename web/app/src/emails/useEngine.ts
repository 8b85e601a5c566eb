import { api } from '../api/client'
import type { EngineView } from '../api/types'

/** The mail engine: what waits, what failed, and what can be done about it. */
export const useEngine = () => ({
  view: (pile: EngineView['pile']) => api.get<EngineView>(`/mail/outbox?pile=${pile}`),
  goOn: () => api.post('/mail/go-on'),
  retry: (ids: number[]) => api.post<{ emails: number }>('/mail/outbox/retry', { ids }),
  giveUp: (ids: number[]) => api.post<{ emails: number }>('/mail/outbox/give-up', { ids }),
  unreachable: (since: string) => api.get<{ people: number }>(`/unreachable?since=${since}`),
  reachableAgain: (since: string) =>
    api.post<{ people: number; at: string }>('/unreachable/reachable-again', { since }),
  undoReachable: (at: string) => api.post('/unreachable/undo', { at }),
})
