import { api, download } from '../api/client'
import type { EmailContent, EmailKind, Imported } from '../api/types'

/** Emails brought in from HTML, and taken out as files. */
export const useEmailFiles = () => ({
  bring: (html: string) => api.post<Imported>('/emails/import', { html }),
  take: (as: string, kind: EmailKind, content: EmailContent) =>
    download(`/emails/export/${as}`, { kind, content }, `email.${as}`),
})
