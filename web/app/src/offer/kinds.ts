import type { Component } from 'vue'
import type { OfferKind } from '../api/types'
import { coupon } from '../coupon/kind'
import { download } from '../download/kind'
import { privatePage } from '../privatepage/kind'
import { quiz } from '../quiz/kind'
import { wheel } from '../wheel/kind'

/** The kinds of offer there are so far, each from its own room; nothing else asks which kind an offer is. */
const KINDS = { DOWNLOAD: download, COUPON: coupon, PRIVATE_PAGE: privatePage, QUIZ: quiz, WHEEL: wheel }

type Known = keyof typeof KINDS

export const kindOf = (kind: OfferKind) => KINDS[kind as Known] ?? download

/** What is chosen in a rehearsal before the sign-up, for a kind that is played first. */
export const playedBy = (kind: OfferKind) => (kindOf(kind) as { rehearse?: Component }).rehearse

/** What a new offer can give, with a sentence and a drawing each. */
export const KIND_CHOICES = (Object.keys(KINDS) as Known[]).map((value) => ({
  value: value as OfferKind,
  words: KINDS[value].words,
  sentence: KINDS[value].sentence,
  drawing: KINDS[value].drawing,
}))
