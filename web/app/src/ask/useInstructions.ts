import { api } from '../api/client'

/** Sends whoever keeps the site what to put into it. */
export const useInstructions = () => ({
  send: (instructions: { to: string; form: string; lines: string[] }) =>
    api.post<{ sent: boolean; said: string }>('/mail/instructions', instructions),
})
