import { api } from '../api/client'
import type { MockupLook, MockupMade, MockupSource } from '../api/types'

/** What a mock-up is made from: a file of an offer, or a picture that is kept. */
export type From = { fileId: number } | { picture: string }

export const useMockups = () => ({
  sources: () => api.get<MockupSource[]>('/mockups/sources'),
  looks: (from: From) => api.post<MockupLook[]>('/mockups/looks', from),
  make: (from: From, design: string) => api.post<MockupMade>('/mockups', { from, design }),
})
