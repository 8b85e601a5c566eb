import { defineAsyncComponent } from 'vue'
import type { OfferView, PrizeWheel } from '../api/types'

/** Prize wheels, as a kind of offer. */
export const wheel = {
  words: 'Prize wheel',
  sentence: 'One turn for an address; some of them win.',
  drawing: '/drawings/token.svg',
  inShort: ({ offer }: OfferView) => {
    const { slices } = offer.settings.gives as PrizeWheel
    return `${slices.length} slices`
  },
  give: defineAsyncComponent(() => import('./WheelGive.vue')),
  /** What is chosen in a rehearsal before the sign-up. */
  rehearse: defineAsyncComponent(() => import('./WheelRehearse.vue')),
}
