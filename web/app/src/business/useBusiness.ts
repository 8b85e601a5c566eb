import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { api } from '../api/client'
import type { BusinessView, Choices } from '../api/types'

const NONE: Choices = { zones: [], fields: [], drawings: [], mostColours: 0, mostFileOctets: 0 }

/** The business everything here belongs to: its zone dates are shown in, its colours. */
export const useBusiness = defineStore('business', () => {
  const view = ref<BusinessView | null>(null)
  const zone = computed(() => view.value?.settings.zone ?? 'UTC')
  /** What the server offers to choose from. */
  const choices = computed(() => view.value?.choices ?? NONE)
  /** Every field a form can ask, the business’s own after those all have. */
  const fields = computed(() => [...choices.value.fields, ...(view.value?.settings.fields ?? [])])
  const palette = computed(() => view.value?.settings.palette ?? [])
  const whenUnknown = computed(() => view.value?.settings.whenUnknown ?? {})

  async function load() {
    view.value = await api.get<BusinessView>('/business')
  }

  return { view, zone, choices, fields, palette, whenUnknown, load }
})
