import { onMounted, ref } from 'vue'
import { api, type ApiFault } from '../api/client'
import type { EmailLayout } from '../api/types'

/** Layouts to start from, the owner's own first. One that is deleted can be had back until the next is. */
export function useLayouts() {
  const layouts = ref<EmailLayout[] | null>(null)
  const gone = ref<EmailLayout | null>(null)
  const fault = ref('')

  async function ask<T>(work: () => Promise<T>): Promise<T | undefined> {
    try {
      const answer = await work()
      fault.value = ''
      return answer
    } catch (failed) {
      const { problems, message } = failed as ApiFault
      fault.value = problems?.[0]?.message ?? message
      return undefined
    }
  }

  const take = (work: () => Promise<EmailLayout[]>) =>
    ask(async () => {
      layouts.value = await work()
    })
  const load = () => take(() => api.get<EmailLayout[]>('/emails/layouts'))

  const remove = (layout: EmailLayout) =>
    take(async () => {
      const left = await api.delete<EmailLayout[]>(`/emails/layouts/${layout.id}`)
      gone.value = layout
      return left
    })

  const keep = (name: string, content: EmailLayout['content']) =>
    take(() => api.post<EmailLayout[]>('/emails/layouts', { name, content }))

  async function putBack() {
    const { name, content } = gone.value!
    await keep(name, content)
    gone.value = fault.value ? gone.value : null
  }

  onMounted(() => void load())
  return { layouts, gone, fault, ask, remove, keep, putBack }
}
