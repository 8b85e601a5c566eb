import { ref, watch } from 'vue'
import { api, oneLine } from '../api/client'
import type { OfferView, PageView, PrivatePage } from '../api/types'
import { useLatest } from '../shared/useLatest'

/** What there is to know of a page beside its settings: files, and what people did with its pieces. */
export function usePage(offerId: number, view: () => OfferView) {
  const page = ref<PageView>({ files: [], pieces: [], people: 0 })
  const fault = ref('')

  async function load() {
    try {
      page.value = await api.get<PageView>(`/offers/${offerId}/page`)
      fault.value = ''
    } catch (failed) {
      fault.value = (failed as Error).message
    }
  }

  watch(() => view().offer.files, load, { immediate: true })
  return { page, fault, load }
}

/**
 * Takes files out of a page.
 *
 * @param changed hears of the offer as it is then
 */
export function usePageFiles(offerId: number, changed: (view: OfferView) => void) {
  const wrong = ref('')

  async function remove(fileId: number) {
    wrong.value = ''
    try {
      changed(await api.delete<OfferView>(`/offers/${offerId}/files/${fileId}`))
    } catch (failed) {
      wrong.value = oneLine(failed)
    }
  }

  return { remove, wrong }
}

/** The page as a made-up reader sees it who was given it so many days ago. */
export const usePageDrawn = (offerId: number, gives: () => PrivatePage | undefined, daysAgo: () => number) =>
  useLatest(
    () => {
      const page = gives()
      return page ? { gives: page, daysAgo: daysAgo() } : null
    },
    (question) => api.post<{ html: string }>(`/offers/${offerId}/page/preview`, question),
  )
