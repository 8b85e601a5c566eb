import type { Problem } from './types'

/** An answer that is not the one hoped for. `status` 0: the server could not be reached. */
export class ApiFault extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly problems: Problem[] = [],
  ) {
    super(message)
  }
}

/** A fault in one line: of several problems the first. */
export const oneLine = (fault: unknown): string =>
  fault instanceof ApiFault ? (fault.problems[0]?.message ?? fault.message) : (fault as Error).message

const AWAY = 'Jeton cannot be reached.'
const SIGNED_OUT = 401

let signedOut = () => {}

/** Has something done when the session is over. */
export function onSignedOut(then: () => void) {
  signedOut = then
}

function csrf(): string {
  return decodeURIComponent(/(?:^|; )XSRF-TOKEN=([^;]+)/.exec(document.cookie)?.[1] ?? '')
}

/** What an answer says; nothing when it is no JSON, as a proxy's own page is. */
function parsed(text: string): { detail?: string; problems?: Problem[] } {
  try {
    return JSON.parse(text || '{}')
  } catch {
    return {}
  }
}

function faultOf(status: number, text: string, otherwise: string): ApiFault {
  if (status === SIGNED_OUT) {
    signedOut()
  }
  const { detail, problems } = parsed(text)
  return new ApiFault(status, detail ?? otherwise, problems ?? [])
}

const fault = async (response: Response) =>
  faultOf(
    response.status,
    await response.text(),
    `Something went wrong (${response.status}). Nothing was changed.`,
  )

/** What a browser still sends for a page that is being closed; it takes 64 kB for all such requests together. */
const SENT_ALONG = 30_000

async function call<T>(method: string, path: string, body?: unknown): Promise<T> {
  const headers: Record<string, string> = { Accept: 'application/json', 'X-XSRF-TOKEN': csrf() }
  const json = body === undefined ? undefined : JSON.stringify(body)
  if (json !== undefined) {
    headers['Content-Type'] = 'application/json'
  }
  const keepalive = method === 'PUT' && !!json && json.length < SENT_ALONG
  let response: Response
  try {
    response = await fetch(`/api${path}`, { method, headers, body: json, keepalive })
  } catch {
    throw new ApiFault(0, AWAY)
  }
  if (!response.ok) {
    throw await fault(response)
  }
  const text = await response.text()
  try {
    return (text ? JSON.parse(text) : undefined) as T
  } catch {
    throw new ApiFault(0, 'Something else than Jeton answered.')
  }
}

export const api = {
  get: <T>(path: string) => call<T>('GET', path),
  post: <T>(path: string, body: unknown = {}) => call<T>('POST', path, body),
  put: <T>(path: string, body: unknown) => call<T>('PUT', path, body),
  delete: <T>(path: string) => call<T>('DELETE', path),
}

/** Has the server make a file, and keeps it under a name. */
export async function download(path: string, body: unknown, name: string) {
  const response = await fetch(`/api${path}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', 'X-XSRF-TOKEN': csrf() },
    body: JSON.stringify(body),
  }).catch(() => {
    throw new ApiFault(0, AWAY)
  })
  if (!response.ok) {
    throw await fault(response)
  }
  const link = document.createElement('a')
  link.href = URL.createObjectURL(await response.blob())
  link.download = name
  link.click()
  URL.revokeObjectURL(link.href)
}

/** What can be called off. */
export interface Sending<T> {
  answer: Promise<T>
  stop(): void
}

/** Sends a piece of a file; a lost line is a fault with the status 0. */
export function sendPiece<T>(path: string, piece: Blob): Sending<T> {
  const off = new AbortController()
  const answer = fetch(`/api${path}`, {
    method: 'PATCH',
    headers: { 'Content-Type': 'application/octet-stream', 'X-XSRF-TOKEN': csrf() },
    body: piece,
    signal: off.signal,
  })
    .catch(() => {
      throw new ApiFault(0, AWAY)
    })
    .then(async (response) => {
      if (!response.ok) {
        throw await fault(response)
      }
      return (await response.json()) as T
    })
  return { answer, stop: () => off.abort() }
}

/**
 * Streams a file to the server.
 *
 * @param progress hears the share sent so far, 0 to 1
 * @returns the answer, and a way to stop
 */
export function upload<T>(path: string, file: File, progress: (share: number) => void) {
  const request = new XMLHttpRequest()
  const answer = new Promise<T>((resolve, reject) => {
    request.open('POST', `/api${path}`)
    request.setRequestHeader('Content-Type', 'application/octet-stream')
    request.setRequestHeader('X-XSRF-TOKEN', csrf())
    request.upload.onprogress = (event) => progress(event.lengthComputable ? event.loaded / event.total : 0)
    request.onerror = () =>
      reject(new ApiFault(0, 'The upload broke off. Nothing was changed: try it again.'))
    request.onabort = () => reject(new ApiFault(0, 'Stopped. Nothing was changed.'))
    request.onload = () => {
      if (request.status >= 200 && request.status < 300) {
        resolve(parsed(request.responseText) as T)
      } else {
        reject(faultOf(request.status, request.responseText, 'The file could not be kept.'))
      }
    }
    request.send(file)
  })
  return { answer, stop: () => request.abort() }
}
