import { api } from '../api/client'
import type { EmailContent, MailingPage, MailingView } from '../api/types'

/** Emails to many: all of them, and new ones. */
export const useMailings = () => ({
  page: (page: number) => api.get<MailingPage>(`/mailings?page=${page}`),
  make: (content: EmailContent) => api.post<MailingView>('/mailings', { content }),
  copy: (id: number) => api.post<MailingView>(`/mailings/${id}/copy`),
  again: (id: number) => api.post<MailingView>(`/mailings/${id}/again`),
  remove: (id: number) => api.delete(`/mailings/${id}`),
})
