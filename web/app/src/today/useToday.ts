import { api } from '../api/client'
import type { Today } from '../api/types'

/** What needs attention, what happened, and what can be done about it at once. */
export const useToday = () => ({
  get: () => api.get<Today>('/today'),
  tryEmailsNow: () => api.post('/mail/outbox/try-now'),
  tryAsideAgain: () => api.post('/set-aside/try-again'),
})
