import { ref } from 'vue'
import { api } from '../api/client'
import type { DigestSample, NoticePace, NoticeReader, NoticeSettings } from '../api/types'
import { useDocument, type Versioned } from '../shared/saving/useDocument'

/** Who is told what happens. */
export function useNoticeReaders() {
  const all = ref<NoticeReader[] | null>(null)

  async function load() {
    all.value = await api.get<NoticeReader[]>('/notices/readers')
  }

  /** Adds an address; answers with what stands for it. */
  async function add(email: string) {
    all.value = await api.post<NoticeReader[]>('/notices/readers', { email })
    return all.value.at(-1)!
  }

  async function remove(id: number) {
    all.value = await api.delete<NoticeReader[]>(`/notices/readers/${id}`)
  }

  return { all, load, add, remove, ask: (id: number) => api.post<void>(`/notices/readers/${id}/ask`) }
}

/** What one of them is told, written as a document, and a digest as they would get it. */
export function useNoticeReader(id: number) {
  const path = `/notices/readers/${id}`
  const versioned = (from: NoticeReader): Versioned<NoticeSettings> => ({
    version: from.version,
    value: structuredClone(from.settings),
  })
  const document = useDocument<NoticeSettings>(`notices ${id}`, {
    load: async () => versioned(await api.get<NoticeReader>(path)),
    save: async (version, settings) => versioned(await api.put<NoticeReader>(path, { version, settings })),
  })

  return {
    document,
    /** What has been saved counts, so it is saved first. */
    async sample(pace: NoticePace) {
      await document.flush()
      return api.get<DigestSample>(`${path}/digest?pace=${pace}`)
    },
    send: (pace: NoticePace) => api.post<void>(`${path}/digest?pace=${pace}`),
  }
}
