import { api } from '../api/client'
import type { SiteView } from '../api/types'

/** The sites there are. */
export const useSiteList = () => ({
  all: () => api.get<SiteView[]>('/sites'),
})
