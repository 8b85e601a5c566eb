import { describe, expect, it, vi } from 'vitest'
import { solve } from './proof'
import { sha256 } from './sha256'

const hex = (octets: Uint8Array) => [...octets].map((o) => o.toString(16).padStart(2, '0')).join('')
const of = (text: string) => hex(sha256(new TextEncoder().encode(text)))

describe('The proof of work', () => {
  // FIPS 180-4's own examples, and the lengths around a block's end.
  it.each([
    ['', 'e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855'],
    ['abc', 'ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad'],
    [
      'abcdbcdecdefdefgefghfghighijhijkijkljklmklmnlmnomnopnopq',
      '248d6a61d20638b8e5c026930c3e6039a33ce45964ff2167f6ecedd419db06c1',
    ],
  ])('hashes “%s” as the standard says', (text, expected) => {
    expect(of(text)).toBe(expected)
  })

  it('hashes as the browser does, whatever the length', async () => {
    for (const length of [1, 54, 55, 56, 63, 64, 65, 119, 120, 500]) {
      const text = 'ü'.repeat(length)
      const theirs = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(text))
      expect(of(text)).toBe(hex(new Uint8Array(theirs)))
    }
  })

  it('is found without the browser’s own hash too, as on http sites', async () => {
    const task = {
      algorithm: 'SHA-256',
      challenge: of('salt7'),
      maxnumber: 20,
      salt: 'salt',
      signature: 'signed',
    }
    const withIt = JSON.parse(atob(await solve(task)))
    vi.stubGlobal('crypto', {})
    const without = JSON.parse(atob(await solve(task)))
    vi.unstubAllGlobals()
    expect(without).toEqual(withIt)
    expect(without).toMatchObject({ number: 7, salt: 'salt', signature: 'signed' })
    expect(await solve({ ...task, challenge: 'none' })).toBe('')
  })
})
