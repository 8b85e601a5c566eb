import type { OfferView } from '../api/types'

export const STATE_WORDS: Record<OfferView['offer']['state'], string> = {
  DRAFT: 'Draft',
  LIVE: 'Live',
  PAUSED: 'Paused',
  ENDED: 'Ended',
}
