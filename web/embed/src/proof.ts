import { sha256 } from './sha256'

/** What is to be found: the number whose hash with the salt is the challenge (ALTCHA's proof of work). */
export interface Task {
  algorithm: string
  challenge: string
  maxnumber: number
  salt: string
  signature: string
}

/** Looked for in slices, so that the page stays quick to touch. */
const SLICE = 500

const encoder = new TextEncoder()

/** The hash, by the browser where it has one: on http sites it has none. */
async function hash(text: string): Promise<string> {
  const octets = encoder.encode(text)
  const digest = crypto.subtle
    ? new Uint8Array(await crypto.subtle.digest('SHA-256', octets))
    : sha256(octets)
  return [...digest].map((octet) => octet.toString(16).padStart(2, '0')).join('')
}

/** The solution as it is sent; empty when there is none. */
export async function solve(task: Task): Promise<string> {
  for (let number = 0; number <= task.maxnumber; number++) {
    if ((await hash(task.salt + number)) === task.challenge) {
      const { algorithm, challenge, salt, signature } = task
      return btoa(JSON.stringify({ algorithm, challenge, number, salt, signature }))
    }
    if (number % SLICE === SLICE - 1) await new Promise((resolve) => setTimeout(resolve))
  }
  return ''
}
