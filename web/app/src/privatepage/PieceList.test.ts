import { screen } from '@testing-library/vue'
import { describe, expect, it } from 'vitest'
import { defineComponent, h, ref } from 'vue'
import type { PageView, Piece } from '../api/types'
import { FakeServer } from '../testing/fakeServer'
import { show } from '../testing/show'
import PieceList from './PieceList.vue'
import { freshPiece } from './pieces'

const FILM = {
  id: 7,
  name: 'bath.mp4',
  size: 1000,
  mediaType: 'video/mp4',
  length: '6:20',
  recording: true,
  film: true,
  plays: true,
  captions: false,
}

async function open(pieces: Piece[], more: Partial<PageView> = {}) {
  const server = new FakeServer({ 'GET /tags': [] })
  const model = ref(pieces)
  const Host = defineComponent({
    setup: () => () =>
      h(PieceList, {
        modelValue: model.value,
        'onUpdate:modelValue': (next: Piece[]) => (model.value = next),
        offerId: 1,
        page: { files: [FILM], pieces: [], people: 0, ...more },
        problemAt: (field: string) => (field === 'gives.pieces[0].title' ? 'Too long.' : undefined),
      }),
  })
  return { server, model, ...(await show(Host)) }
}

const words = (id: number, title: string): Piece => ({ ...freshPiece('WORDS', []), id, title })

describe('The pieces of a page', () => {
  it('begin empty, and say what to do', async () => {
    await open([])
    expect(screen.getByText(/Nothing on the page yet/)).toBeTruthy()
  })

  it('are put in another order by keys, the focus with them', async () => {
    const { user, model } = await open([words(1, 'One'), words(2, 'Two'), words(3, 'Three')])
    screen.getByRole('button', { name: /^Move Three/ }).focus()
    await user.keyboard('{Alt>}{ArrowUp}{ArrowUp}{/Alt}')
    expect(model.value.map(({ title }) => title)).toEqual(['Three', 'One', 'Two'])
    expect(document.activeElement!.getAttribute('aria-label')).toMatch(/^Move Three/)
  })

  it('show how far people get: to the end of a film, and who opened a file', async () => {
    const film = { ...freshPiece('RECORDING', []), id: 1, title: 'The bath' }
    film.content = { kind: 'RECORDING', file: 7, words: '', still: '', mayKeep: false }
    const card = { ...freshPiece('FILE', []), id: 2, title: 'Card' }
    card.content = { kind: 'FILE', file: 7 }
    await open([film, card], {
      people: 20,
      pieces: [
        { piece: 1, opened: 10, toTheEnd: 6 },
        { piece: 2, opened: 5, toTheEnd: 0 },
      ],
    })
    expect(screen.getByText(/60 % to the end/)).toBeTruthy()
    expect(screen.getByText(/25 % opened it/)).toBeTruthy()
    expect(screen.getByText('20 people opened the page')).toBeTruthy()
  })

  it('open one at a time, with what is wrong beside what it is about', async () => {
    const { user } = await open([words(1, 'One'), words(2, 'Two')])
    await user.click(screen.getByRole('button', { name: /^One/ }))
    expect(screen.getByText('Too long.')).toBeTruthy()
    await user.click(screen.getByRole('button', { name: /^Two/ }))
    expect(screen.queryByText('Too long.')).toBeNull()
  })

  it('end at sixty', async () => {
    await open(Array.from({ length: 60 }, (_, i) => words(i + 1, `P${i}`)))
    expect(screen.getByRole('button', { name: 'Add a piece' })).toHaveProperty('disabled', true)
    expect(screen.getByText('A page has at most 60 pieces.')).toBeTruthy()
  })
})
