import { ref } from 'vue'
import type { OfferSettings, OfferView } from '../api/types'
import { useOffers } from '../business/useOffers'
import { useDocument, type Versioned } from '../shared/saving/useDocument'

/** An offer with its track: counts and findings that follow each change, and its settings as a document. */
export function useTrack(id: number) {
  const view = ref<OfferView | null>(null)
  const fault = ref('')
  const offers = useOffers()

  let shown = 0

  /** Shows what a change answered. A look that began before it would tell of the offer as it was. */
  function take(next: OfferView) {
    shown++
    view.value = next
  }

  async function refresh() {
    const mine = ++shown
    try {
      const seen = await offers.get(id)
      if (mine === shown) {
        view.value = seen
        fault.value = ''
      }
    } catch (failed) {
      if (mine === shown) {
        fault.value = (failed as Error).message
      }
    }
  }

  function versioned(from: OfferView): Versioned<OfferSettings> {
    take(from)
    return { version: from.offer.version, value: structuredClone(from.offer.settings) }
  }

  const settings = useDocument<OfferSettings>(`offer ${id}`, {
    load: async () => versioned(await offers.get(id)),
    save: async (version, value) => versioned(await offers.save(id, version, value)),
  })

  return { view, fault, take, refresh, settings }
}
