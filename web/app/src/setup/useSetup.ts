import { api } from '../api/client'
import type { BounceWays, BusinessSettings, BusinessView, SigningView, SmtpSettings } from '../api/types'

/** The business’s settings as a document’s source, and what stands beside it: mail server, signing, returned mail. */
export const useSetup = () => ({
  async load() {
    const { version, settings } = await api.get<BusinessView>('/business')
    return { version, value: settings }
  },
  async save(version: number, settings: BusinessSettings) {
    const saved = await api.put<{ version: number }>('/business', { version, settings })
    return { version: saved.version, value: settings }
  },
  saveSmtp: (smtp: SmtpSettings) => api.put('/business/smtp', smtp),
  sendTest: (to: string) => api.post<{ sent: boolean; said: string }>('/mail/test', { to }),
  signing: () => api.get<SigningView>('/mail/signing'),
  makeKey: () => api.post<SigningView>('/mail/signing'),
  turnSigning: (on: boolean) => api.put<SigningView>('/mail/signing', { on }),
  bounces: () => api.get<BounceWays>('/mail/bounces'),
  renewBounceKey: () => api.post<BounceWays>('/mail/bounces/key'),
})
