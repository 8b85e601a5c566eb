import type { Place } from './quiz'

/** Brings in what a form needs to be played: another script, only where there is something to play. */
export async function playing(form: HTMLFormElement | null, script: string, home: Place) {
  if (!form?.querySelector('[data-quiz]')) return
  try {
    const { play } = (await import(/* @vite-ignore */ script)) as typeof import('./quiz')
    play(form, home)
  } catch {
    // Without it the form is one page, and works.
  }
}
