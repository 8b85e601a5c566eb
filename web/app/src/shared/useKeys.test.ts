import { afterEach, describe, expect, it } from 'vitest'
import { defineComponent, h } from 'vue'
import { show } from '../testing/show'
import ConfirmDialog from './ConfirmDialog.vue'
import { useKeys } from './useKeys'
import { singleKeys } from './useSingleKeys'

function listening(open = false) {
  const pressed: string[] = []
  const Screen = defineComponent(() => {
    useKeys({ r: () => pressed.push('r'), 'mod+k': () => pressed.push('k') })
    return () =>
      h('div', [
        h('input', { 'aria-label': 'Words' }),
        h(ConfirmDialog, { modelValue: open, title: 'Sure?', keep: 'Keep', action: 'Go' }, () => 'x'),
      ])
  })
  return { pressed, Screen }
}

describe('Keys of a view', () => {
  afterEach(() => (singleKeys.value = true))

  it('do something where nobody writes', async () => {
    const { pressed, Screen } = listening()
    const { user, getByLabelText } = await show(Screen)
    await user.keyboard('r')
    await user.type(getByLabelText('Words'), 'r')
    expect(pressed).toEqual(['r'])
    await user.keyboard('{Control>}k{/Control}')
    expect(pressed).toEqual(['r', 'k'])
  })

  it('rest under a dialog', async () => {
    const { pressed, Screen } = listening(true)
    const { user } = await show(Screen)
    await user.keyboard('r')
    expect(pressed).toEqual([])
  })

  it('can be switched off, but for those with Ctrl', async () => {
    singleKeys.value = false
    const { pressed, Screen } = listening()
    const { user } = await show(Screen)
    await user.keyboard('r{Control>}k{/Control}')
    expect(pressed).toEqual(['k'])
  })
})
