import { screen } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import { show } from '../testing/show'
import When from './When.vue'

const said = () => screen.getByText(/\d\d:\d\d/).textContent
const days = (n: number) => new Date(Date.now() + n * 86_400_000).toISOString()

describe('A moment', () => {
  it.each([
    [false, /^Today /],
    [true, /^today /],
  ])('has no capital within a sentence (%s)', async (within, words) => {
    await show(When, { props: { at: days(0), within } })
    expect(said()).toMatch(words)
  })
})
