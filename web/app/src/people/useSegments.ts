import { defineStore } from 'pinia'
import { ref } from 'vue'
import { api } from '../api/client'
import type { Criterion, Segment, SegmentChoices } from '../api/types'

const NONE: SegmentChoices = {
  offers: [],
  forms: [],
  emails: [],
  outcomes: [],
  prizes: [],
  pieces: [],
  sites: [],
  campaigns: [],
}

/** Segments, and what conditions about people can name. */
export const useSegments = defineStore('segments', () => {
  const all = ref<Segment[]>([])
  const choices = ref<SegmentChoices>(NONE)
  const isLoaded = ref(false)

  async function load() {
    ;[all.value, choices.value] = await Promise.all([
      api.get<Segment[]>('/segments'),
      api.get<SegmentChoices>('/emails/choices'),
    ])
    isLoaded.value = true
  }

  const sorted = (segments: Segment[]) => segments.sort((a, b) => a.name.localeCompare(b.name))

  async function keep(name: string, question: Criterion) {
    const kept = await api.post<Segment>('/segments', { name, question, version: 0 })
    all.value = sorted([...all.value, kept])
    return kept
  }

  async function change(segment: Segment, question: Criterion, name = segment.name) {
    const changed = await api.put<Segment>(`/segments/${segment.id}`, {
      name,
      question,
      version: segment.version,
    })
    all.value = sorted(all.value.map((one) => (one.id === changed.id ? changed : one)))
    return changed
  }

  async function remove(id: number) {
    await api.delete(`/segments/${id}`)
    all.value = all.value.filter((one) => one.id !== id)
  }

  const count = async (question: Criterion) =>
    (await api.post<{ people: number }>('/segments/count', question)).people

  return { all, choices, isLoaded, load, keep, change, remove, count }
})
