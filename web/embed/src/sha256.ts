/** SHA-256 (FIPS 180-4) for pages without https, where browsers keep theirs to themselves. */

/** The first 32 bits of the fractional parts of a root of each of the first primes. */
function roots(exponent: number, count: number): number[] {
  const found: number[] = []
  for (let n = 2; found.length < count; n++) {
    let prime = true
    for (let d = 2; d * d <= n; d++) if (n % d === 0) prime = false
    if (prime) found.push((n ** exponent % 1) * 2 ** 32)
  }
  return found.map((root) => root | 0)
}

let constants: { start: number[]; rounds: number[] } | undefined

const turned = (x: number, by: number) => (x >>> by) | (x << (32 - by))

export function sha256(text: Uint8Array): Uint8Array {
  // Worked out when first needed: a page that needs none should not pay for them.
  const { start, rounds } = (constants ??= { start: roots(1 / 2, 8), rounds: roots(1 / 3, 64) })
  const blocks = new DataView(new ArrayBuffer((((text.length + 8) >> 6) + 1) << 6))
  text.forEach((octet, i) => blocks.setUint8(i, octet))
  blocks.setUint8(text.length, 0x80)
  blocks.setUint32(blocks.byteLength - 4, text.length * 8)
  const h = [...start]
  const w: number[] = []
  for (let at = 0; at < blocks.byteLength; at += 64) {
    for (let i = 0; i < 64; i++) {
      if (i < 16) {
        w[i] = blocks.getInt32(at + i * 4)
        continue
      }
      const a = w[i - 15]!
      const b = w[i - 2]!
      const s0 = turned(a, 7) ^ turned(a, 18) ^ (a >>> 3)
      const s1 = turned(b, 17) ^ turned(b, 19) ^ (b >>> 10)
      w[i] = (w[i - 16]! + s0 + w[i - 7]! + s1) | 0
    }
    let [a, b, c, d, e, f, g, k] = h as [number, number, number, number, number, number, number, number]
    for (let i = 0; i < 64; i++) {
      const s1 = turned(e, 6) ^ turned(e, 11) ^ turned(e, 25)
      const t1 = (k + s1 + ((e & f) ^ (~e & g)) + rounds[i]! + w[i]!) | 0
      const s0 = turned(a, 2) ^ turned(a, 13) ^ turned(a, 22)
      const t2 = (s0 + ((a & b) ^ (a & c) ^ (b & c))) | 0
      k = g
      g = f
      f = e
      e = (d + t1) | 0
      d = c
      c = b
      b = a
      a = (t1 + t2) | 0
    }
    ;[a, b, c, d, e, f, g, k].forEach((v, i) => (h[i] = (h[i]! + v) | 0))
  }
  const out = new DataView(new ArrayBuffer(32))
  h.forEach((v, i) => out.setInt32(i * 4, v))
  return new Uint8Array(out.buffer)
}
