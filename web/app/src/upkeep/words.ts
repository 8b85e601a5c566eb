import type { BackupRun, Upkeep } from '../api/types'

type KeptKind = Upkeep['kept'][number]['kind']

/** What is kept for a while only, and what its going means. */
export const KEPT: Record<KeptKind, { words: string; hint: string }> = {
  NETWORKS: {
    words: 'Networks of sign-ups',
    hint: 'From where somebody signed up and confirmed. When, how and to which words they agreed stays.',
  },
  CONFIRM_LINKS: {
    words: 'Old links to confirm',
    hint: 'Until then, a link that ran out offers a new one.',
  },
  SIGHTINGS: {
    words: 'Where forms were seen',
    hint: 'Pages of your site, with how often.',
  },
  CONNECTION_LOGS: {
    words: 'What connections were told',
    hint: 'Requests and answers of hooks and outside lists. Who was told stays.',
  },
  SIGN_INS: {
    words: 'Sign-ins to Jeton',
    hint: 'When, and from which network.',
  },
  READINGS: {
    words: 'Who read which email',
    hint: 'Opened, clicked, left by it. Numbers stay; filters by what was read reach back this far.',
  },
  UNUSED_FILES: {
    words: 'Files nothing uses',
    hint: 'Counted from when the last offer, page or email let go of them.',
  },
}

export const BY: Record<BackupRun['by'], string> = {
  PLAN: 'by night',
  HAND: 'by hand',
  COMMAND: 'by command',
}

/** Octets as people say them: "412 kB", "1.4 GB". */
export function size(octets: number): string {
  const units = ['B', 'kB', 'MB', 'GB', 'TB']
  let n = octets
  let unit = 0
  while (n >= 1000 && unit < units.length - 1) {
    n /= 1000
    unit++
  }
  return `${n < 10 && unit > 0 ? n.toFixed(1) : Math.round(n)} ${units[unit]}`
}

/** What became of a back-up, in a line. */
export function outcome(run: BackupRun): string {
  const n = (count: number) => count.toLocaleString('en-GB')
  switch (run.state) {
    case 'RUNNING':
      return `${run.said || 'Being begun'} …`
    case 'GOOD':
      return `${n(run.kept)} rows (${size(run.octets)}), ${n(run.files)} ${run.files === 1 ? 'file' : 'files'}`
    case 'CUT_OFF':
      return 'Cut off: Jeton was stopped meanwhile. Nothing of it counts.'
    default:
      return `Not made: ${run.said}.`
  }
}
