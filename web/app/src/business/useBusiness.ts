import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { api } from '../api/client'
import type { BusinessView } from '../api/types'

/** The business everything here belongs to: its zone dates are shown in, its colours. */
export const useBusiness = defineStore('business', () => {
  const view = ref<BusinessView | null>(null)
  const zone = computed(() => view.value?.settings.zone ?? 'UTC')
  const palette = computed(() => view.value?.settings.palette ?? [])
  const whenUnknown = computed(() => view.value?.settings.whenUnknown ?? {})

  async function load() {
    view.value = await api.get<BusinessView>('/business')
  }

  return { view, zone, palette, whenUnknown, load }
})
