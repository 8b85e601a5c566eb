import { useClock } from '../clock/useClock'
import { useExactDates } from '../shared/useExactDates'
import { exact, when } from '../shared/when'
import { useBusiness } from './useBusiness'

/** Moments in the business's zone: as people say them, or in full where the reader chose that. */
export function useMoments() {
  const business = useBusiness()
  const clock = useClock()
  const always = useExactDates()
  const inFull = (iso: string) => exact(iso, business.zone)
  return {
    inFull,
    /** As the reader wants them; the other way where this one was turned. */
    words: (iso: string, turned = false, within = false) =>
      always.value !== turned ? inFull(iso) : when(iso, clock.now(), business.zone, within),
  }
}
