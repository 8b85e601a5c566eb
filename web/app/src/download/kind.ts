import { defineAsyncComponent } from 'vue'
import type { OfferView } from '../api/types'

/** Downloads, as a kind of offer. */
export const download = {
  words: 'Download',
  sentence: 'A file or several: a plan, a chapter, a pattern.',
  drawing: '/drawings/notebook.svg',
  /** The Give stop’s line on the track. */
  inShort: ({ offer }: OfferView) => (offer.files.length === 1 ? '1 file' : `${offer.files.length} files`),
  give: defineAsyncComponent(() => import('./DownloadGive.vue')),
}
