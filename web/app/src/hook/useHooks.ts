import { api } from '../api/client'
import type { Hook, HookAsked, HookExchange, HookLine } from '../api/types'

/** Addresses that are told what happens (H1). */
export const useHooks = () => ({
  all: () => api.get<Hook[]>('/hooks'),
  make: (asked: HookAsked) => api.post<Hook>('/hooks', asked),
  save: (id: number, asked: HookAsked) => api.put<Hook>(`/hooks/${id}`, asked),
  remove: (id: number) => api.delete(`/hooks/${id}`),
  turnOn: (id: number) => api.put<Hook>(`/hooks/${id}/on`, {}),
  pause: (id: number) => api.delete<Hook>(`/hooks/${id}/on`),
  renewSecret: (id: number) => api.post<Hook>(`/hooks/${id}/secret`, {}),
  test: (id: number) => api.post(`/hooks/${id}/test`, {}),
  messages: (id: number, failing: boolean, below?: number) =>
    api.get<HookLine[]>(
      `/hooks/${id}/messages?failing=${failing}${below === undefined ? '' : `&below=${below}`}`,
    ),
  message: (id: number, message: number) => api.get<HookExchange>(`/hooks/${id}/messages/${message}`),
  again: (id: number, message: number) => api.post(`/hooks/${id}/messages/${message}/again`, {}),
  allAgain: (id: number) => api.post(`/hooks/${id}/again`, {}),
})
