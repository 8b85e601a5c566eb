import { api, upload } from '../api/client'
import type { BroughtIn, CodeRow, Coupon, CouponNumbers, ReadBack, UsedIn } from '../api/types'

/** What the server knows of a coupon’s codes. */
export function useCoupon(offerId: number) {
  const path = `/offers/${offerId}/coupon`
  return {
    numbers: () => api.get<CouponNumbers>(`${path}/numbers`),

    /** A page of codes, newest first. @param below id of the last one seen */
    codes: (words: string, state: string, below?: number) =>
      api.get<CodeRow[]>(
        `${path}/codes?words=${encodeURIComponent(words)}&state=${state}${below ? `&below=${below}` : ''}`,
      ),
    csv: `/api${path}/codes.csv`,
    withdraw: (codeId: number, reason: string) => api.post(`${path}/codes/${codeId}/withdraw`, { reason }),
    restore: (codeId: number) => api.post(`${path}/codes/${codeId}/restore`),

    /** A code as they will look, and how a typed one reads; nothing need be saved. */
    read: (coupon: Coupon, typed: string) => api.post<ReadBack>(`${path}/read`, { coupon, typed }),

    bringIn: (file: File, progress: (share: number) => void) =>
      upload<BroughtIn>(`${path}/pool`, file, progress),
    /** Looks only, unless it `counts`. */
    bringInUsed: (file: File, counts: boolean) =>
      upload<UsedIn>(`${path}/used?counts=${counts}`, file, () => {}).answer,
  }
}

export type CouponCalls = ReturnType<typeof useCoupon>
