import { ref, watch } from 'vue'
import { useOffers } from '../business/useOffers'

/** What an offer can come to, where it is played first; of others nothing. */
export function useResults(offerId: () => number | undefined) {
  const offers = useOffers()
  const results = ref<{ title: string; value: string }[]>([])
  watch(
    offerId,
    async (id) => {
      if (id === undefined) {
        results.value = []
        return
      }
      try {
        const { results: known } = await offers.get(id)
        results.value = Object.entries(known).map(([value, title]) => ({ title, value }))
      } catch {
        // Then there is nothing to choose from; the rest of the rules can be edited all the same.
        results.value = []
      }
    },
    { immediate: true },
  )
  return { results }
}
