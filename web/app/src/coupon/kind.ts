import { defineAsyncComponent } from 'vue'
import type { Coupon, OfferView } from '../api/types'

const SOURCES: Record<Coupon['source'], string> = {
  MADE: 'a code for each',
  SHARED: 'one code for all',
  POOL: 'codes from a list',
}

/** Coupons, as a kind of offer. */
export const coupon = {
  words: 'Coupon',
  sentence: 'A code that is worth something in your shop.',
  drawing: '/drawings/tag.svg',
  inShort: ({ offer }: OfferView) => SOURCES[(offer.settings.gives as Coupon).source],
  give: defineAsyncComponent(() => import('./CouponGive.vue')),
}
