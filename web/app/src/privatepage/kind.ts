import { defineAsyncComponent } from 'vue'
import type { OfferView, PrivatePage } from '../api/types'

/** Private pages, as a kind of offer. */
export const privatePage = {
  words: 'Private page',
  sentence: 'Recordings, words and files on a page of their own.',
  drawing: '/drawings/open-book.svg',
  inShort({ offer }: OfferView) {
    const { length } = (offer.settings.gives as PrivatePage).pieces
    return length === 1 ? '1 piece' : `${length} pieces`
  },
  give: defineAsyncComponent(() => import('./PageGive.vue')),
}
