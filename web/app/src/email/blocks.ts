import {
  mdiCardTextOutline,
  mdiFileLinkOutline,
  mdiGestureTapButton,
  mdiGiftOutline,
  mdiImageOutline,
  mdiLinkVariant,
  mdiMinus,
  mdiRss,
  mdiViewColumnOutline,
} from '@mdi/js'
import { nextTick } from 'vue'
import type { EmailBlock, EmailContent, EmailKind } from '../api/types'

type Kind = EmailBlock['kind']

interface BlockKind {
  kind: Kind
  words: string
  icon: string
}

/** What an email can be made of, in the order it is offered. */
export const BLOCK_KINDS: BlockKind[] = [
  { kind: 'TEXT', words: 'Text', icon: mdiCardTextOutline },
  { kind: 'BUTTON', words: 'Button', icon: mdiGestureTapButton },
  { kind: 'PICTURE', words: 'Picture', icon: mdiImageOutline },
  { kind: 'INCENTIVE', words: 'What you give', icon: mdiGiftOutline },
  { kind: 'FILE_LINK', words: 'Link to their pass', icon: mdiFileLinkOutline },
  { kind: 'COLUMNS', words: 'Columns', icon: mdiViewColumnOutline },
  { kind: 'DIVIDER', words: 'Line across', icon: mdiMinus },
  { kind: 'SOCIAL', words: 'Where else to find you', icon: mdiLinkVariant },
  { kind: 'FEED', words: 'Newest of a feed', icon: mdiRss },
]

/** Kinds for one kind of email: a feed is for many, what an offer gives is for its own people. */
export const kindsFor = (email: EmailKind) =>
  BLOCK_KINDS.filter(({ kind }) =>
    email === 'MAILING' ? kind !== 'INCENTIVE' && kind !== 'FILE_LINK' : kind !== 'FEED',
  )

export const wordsOf = (kind: Kind) => BLOCK_KINDS.find((k) => k.kind === kind)!.words

const EMPTY: EmailBlock = {
  kind: 'TEXT',
  html: '',
  label: '',
  target: 'NONE',
  href: '',
  picture: '',
  alt: '',
  columns: [],
  links: [],
  most: 0,
}

/** A new block of a kind, with first words where a block without words would not show. */
export function fresh(kind: Kind, email: EmailKind): EmailBlock {
  const block = { ...structuredClone(EMPTY), kind }
  switch (kind) {
    case 'TEXT':
      return { ...block, html: '<p></p>' }
    case 'BUTTON':
      return email === 'CONFIRMATION'
        ? { ...block, label: 'Yes, that was me', target: 'CONFIRM' }
        : { ...block, label: 'Read on', target: 'LINK' }
    case 'INCENTIVE':
    case 'FILE_LINK':
      return { ...block, label: 'Open it' }
    case 'COLUMNS':
      return { ...block, columns: [{ blocks: [text()] }, { blocks: [text()] }] }
    case 'FEED':
      return { ...block, most: 3 }
    case 'SOCIAL':
      return { ...block, links: [{ name: 'Our shop', href: '' }] }
    default:
      return block
  }
}

function text(): EmailBlock {
  return { ...structuredClone(EMPTY), html: '<p>Some words</p>' }
}

/** An email with a greeting and nothing more. */
export function freshEmail(): EmailContent {
  return {
    subject: '',
    preview: '',
    style: 'FRAMED',
    blocks: [{ ...structuredClone(EMPTY), html: '<p>Hello {{first_name}},</p>' }],
    ownPlain: '',
    linkTags: [],
  }
}

/** Puts the focus on what moves a block, once it is there. */
export async function focusHandle(path: string) {
  await nextTick()
  document.querySelector<HTMLElement>(`[data-path="${path}"] > .handle`)?.focus()
}

/** Every block, those in columns included. */
export function allBlocks(blocks: EmailBlock[]): EmailBlock[] {
  return blocks.flatMap((block) => [block, ...block.columns.flatMap((column) => allBlocks(column.blocks))])
}

/** The addresses an email leads to, each once. */
export function linksOf(email: EmailContent): string[] {
  const links = allBlocks(email.blocks).flatMap((block) => {
    const inText = [...block.html.matchAll(/href="([^"]*)"/g)].map((m) => m[1]!.replaceAll('&amp;', '&'))
    const own = block.kind === 'BUTTON' && block.target === 'LINK' ? [block.href] : []
    const picture = block.kind === 'PICTURE' ? [block.href] : []
    return [...inText, ...own, ...picture, ...block.links.map((link) => link.href)]
  })
  return [...new Set(links.filter(Boolean))]
}

const words = (html: string) =>
  html
    .replace(/<[^>]*>/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()

/** What a block is, in a few words: for a list, and for whoever does not see it. */
export function inShort(block: EmailBlock): string {
  const own: Partial<Record<Kind, string>> = {
    TEXT: words(block.html),
    BUTTON: block.label,
    PICTURE: block.alt,
    FILE_LINK: block.label,
    INCENTIVE: block.label,
    SOCIAL: block.links.map((link) => link.name).join(', '),
    FEED: block.href,
  }
  const said = own[block.kind] ?? ''
  return said ? `${wordsOf(block.kind)}: ${said.slice(0, 60)}` : wordsOf(block.kind)
}
