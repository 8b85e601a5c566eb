import { screen } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import { defineComponent, h } from 'vue'
import type { OfferView } from '../api/types'
import { FakeServer } from '../testing/fakeServer'
import { show } from '../testing/show'
import { useTrack } from './useTrack'

const as = (state: string) => ({ offer: { id: 1, state, version: 1, settings: {} } }) as unknown as OfferView

describe('An offer with its track', () => {
  it('keeps what a change answered, when a look that began before it answers later', async () => {
    const server = new FakeServer({ 'GET /offers/1': as('DRAFT') })
    let track: ReturnType<typeof useTrack>
    const page = defineComponent({
      setup() {
        track = useTrack(1)
        return () => h('p', track.view.value?.offer.state)
      },
    })
    await show(page)
    await screen.findByText('DRAFT')
    let answer: (view: OfferView) => void = () => {}
    server.on('GET /offers/1', () => new Promise<OfferView>((resolve) => (answer = resolve)))
    const look = track!.refresh()
    await expect.poll(() => server.asked.length).toBeGreaterThan(1)
    track!.take(as('LIVE'))
    answer(as('DRAFT'))
    await look
    expect(track!.view.value?.offer.state).toBe('LIVE')
  })
})
