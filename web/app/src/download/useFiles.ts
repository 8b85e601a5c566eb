import { ref } from 'vue'
import { api, upload, oneLine } from '../api/client'
import type { OfferView } from '../api/types'

/** A limit in words. */
export const megabytes = (octets: number) => `${Math.round(octets / 2 ** 20)} MB`

/** A file on its way to the server. */
interface Upload {
  name: string
  /** 0 to 1. */
  share: number
  stop(): void
}

/**
 * The files an offer gives: sent one after the other, replaced, taken out. Why one was not kept is said in `wrong`.
 *
 * @param most octets of one file
 * @param changed hears of the offer as it is then
 */
export function useFiles(offerId: number, most: () => number, changed: (view: OfferView) => void) {
  const path = `/offers/${offerId}/files`
  const going = ref<Upload | null>(null)
  const wrong = ref('')

  async function attempt(work: () => Promise<OfferView>): Promise<boolean> {
    try {
      changed(await work())
      return true
    } catch (failed) {
      wrong.value = oneLine(failed)
      return false
    }
  }

  function unfit(file: File): string {
    if (most() && file.size > most()) {
      return `“${file.name}” is larger than ${megabytes(most())}. Nothing was changed.`
    }
    return file.size === 0 ? `“${file.name}” is empty. Choose it again.` : ''
  }

  async function sendOne(file: File, replaces: number | null): Promise<boolean> {
    wrong.value = unfit(file)
    if (wrong.value) {
      return false
    }
    const query = `name=${encodeURIComponent(file.name)}${replaces === null ? '' : `&replaces=${replaces}`}`
    const sending = upload<OfferView>(`${path}?${query}`, file, (share) => {
      if (going.value) {
        going.value.share = share
      }
    })
    going.value = { name: file.name, share: 0, stop: sending.stop }
    const done = await attempt(() => sending.answer)
    going.value = null
    return done
  }

  /** Sends some files, the next only when the one before was kept. */
  async function send(files: File[], replaces: number | null) {
    for (const file of files) {
      if (!(await sendOne(file, replaces))) {
        return
      }
    }
  }

  const remove = (fileId: number) => attempt(() => api.delete<OfferView>(`${path}/${fileId}`))

  return { going, wrong, send, remove }
}
