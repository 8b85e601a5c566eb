/**
 * What a page behind a pass tells of its reader: that it was open for a while, and which seconds of a recording were
 * played (V5): when it pauses, ends or is left, at most once in a quarter of a minute.
 */

const LOOKED_MS = 5000
const APART_MS = 15_000

/** Whole seconds that were played, as they are told: `0-12,40-55`. */
export function stretches(seconds: Set<number>): string {
  const told: string[] = []
  const sorted = [...seconds].sort((a, b) => a - b)
  let from = sorted[0]
  sorted.forEach((second, i) => {
    if (sorted[i + 1] !== second + 1) {
      told.push(`${from}-${second + 1}`)
      from = sorted[i + 1]
    }
  })
  return told.join(',')
}

const tell = (to: string, what: string) =>
  void fetch(to, {
    method: 'POST',
    body: what,
    keepalive: true,
    headers: { 'Content-Type': 'text/plain' },
  }).catch(() => {})

function follow(recording: HTMLMediaElement) {
  const to = recording.dataset.told
  if (!to) return
  const seconds = new Set<number>()
  let at = 0
  let toldAt = -Infinity
  let timer = 0

  // A second counts once the player has gone through all of it; a jump goes through nothing.
  const note = () => {
    const now = recording.currentTime
    if (!recording.seeking && now > at && now - at < 2) {
      for (let s = Math.ceil(at - 0.25); s + 1 <= now + 0.25; s++) seconds.add(Math.max(0, s))
      at = Math.max(at, Math.floor(now))
    } else if (Math.abs(now - at) >= 2) {
      at = now
    }
  }
  const send = () => {
    clearTimeout(timer)
    timer = 0
    if (seconds.size === 0) return
    toldAt = Date.now()
    tell(to, stretches(seconds))
    seconds.clear()
  }
  const soon = () => {
    const wait = toldAt + APART_MS - Date.now()
    if (wait <= 0) send()
    else timer ||= window.setTimeout(send, wait)
  }

  recording.addEventListener('timeupdate', note)
  recording.addEventListener('seeking', () => (at = recording.currentTime))
  for (const stop of ['pause', 'ended']) {
    recording.addEventListener(stop, () => {
      note()
      soon()
    })
  }
  // What would wait its turn is told now: there is no later.
  addEventListener('pagehide', send)
}

/** Tells that something was open for a while. */
export function looks(root: ParentNode) {
  const looked = root.querySelector<HTMLElement>('[data-looked]')?.dataset.looked
  if (looked) {
    let open = 0
    const count = window.setInterval(() => {
      open += document.visibilityState === 'visible' ? 1000 : 0
      if (open < LOOKED_MS) return
      clearInterval(count)
      tell(looked, '')
    }, 1000)
  }
}

/** Has a page tell. */
export function plays(root: ParentNode) {
  root.querySelectorAll<HTMLMediaElement>('video[data-told], audio[data-told]').forEach(follow)
  looks(root)
}
