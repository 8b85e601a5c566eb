import type { Measure, Tested, TrialResult, TrialView } from '../api/types'

const n = (count: number) => count.toLocaleString('en-GB')

export const TESTED_WORDS: Record<Tested, string> = {
  FORM: 'Form',
  EMAIL: 'Email',
  CONFIRMATION: 'Confirmation email',
}

export const MEASURE_WORDS: Record<Measure, string> = {
  SIGNED_UP: 'who signs up',
  CONFIRMED: 'who confirms',
  OPENED: 'who opens it',
  CLICKED: 'who clicks in it',
}

/** What somebody did who counts, after “60 of 3,012”. */
const DID_WORDS: Record<Measure, string> = {
  SIGNED_UP: 'signed up',
  CONFIRMED: 'confirmed',
  OPENED: 'opened it',
  CLICKED: 'clicked',
}

export const didWords = (did: number, met: number, measure: Measure) =>
  `${n(did)} of ${n(met)} ${DID_WORDS[measure]}`

const inHundred = (loss: number) => {
  const cost = 100 * loss
  return cost < 0.05 ? 'less than 0.1' : cost.toFixed(1)
}

/** A chance in whole per cent that is never quite certain. */
const chanceWords = (chance: number) =>
  chance >= 0.995 ? 'more than 99 %' : `${Math.max(50, Math.round(100 * chance))} %`

/** “B is better with 94 % chance; choosing A would cost 0.6 in 100.” */
export function verdict(result: TrialResult): string {
  if (result.metA === 0 || result.metB === 0) {
    return 'Nobody has met both versions yet.'
  }
  const bLeads = result.chanceOfB >= 0.5
  const better = bLeads ? 'B' : 'A'
  const chance = bLeads ? result.chanceOfB : 1 - result.chanceOfB
  const loss = bLeads ? result.lossOfA : result.lossOfB
  return `${better} is better with ${chanceWords(chance)} chance; choosing ${bLeads ? 'A' : 'B'} would cost ${inHundred(loss)} in 100.`
}

/** How long it still takes, or that it can be ended. */
export function outlook(trial: TrialView): string {
  const result = trial.result!
  if (trial.state !== 'RUNNING' || result.metA === 0 || result.metB === 0) {
    return ''
  }
  if (result.mayEnd) {
    return `It can end: version ${result.mayEnd} is good enough.`
  }
  if (result.daysLeft === undefined) {
    return 'At this pace it will not be decided within 90 days: too few meet it, or both do equally well. Take the one you like.'
  }
  return `At this pace it takes about ${n(result.daysLeft)} more ${result.daysLeft === 1 ? 'day' : 'days'}.`
}

/** A trial in one line. */
export function inShort(trial: TrialView): string {
  if (trial.state === 'DRAFT') {
    return 'Version B is being written; nobody meets it yet.'
  }
  if (trial.state === 'ENDED') {
    return `Version ${trial.taken} was taken${trial.byItself ? ', by itself' : ''}. ${verdict(trial.result!)}`
  }
  return `Two versions are being tried. ${verdict(trial.result!)}`
}
