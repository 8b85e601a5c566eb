import {
  mdiFileOutline,
  mdiGestureTapButton,
  mdiImageOutline,
  mdiMicrophoneOutline,
  mdiMinus,
  mdiMovieOpenOutline,
  mdiText,
} from '@mdi/js'
import type { Opens, PageFile, Piece, PieceContent } from '../api/types'

type Kind = PieceContent['kind']

/** What a page is made of, in the order it is offered. */
export const PIECE_KINDS: { kind: Kind; words: string; icon: string }[] = [
  { kind: 'WORDS', words: 'Words', icon: mdiText },
  { kind: 'RECORDING', words: 'Film or sound', icon: mdiMovieOpenOutline },
  { kind: 'PICTURE', words: 'Picture', icon: mdiImageOutline },
  { kind: 'FILE', words: 'File to take away', icon: mdiFileOutline },
  { kind: 'BUTTON', words: 'Button', icon: mdiGestureTapButton },
  { kind: 'DIVIDER', words: 'Line across', icon: mdiMinus },
]

export const MOST_PIECES = 60

const BLANK: Record<Kind, () => PieceContent> = {
  WORDS: () => ({ kind: 'WORDS', html: '' }),
  RECORDING: () => ({ kind: 'RECORDING', words: '', still: '', mayKeep: false }),
  PICTURE: () => ({ kind: 'PICTURE', hash: '', alt: '' }),
  FILE: () => ({ kind: 'FILE' }),
  BUTTON: () => ({ kind: 'BUTTON', label: '', href: '' }),
  DIVIDER: () => ({ kind: 'DIVIDER' }),
}

/**
 * A new piece. Its number is one that no piece of this page has had, as far as it can be seen.
 *
 * @param known numbers under which people did something
 */
export function freshPiece(kind: Kind, pieces: Piece[], known: number[] = []): Piece {
  const id = 1 + Math.max(0, ...pieces.map((piece) => piece.id), ...known)
  return { id, title: '', opens: { kind: 'AT_ONCE', days: 0 }, content: BLANK[kind](), tags: [] }
}

/** Whether a piece has to do with a file. */
export const usesFile = (content: PieceContent, id: number) =>
  mainFile(content) === id || (content.kind === 'RECORDING' && content.captions === id)

/** The file a piece cannot be without. */
export const mainFile = (content: PieceContent) =>
  content.kind === 'RECORDING' || content.kind === 'FILE' ? content.file : undefined

export const sizeWords = (octets: number) =>
  octets < 1_000_000
    ? `${Math.max(1, Math.round(octets / 1000))} kB`
    : `${(octets / 1_000_000).toFixed(1)} MB`

const ENDING = /\.([a-z0-9]{1,5})$/i

/** A piece in a line: “film, 6:20 · captions”. */
export function inShort(content: PieceContent, files: PageFile[]): string {
  const file = files.find((one) => one.id === mainFile(content))
  switch (content.kind) {
    case 'RECORDING': {
      const what = file ? (file.film ? 'film' : 'sound') : 'film or sound, none yet'
      const length = file?.length ? `, ${file.length}` : ''
      const more = [content.captions ? 'captions' : '', content.words ? 'words to read' : '']
      return [what + length, ...more.filter(Boolean)].join(' · ')
    }
    case 'FILE':
      return file
        ? `file, ${ENDING.exec(file.name)?.[1]?.toUpperCase() ?? file.mediaType}, ${sizeWords(file.size)}`
        : 'file, none yet'
    case 'PICTURE':
      return content.hash ? 'picture' : 'picture, none yet'
    case 'BUTTON':
      return content.label ? `button: ${content.label}` : 'button'
    case 'DIVIDER':
      return 'line across'
    default:
      return 'words'
  }
}

export function iconOf(content: PieceContent, files: PageFile[]): string {
  const file = files.find((one) => one.id === mainFile(content))
  return content.kind === 'RECORDING' && file && !file.film
    ? mdiMicrophoneOutline
    : PIECE_KINDS.find(({ kind }) => kind === content.kind)!.icon
}

/** When a piece opens: “2 days later at 08:00”. */
export function opensInShort(opens: Opens): string {
  if (opens.kind === 'AFTER_DAYS') {
    const days =
      opens.days === 0 ? 'the same day' : opens.days === 1 ? 'a day later' : `${opens.days} days later`
    return `${days}${opens.at ? ` at ${opens.at.slice(0, 5)}` : ''}`
  }
  if (opens.kind === 'AT_MOMENT') {
    if (!opens.moment) return 'on a day to choose'
    const at = new Date(opens.moment)
    const day = at.toLocaleDateString('en-GB', { day: 'numeric', month: 'short' })
    return `on ${day} at ${opens.moment.slice(11, 16)}`
  }
  return 'at once'
}

/** After how many days everything of a page is open; what opens at a moment of its own is not counted. */
export const lastDay = (pieces: Piece[]) =>
  Math.max(0, ...pieces.map(({ opens }) => (opens.kind === 'AFTER_DAYS' ? opens.days + 1 : 0)))
