import type { Task } from './proof'

/** What the server answers and what we remember. Names are short where they travel or are stored. */

export type Shape = 'IN_PAGE' | 'POP_UP' | 'SLIDE_IN' | 'BAR'
export type TriggerKind = 'AT_ONCE' | 'AFTER_SECONDS' | 'AT_SCROLL' | 'ON_LEAVING' | 'ON_CLICK' | 'WHEN_IDLE'

export interface Shown {
  key: string
  /** Key of its offer. */
  o: string
  shape: Shape
  label: string
  html: string
  css: string
  trigger: { kind: TriggerKind; amount: number }
  corner: 'NONE' | 'LEFT' | 'RIGHT'
  cornerWords: string
  foot: boolean
  ourFont: boolean
  wrong: string
}

export interface Answer {
  css: string
  forms: Shown[]
}

/** Times shown; when it was closed or declined, in epoch seconds, 0 for never. */
export interface Past {
  shown: number
  closed: number
  declined: number
}

/** What the server says to a sign-up. */
export interface Reply {
  html?: string
  goTo?: string
  closesAfter?: number
  /** Key of what was played for. */
  result?: string
  problems?: { field: string; code: string; message: string }[]
  challenge?: Task
  detail?: string
}

/** Where we are: our server, and the site as it is known there. */
export interface Home {
  base: string
  site: string
  /** The site's own function that is told what happens to forms, if it named one. */
  tell?: string
}

export type Undo = () => void
