import { api } from '../api/client'
import type { Backups, Upkeep, UpkeepSettings } from '../api/types'

/** What the install does for itself at night. */
export const useUpkeep = () => ({
  load: () => api.get<Upkeep>('/upkeep'),
  save: (version: number, settings: UpkeepSettings) => api.put<Upkeep>('/upkeep', { version, settings }),
  backups: () => api.get<Backups>('/backups'),
  backUp: () => api.post('/backups', {}),
})
