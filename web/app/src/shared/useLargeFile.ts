import { ref } from 'vue'
import { api, ApiFault, oneLine, sendPiece } from '../api/client'
import type { OfferView } from '../api/types'

/** How far a file has come, by the server's account. */
interface Arrived {
  id: string
  size: number
  offset: number
}

/** A file on its way. */
export interface Going {
  name: string
  /** 0 to 1. */
  share: number
  /** Whether the line is lost just now. */
  waiting: boolean
}

const LEAST_PIECE = 1 << 20
const MOST_PIECE = 8 << 20
const PIECES = 40
const FIRST_WAIT_MS = 1000
const LONGEST_WAIT_MS = 20_000
const MOST_TRIES = 20

const keyOf = (offerId: number, file: File) =>
  `jeton.upload ${offerId} ${file.size} ${file.lastModified} ${file.name}`

/**
 * Brings large files in piece by piece. A lost line is waited for; after a reload, choosing the same file again goes on
 * where it stopped.
 */
export function useLargeFile(offerId: number) {
  const path = `/offers/${offerId}/uploads`
  const going = ref<Going | null>(null)
  const wrong = ref('')
  let stopped = false
  let stopPiece = () => {}

  const get = (id: string) => api.get<Arrived>(`${path}/${id}`)

  async function begin(file: File): Promise<Arrived> {
    const known = localStorage.getItem(keyOf(offerId, file))
    if (known) {
      const arrived = await get(known).catch((fault: ApiFault) => {
        if (fault.status === 404) {
          return null
        }
        throw fault
      })
      if (arrived) {
        return arrived
      }
    }
    const fresh = await api.post<Arrived>(path, { name: file.name, size: file.size })
    localStorage.setItem(keyOf(offerId, file), fresh.id)
    return fresh
  }

  /** One piece; where the line is lost, how far it came is asked again until there is an answer. */
  async function next(arrived: Arrived, file: File): Promise<Arrived> {
    const length = Math.min(MOST_PIECE, Math.max(LEAST_PIECE, Math.ceil(file.size / PIECES)))
    let wait = FIRST_WAIT_MS
    let from = arrived
    for (let tries = 0; ; tries++) {
      try {
        const sending = sendPiece<Arrived>(
          `${path}/${from.id}?offset=${from.offset}`,
          file.slice(from.offset, from.offset + length),
        )
        stopPiece = sending.stop
        const now = await sending.answer
        going.value!.waiting = false
        return now
      } catch (fault) {
        const lost = fault instanceof ApiFault && (fault.status === 0 || fault.status >= 500)
        if (stopped || !lost || tries >= MOST_TRIES) {
          throw fault
        }
        going.value!.waiting = true
        await new Promise((resolve) => setTimeout(resolve, wait))
        wait = Math.min(LONGEST_WAIT_MS, wait * 2)
        from = await get(from.id).catch(() => from)
      }
    }
  }

  /**
   * Sends a file.
   *
   * @returns the offer with it, or nothing when it was stopped or refused; then `wrong` says why
   */
  async function send(file: File): Promise<OfferView | null> {
    wrong.value = ''
    stopped = false
    going.value = { name: file.name, share: 0, waiting: false }
    let arrived: Arrived | null = null
    try {
      arrived = await begin(file)
      while (arrived.offset < arrived.size && !stopped) {
        going.value.share = arrived.offset / arrived.size
        arrived = await next(arrived, file)
      }
      if (stopped) {
        return null
      }
      going.value.share = 1
      const view = await api.post<OfferView>(`${path}/${arrived.id}/whole`)
      localStorage.removeItem(keyOf(offerId, file))
      return view
    } catch (failed) {
      const away = failed instanceof ApiFault && failed.status === 0
      if (!stopped) {
        wrong.value = away
          ? `The upload of “${file.name}” broke off. What arrived is kept for a week: choose the same file to go on.`
          : oneLine(failed)
      }
      if (!away) {
        localStorage.removeItem(keyOf(offerId, file))
      }
      return null
    } finally {
      if (stopped && arrived) {
        localStorage.removeItem(keyOf(offerId, file))
        await api.delete(`${path}/${arrived.id}`).catch(() => {})
      }
      going.value = null
    }
  }

  function stop() {
    stopped = true
    stopPiece()
  }

  return { going, wrong, send, stop }
}
