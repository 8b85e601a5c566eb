import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { api } from '../api/client'
import type { TagCount } from '../api/types'

/** The tags there are. */
export const useTags = defineStore('tags', () => {
  const all = ref<TagCount[]>([])
  const names = computed(() => all.value.map((tag) => tag.name))
  let asked = false

  async function load() {
    asked = true
    all.value = await api.get<TagCount[]>('/tags')
  }

  /** Asked for once; later changes come by `make` and `remove`. */
  function need() {
    if (!asked) {
      void load()
    }
  }

  async function make(name: string) {
    all.value = await api.post<TagCount[]>('/tags', { name })
  }

  async function rename(from: string, to: string) {
    all.value = await api.put<TagCount[]>('/tags', { from, to })
  }

  async function remove(name: string) {
    all.value = await api.delete<TagCount[]>(`/tags?name=${encodeURIComponent(name)}`)
  }

  const knows = (name: string) =>
    names.value.some((known) => known.toLowerCase() === name.trim().toLowerCase())

  return { all, names, load, need, make, rename, remove, knows }
})
