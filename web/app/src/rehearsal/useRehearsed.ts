import { api } from '../api/client'

/** Living through a rehearsal for real, in the demo. */
export const useRehearsed = () => ({
  live: <T>(wish: unknown) => api.post<T>('/demo/rehearsal', wish),
})
