import { describe, expect, it } from 'vitest'
import type { PageFile, Piece } from '../api/types'
import { freshPiece, iconOf, inShort, lastDay, opensInShort, PIECE_KINDS } from './pieces'

const file = (id: number, more: Partial<PageFile>): PageFile => ({
  id,
  name: 'bath.mp4',
  size: 1_234_567,
  mediaType: 'video/mp4',
  length: '6:20',
  recording: true,
  film: true,
  plays: true,
  captions: false,
  ...more,
})
const files = [
  file(1, {}),
  file(2, { name: 'card.pdf', film: false, recording: false, size: 900, length: '' }),
]

describe('Pieces of a page', () => {
  it('are told in a line', () => {
    const film = { kind: 'RECORDING', file: 1, captions: 3, words: 'x', still: '', mayKeep: false } as const
    expect(inShort(film, files)).toBe('film, 6:20 · captions · words to read')
    expect(inShort({ ...film, file: 9, captions: undefined, words: '' }, files)).toBe(
      'film or sound, none yet',
    )
    expect(inShort({ kind: 'FILE', file: 2 }, files)).toBe('file, PDF, 1 kB')
    expect(inShort({ kind: 'BUTTON', label: 'To the shop', href: '' }, files)).toBe('button: To the shop')
  })

  it('say when they open', () => {
    expect(opensInShort({ kind: 'AT_ONCE', days: 0 })).toBe('at once')
    expect(opensInShort({ kind: 'AFTER_DAYS', days: 2, at: '08:00:00' })).toBe('2 days later at 08:00')
    expect(opensInShort({ kind: 'AFTER_DAYS', days: 1, at: '08:00' })).toBe('a day later at 08:00')
    expect(opensInShort({ kind: 'AT_MOMENT', days: 0, moment: '2026-12-24T18:00' })).toBe(
      'on 24 Dec at 18:00',
    )
  })

  it('get numbers that are not given again while a later one is there', () => {
    const pieces: Piece[] = []
    for (const { kind } of PIECE_KINDS) pieces.push(freshPiece(kind, pieces))
    pieces.splice(1, 1)
    expect(freshPiece('WORDS', pieces).id).toBe(PIECE_KINDS.length + 1)
    expect(freshPiece('WORDS', pieces, [2, 40]).id).toBe(41)
    expect(pieces.map(({ content }) => iconOf(content, files)).every(Boolean)).toBe(true)
  })

  it('are all open a day after the last that counts days', () => {
    const [one, two] = [freshPiece('WORDS', []), freshPiece('WORDS', [])]
    expect(lastDay([one])).toBe(0)
    two.opens = { kind: 'AFTER_DAYS', days: 4, at: '08:00' }
    expect(lastDay([one, two])).toBe(5)
  })
})
