import { api } from '../api/client'
import type { FirstHour, HourMark } from '../api/types'

/** The first hour: what is still to be done, and what only screens can tell of it. */
export const useBeginning = () => ({
  note: (mark: HourMark) => api.put<FirstHour>(`/beginning/${mark}`, {}),
  bringBack: () => api.delete<FirstHour>('/beginning/PUT_AWAY'),
})
