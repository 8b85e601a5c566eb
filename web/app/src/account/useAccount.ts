import { api } from '../api/client'
import type { AccountView } from '../api/types'

/** One’s own account, and the ways back into it. */
export const useAccount = () => ({
  get: () => api.get<AccountView>('/account'),
  changePassword: (present: string, wanted: string) => api.put('/account/password', { present, wanted }),
  end: (key: string) => api.delete<AccountView>(`/account/sessions/${key}`),
  endOthers: () => api.delete<AccountView>('/account/sessions'),
  forgotten: (email: string) => api.post('/session/forgotten', { email }),
  reset: (token: string, password: string) => api.post('/session/reset', { token, password }),
  welcome: (token: string, email: string, password: string) =>
    api.post('/session/welcome', {
      token,
      email,
      password,
      zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    }),
})
