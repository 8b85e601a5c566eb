import { useNotice } from '../useNotice'
import { undoable } from './desk'

/**
 * Takes a part out of what is on screen: done at once, told at the foot, and taken back from there. What was typed
 * meanwhile stays.
 */
export function useTakeOut() {
  const notice = useNotice()
  return (what: string, work: () => void) => {
    const back = undoable(work)
    notice.did(`${what} is removed.`, back && (async () => back()))
  }
}
