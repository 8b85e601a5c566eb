import { screen } from '@testing-library/vue'
import { defineComponent, h, ref } from 'vue'
import { describe, expect, it } from 'vitest'
import { show } from '../testing/show'
import NumberField from './NumberField.vue'

async function field(start: number | undefined, optional = false) {
  const number = ref(start)
  const page = defineComponent(
    () => () =>
      h(NumberField as never, {
        label: 'Days',
        optional,
        modelValue: number.value,
        'onUpdate:modelValue': (n: number | undefined) => (number.value = n),
      }),
  )
  const shown = await show(page)
  return { ...shown, number, input: screen.getByLabelText<HTMLInputElement>('Days') }
}

describe('A field for a number', () => {
  it('is a number, whatever is typed', async () => {
    const { user, number, input } = await field(3)
    await user.clear(input)
    expect(number.value).toBe(3)
    expect(await screen.findByText('A number is needed here.')).toBeTruthy()
    await user.type(input, '14')
    expect(number.value).toBe(14)
    expect(screen.queryByText('A number is needed here.')).toBeNull()
  })

  it('may be empty where that means something', async () => {
    const { user, number, input } = await field(7, true)
    await user.clear(input)
    expect(number.value).toBeUndefined()
    await user.type(input, '0')
    expect(number.value).toBe(0)
  })

  it('shows what is put into it from elsewhere, such as a step back', async () => {
    const { number, input } = await field(7)
    number.value = 9
    await expect.poll(() => input.value).toBe('9')
  })
})
