import { api } from '../api/client'
import type { WordsPreview } from '../api/types'
import { useLatest } from './useLatest'

/**
 * A page of an offer, as visitors will see it.
 *
 * @param also what it is drawn from beside the words: when that changes it is asked for anew
 */
export function usePagePreview(offerId: number, page: () => WordsPreview, also: () => unknown = () => null) {
  return useLatest(
    () => ({ page: page(), also: also() }),
    (question) => api.post<{ html: string }>(`/offers/${offerId}/words/preview`, question.page),
  )
}
