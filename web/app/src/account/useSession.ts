import { defineStore } from 'pinia'
import { ref } from 'vue'
import { api } from '../api/client'

interface Session {
  email?: string
}

/** Who is signed in; empty for nobody. */
export const useSession = defineStore('session', () => {
  const email = ref('')
  /** Whether the session has ended while somebody was at work: the screen stays, and a small sign-in stands over it. */
  const over = ref(false)

  async function find() {
    email.value = (await api.get<Session>('/session')).email ?? ''
  }

  async function signIn(address: string, password: string) {
    email.value = (await api.post<Session>('/session', { email: address, password })).email ?? ''
    over.value = false
  }

  async function signOut() {
    await api.delete('/session')
    email.value = ''
    await find()
  }

  return { email, over, find, signIn, signOut }
})
