/** What was typed and not saved, kept in the browser until it is. */
export interface Draft<T> {
  /** The version it was made from. */
  version: number
  /** The value as it was saved then. */
  base: T
  value: T
  /** ISO moment of the last key. */
  at: string
  /** Who typed it. */
  owner: string
}

const PREFIX = 'jeton.draft '
const ANSWER_MS = 150

/** This page, as others know it. A page that is loaded again is another one. */
const page = Math.random().toString(36).slice(2)
const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('jeton.pages')

channel?.addEventListener('message', ({ data }) => {
  if (data?.whoIs === page) {
    channel.postMessage({ here: page })
  }
})

const place = (key: string, of = page) => `${PREFIX}${key} ${of}`

/** Keeps a draft. Where the browser keeps nothing (full, or forbidden) typing goes on without. */
export function keepDraft<T>(key: string, draft: Draft<T>) {
  try {
    localStorage.setItem(place(key), JSON.stringify(draft))
  } catch {
    // It is still on screen, and on its way to the server.
  }
}

/** Forgets this page's draft. */
export function dropDraft(key: string) {
  try {
    localStorage.removeItem(place(key))
  } catch {
    // As above.
  }
}

/** Whether the page that kept a draft is open still: then it is nobody's lost work. */
function isOpen(other: string): Promise<boolean> {
  if (!channel) {
    return Promise.resolve(false)
  }
  return new Promise((resolve) => {
    const hear = ({ data }: MessageEvent) => {
      if (data?.here === other) {
        done(true)
      }
    }
    const timer = setTimeout(() => done(false), ANSWER_MS)
    const done = (open: boolean) => {
      clearTimeout(timer)
      channel.removeEventListener('message', hear)
      resolve(open)
    }
    channel.addEventListener('message', hear)
    channel.postMessage({ whoIs: other })
  })
}

function stored(key: string): string[] {
  try {
    return Object.keys(localStorage).filter((name) => name.startsWith(`${PREFIX}${key} `))
  } catch {
    return []
  }
}

/** A draft of a page that is gone, and a way to forget it. */
export interface Found<T> {
  draft: Draft<T>
  forget(): void
}

/** The newest draft that a page left behind which is gone now. */
export async function findDraft<T>(key: string, owner: string): Promise<Found<T> | null> {
  const all: Found<T>[] = []
  for (const name of stored(key)) {
    const other = name.slice(name.lastIndexOf(' ') + 1)
    if (other === page || (await isOpen(other))) {
      continue
    }
    const forget = () => localStorage.removeItem(name)
    try {
      const draft = JSON.parse(localStorage.getItem(name) ?? 'null') as Draft<T> | null
      if (draft?.owner === owner) {
        all.push({ draft, forget })
      }
    } catch {
      forget()
    }
  }
  all.sort((a, b) => b.draft.at.localeCompare(a.draft.at))
  const [newest, ...older] = all
  // Of one document only the newest work is offered; nothing was built on what is older.
  older.forEach((found) => found.forget())
  return newest ?? null
}
