import { api } from '../api/client'
import type { Drawn, FormSettings, FormView, Layout, Placing, Shape } from '../api/types'

/** What the server draws and says of an offer’s forms. */
export function useFormCalls(offerId: number) {
  const path = `/offers/${offerId}`
  return {
    layouts: () => api.get<Layout[]>(`${path}/form-layouts`),
    draw: (shape: Shape, settings: FormSettings) =>
      api.post<Drawn>(`${path}/forms/preview`, { shape, settings }),
    get: (id: number) => api.get<FormView>(`${path}/forms/${id}`),
    save: (id: number, version: number, settings: FormSettings) =>
      api.put<FormView>(`${path}/forms/${id}`, { version, settings }),
    placing: (id: number) => api.get<Placing>(`${path}/forms/${id}/placing`),
  }
}
