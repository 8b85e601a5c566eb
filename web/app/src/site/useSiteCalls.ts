import { api } from '../api/client'
import type { SeenPage, Verdict } from '../api/types'

/** Sites added and removed, where forms were seen, and what a visitor would be shown. */
export const useSiteCalls = () => ({
  add: (site: { name: string; origin: string }) => api.post('/sites', site),
  remove: (id: number) => api.delete(`/sites/${id}`),
  pages: (id: number, formKey: string) => api.get<SeenPage[]>(`/sites/${id}/pages?formKey=${formKey}`),
  test: (visitor: unknown) => api.post<Verdict[]>('/display/test', visitor),
})
