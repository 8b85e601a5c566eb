import { onScopeDispose, ref, watch, type Ref } from 'vue'
import { api, upload } from '../api/client'
import type { ImportPlan, ImportPreview, PersonImport } from '../api/types'

const LOOK_AGAIN_MS = 700

/** Files of people: brought in, looked at, and done. */
export function useImports(id: Ref<number | null>) {
  const one = ref<PersonImport | null>(null)
  const fault = ref('')
  const path = () => `/imports/${id.value}`

  async function load() {
    try {
      one.value = id.value ? await api.get<PersonImport>(path()) : null
      fault.value = ''
    } catch (failed) {
      fault.value = (failed as Error).message
    }
  }
  watch(id, () => void load(), { immediate: true })

  const isAtWork = () => one.value?.state === 'CHECKING' || one.value?.state === 'RUNNING'
  const looking = setInterval(() => isAtWork() && void load(), LOOK_AGAIN_MS)
  onScopeDispose(() => clearInterval(looking))

  async function act(what: 'start' | 'cancel' | 'take-back') {
    one.value = await api.post<PersonImport>(`${path()}/${what}`)
  }

  async function check(plan: ImportPlan) {
    one.value = await api.post<PersonImport>(`${path()}/check`, plan)
  }

  return {
    one,
    fault,
    all: () => api.get<PersonImport[]>('/imports'),
    bringIn: (file: File, progress: (share: number) => void) =>
      upload<PersonImport>(`/imports?name=${encodeURIComponent(file.name)}`, file, progress).answer,
    preview: (plan: ImportPlan) => api.post<ImportPreview>(`${path()}/preview`, plan),
    check,
    act,
  }
}
