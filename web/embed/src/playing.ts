import type { Place } from './quiz'
import type { Drawn } from './wheel'

/** Does what comes before an answer is shown, such as turning a wheel to it. */
export type Turning = (drawn: Drawn) => Promise<void>

const AT_ONCE: Turning = () => Promise.resolve()

/** Brings in what a form needs to be played: another script, only where there is something to play. */
export async function playing(form: HTMLFormElement | null, assets: string, home: Place): Promise<Turning> {
  const game = ['quiz', 'wheel'].find((name) => form?.querySelector(`[data-${name}]`))
  if (!form || !game) return AT_ONCE
  try {
    const { play } = (await import(/* @vite-ignore */ `${assets}${game}.js`)) as {
      play(form: HTMLFormElement, home: Place): Turning | undefined
    }
    return play(form, home) ?? AT_ONCE
  } catch {
    // Without it the form is one page, and works.
    return AT_ONCE
  }
}
