import { screen } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import { defineComponent, h } from 'vue'
import { show } from '../testing/show'
import { useInAddress } from './useInAddress'

const page = defineComponent({
  setup() {
    const part = useInAddress<string>('part', 'asks', ['asks', 'looks'])
    return () =>
      h('button', { onClick: () => (part.value = part.value === 'asks' ? 'looks' : 'asks') }, part.value)
  },
})
const now = () => screen.getByRole('button').textContent

describe('What is open, in the address', () => {
  it('begins where the address says, and with the usual where it says nothing it knows', async () => {
    const shown = await show(page, { at: '/today?part=looks' })
    expect(now()).toBe('looks')
    shown.unmount()
    await show(page, { at: '/today?part=nothing' })
    expect(now()).toBe('asks')
  })

  it('is written there beside what else there is, but not where it is the usual', async () => {
    const { user, router } = await show(page, { at: '/today?form=3' })
    await user.click(screen.getByRole('button'))
    await expect.poll(() => router.currentRoute.value.fullPath).toBe('/today?form=3&part=looks')
    await user.click(screen.getByRole('button'))
    await expect.poll(() => router.currentRoute.value.fullPath).toBe('/today?form=3')
  })

  it('follows the address', async () => {
    const { router } = await show(page, { at: '/today' })
    await router.push('/today?part=looks')
    await expect.poll(now).toBe('looks')
  })
})
