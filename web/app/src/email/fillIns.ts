import { shallowRef } from 'vue'

/** Fill-ins in text form, `{{name}}` with optional words of their own, and as chips in the editor (rules F1, F2). */

export interface FillIn {
  name: string
  label: string
  /** Not known of some people, or in some emails. */
  maybeUnknown?: true
}

export const FILL_INS: FillIn[] = [
  { name: 'first_name', label: 'First name', maybeUnknown: true },
  { name: 'email', label: 'Email address' },
  { name: 'offer_name', label: 'Name of the offer', maybeUnknown: true },
  { name: 'business_name', label: 'Your business' },
]

const own = shallowRef<FillIn[]>([])

/** Has the business's own fields be fill-ins too. */
export function setOwnFillIns(fields: FillIn[]) {
  own.value = fields
}

const given = shallowRef<FillIn[]>([])

/** Has what the offer on screen gives be fill-ins too, such as a code. */
export function setGivenFillIns(fillIns: { key: string; label: string }[]) {
  given.value = fillIns.map(({ key, label }) => ({ name: key, label }))
}

/** Everything an email may name. */
export const allFillIns = (): FillIn[] => [...FILL_INS, ...given.value, ...own.value]

/** Those that are not always known. */
export const maybeUnknown = (): FillIn[] => [
  ...FILL_INS.filter((fillIn) => fillIn.maybeUnknown),
  ...own.value,
]

const FORM = /\{\{(\w+)\}\}(?:\{\{\^\1\}\}([\s\S]*?)\{\{\/\1\}\})?/g

export const labelOf = (name: string) => allFillIns().find((fillIn) => fillIn.name === name)?.label ?? name

/** A fill-in in text form. Without `words` those set in Setup are used. */
export function textForm(name: string, words: string | null): string {
  return words ? `{{${name}}}{{^${name}}}${words}{{/${name}}}` : `{{${name}}}`
}

const escape = (text: string) =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;')

function withChips(html: string): string {
  return html.replace(FORM, (all, name: string, words?: string) =>
    allFillIns().some((fillIn) => fillIn.name === name)
      ? `<span data-fill-in="${name}"${words ? ` data-words="${words}"` : ''}></span>`
      : all,
  )
}

/** How a text with fill-ins reads to Aoife, the reader all previews imagine. */
export function asAoifeReads(text: string): string {
  const values: Record<string, string> = { first_name: 'Aoife', email: 'aoife@mail.example' }
  return text.replace(FORM, (_, name: string) => values[name] ?? labelOf(name))
}

/** Stored HTML for the editor. Fill-ins inside an address stay text: an attribute holds no chip. */
export function bodyToEditor(html: string): string {
  return html.replace(/(<[^>]*>)|([^<]+)/g, (_, tag?: string, text?: string) => tag ?? withChips(text ?? ''))
}

/** A line of plain text for the editor. */
export function lineToEditor(line: string): string {
  return `<p>${withChips(escape(line))}</p>`
}

function chipsAsText(root: HTMLElement) {
  root.querySelectorAll<HTMLElement>('[data-fill-in]').forEach((chip) => {
    chip.replaceWith(textForm(chip.dataset.fillIn!, chip.dataset.words ?? null))
  })
  return root
}

function fragment(html: string): HTMLElement {
  const root = document.createElement('div')
  root.innerHTML = html
  return root
}

/** What the editor holds, as it is stored: small HTML with fill-ins in text form. */
export function editorToBody(html: string): string {
  const stored = chipsAsText(fragment(html)).innerHTML
  return stored === '<p></p>' ? '' : stored
}

/** What a one-line editor holds, as plain text. */
export function editorToLine(html: string): string {
  return chipsAsText(fragment(html)).textContent ?? ''
}
