import { api } from '../api/client'
import type { EngineView } from '../api/types'

const toSome = (path: string, chosen: number[] | 'all') =>
  chosen === 'all'
    ? api.post<{ emails: number }>(`${path}-all`)
    : api.post<{ emails: number }>(path, { ids: chosen })

/** The mail engine: what waits, what failed, and what can be done about it. */
export const useEngine = () => ({
  view: (pile: EngineView['pile']) => api.get<EngineView>(`/mail/outbox?pile=${pile}`),
  goOn: () => api.post('/mail/go-on'),
  retry: (chosen: number[] | 'all') => toSome('/mail/outbox/retry', chosen),
  giveUp: (chosen: number[] | 'all') => toSome('/mail/outbox/give-up', chosen),
  unreachable: (since: string) => api.get<{ people: number }>(`/unreachable?since=${since}`),
  reachableAgain: (since: string) =>
    api.post<{ people: number; at: string }>('/unreachable/reachable-again', { since }),
  undoReachable: (at: string) => api.post('/unreachable/undo', { at }),
})
