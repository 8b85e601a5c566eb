import { api } from '../api/client'
import type { OfferName, PrizeWheel, SpinLine, WheelFit, WheelNumbers } from '../api/types'
import { useLatest } from '../shared/useLatest'

/** Which spins are looked at. */
export interface SpinFilter {
  words: string
  slice: string
  became: string
}

/** What the server knows of a wheel: what it costs, and who spun what. */
export function useWheel(offerId: number) {
  const path = `/offers/${offerId}/wheel`
  const query = (filter: SpinFilter) => new URLSearchParams({ ...filter }).toString()
  return {
    numbers: () => api.get<WheelNumbers>(path),

    /** Weights that keep to a budget. @param mostCost in minor units @param winners 0 to 1 */
    fit: (wheel: PrizeWheel, mostCost?: number, winners?: number) =>
      api.post<WheelFit>(`${path}/fit`, { wheel, mostCost, winners }),

    /** A page of spins, newest first. @param below id of the last one seen */
    spins: (filter: SpinFilter, below?: number) =>
      api.get<SpinLine[]>(`${path}/spins?${query(filter)}${below ? `&below=${below}` : ''}`),
    csv: (filter: SpinFilter) => `/api${path}/spins.csv?${query(filter)}`,
    giveBack: (spinId: number) => api.post(`${path}/spins/${spinId}/give-back`),

    /** Offers that can be a prize: all but this one, and those that are played themselves. */
    prizes: async () =>
      (await api.get<OfferName[]>('/offers/names')).filter(
        ({ id, results }) => id !== offerId && Object.keys(results).length === 0,
      ),
  }
}

/** A wheel in numbers, as it is typed. */
export const useWheelNumbers = (offerId: number, wheel: () => PrizeWheel | null) =>
  useLatest(wheel, (asked) => api.post<WheelNumbers>(`/offers/${offerId}/wheel/numbers`, asked))

/** The wheel as a visitor meets it. */
export const useTriedWheel = (offerId: number, gives: () => PrizeWheel | null) =>
  useLatest(
    () => {
      const wheel = gives()
      return wheel && { gives: wheel }
    },
    (question) => api.post<{ html: string }>(`/offers/${offerId}/forms/hosted/preview`, question),
    400,
  )
