import { defineStore } from 'pinia'
import { ref } from 'vue'
import { api } from '../api/client'
import type { ListCount, ListSettings } from '../api/types'

/** The lists there are, and how many people are on each. */
export const useLists = defineStore('lists', () => {
  const all = ref<ListCount[]>([])
  const isLoaded = ref(false)

  async function load() {
    all.value = await api.get<ListCount[]>('/lists')
    isLoaded.value = true
  }

  async function make(settings: ListSettings) {
    all.value = await api.post<ListCount[]>('/lists', settings)
  }

  async function change(id: number, settings: ListSettings) {
    all.value = await api.put<ListCount[]>(`/lists/${id}`, settings)
  }

  async function remove(id: number) {
    all.value = await api.delete<ListCount[]>(`/lists/${id}`)
  }

  const nameOf = (id: number) =>
    all.value.find((one) => one.list.id === id)?.list.settings.name ?? 'a list that was removed'

  return { all, isLoaded, load, make, change, remove, nameOf }
})
