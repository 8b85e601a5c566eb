import { describe, expect, it } from 'vitest'

const SCREENS = import.meta.glob<string>('./**/*.vue', { query: '?raw', import: 'default', eager: true })

describe('Dialogs', () => {
  it('each have a name, so that whoever cannot see them knows where they are', () => {
    const nameless = Object.entries(SCREENS).flatMap(([file, text]) =>
      [...text.matchAll(/<v-dialog\b(?:"[^"]*"|[^>"])*>/g)]
        .filter(([tag]) => !/:?aria-label(ledby)?=/.test(tag))
        .map(() => file),
    )
    expect(nameless).toEqual([])
  })
})
