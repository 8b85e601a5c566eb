import { screen } from '@testing-library/vue'
import { afterEach, describe, expect, it } from 'vitest'
import { defineComponent, h } from 'vue'
import When from '../business/When.vue'
import { show } from '../testing/show'
import { useExactDates } from './useExactDates'

const AT = '2020-11-03T08:00:00Z'
const two = defineComponent({ render: () => [h(When, { at: AT }), h(When, { at: AT })] })
const said = () => screen.getAllByText(/2020/).map((time) => time.textContent)

describe('Dates in full', () => {
  afterEach(() => (useExactDates().value = false))

  it('are told for one that is pressed, without pointing', async () => {
    const { user } = await show(two)
    const [short] = said()
    await user.click(screen.getAllByText(short!)[0]!)
    const [first, second] = said()
    expect(first).toMatch(/3 November 2020/)
    expect(second).toBe(short)
    await user.click(screen.getByText(first!))
    expect(said()).toEqual([short, short])
  })

  it('are told everywhere by choice, and stay so', async () => {
    await show(two)
    useExactDates().value = true
    await expect.poll(() => said().every((words) => /3 November 2020/.test(words!))).toBe(true)
    expect(localStorage.getItem('jeton exactDates')).toBe('true')
  })
})
