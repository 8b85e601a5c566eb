import { ref } from 'vue'
import { useOffers } from '../business/useOffers'
import { useNotice } from '../shared/useNotice'
import { api } from '../api/client'
import type { FormSettings, FormView, Shape } from '../api/types'

/** The forms of an offer: made, copied, turned on or off, taken out. `null` means not known yet. */
export function useForms(offerId: number, changed: () => void) {
  const forms = ref<FormView[] | null>(null)
  const fault = ref('')
  const notice = useNotice()
  const offers = useOffers()
  const path = `/offers/${offerId}/forms`

  async function refresh() {
    try {
      forms.value = await offers.forms(offerId)
      fault.value = ''
    } catch (failed) {
      fault.value = (failed as Error).message
    }
  }

  /** Does something, then looks again; what went wrong is said in `fault`. */
  async function change<T>(work: () => Promise<T>): Promise<T | undefined> {
    try {
      const done = await work()
      await refresh()
      changed()
      return done
    } catch (failed) {
      fault.value = (failed as Error).message
      return undefined
    }
  }

  const make = (shape: Shape, settings: FormSettings) =>
    change(() => api.post<FormView>(path, { shape, settings }))
  const copy = (form: FormView) =>
    make(form.shape === 'FULL_PAGE' ? 'IN_PAGE' : form.shape, {
      ...form.settings,
      name: `${form.settings.name} (copy)`.slice(0, 60),
    })
  async function turn(form: FormView, on: boolean): Promise<void> {
    if (await change(() => api.put<FormView>(`${path}/${form.id}/on`, { on }))) {
      const words = on ? 'is on: visitors see it.' : 'is off: nobody sees it.'
      notice.did(`“${form.settings.name}” ${words}`, () => turn(form, !on))
    }
  }
  const putBack = (form: FormView) => change(() => api.post<FormView>(`${path}/${form.id}/back`))
  async function remove(form: FormView) {
    const done = await change(async () => {
      await api.delete(`${path}/${form.id}`)
      return true
    })
    if (done) {
      notice.did(`“${form.settings.name}” is removed; its views are kept.`, () => putBack(form))
    }
  }

  void refresh()
  return { forms, fault, refresh, make, copy, turn, remove }
}
