import { screen } from '@testing-library/vue'
import { describe, expect, it, vi } from 'vitest'
import { computed, ref } from 'vue'
import type { Problem } from '../api/types'
import { show } from '../testing/show'
import SavedNote from './SavedNote.vue'
import type { Document, DocumentState } from './useDocument'

function note(
  state: DocumentState,
  over: { problems?: Problem[]; message?: string; canUndo?: boolean } = {},
) {
  const ways = { undo: vi.fn(), load: vi.fn(), saveOver: vi.fn() }
  const document = {
    state: ref(state),
    savedAt: ref(state === 'saved' ? new Date(2026, 10, 25, 9, 5) : null),
    problems: ref(over.problems ?? []),
    message: ref(over.message ?? ''),
    canUndo: computed(() => over.canUndo ?? false),
    ...ways,
  } as unknown as Document<unknown>
  return show(SavedNote, { props: { document } }).then((shown) => ({ ...shown, ...ways }))
}

describe('How a document stands', () => {
  it.each([
    ['loading', 'Loading …'],
    ['unsaved', 'Saving soon …'],
    ['saving', 'Saving …'],
    ['saved', 'Saved 09:05'],
    ['asking', 'Waiting for your word'],
    ['away', 'Not saved yet: trying again'],
  ] as const)('%s is said as “%s”', async (state, words) => {
    await note(state)
    expect(screen.getByRole('status').textContent).toContain(words)
    expect(screen.queryByRole('button')).toBeNull()
  })

  it('offers undo once something was saved', async () => {
    const { user, undo } = await note('saved', { canUndo: true })
    await user.click(screen.getByRole('button', { name: 'Undo' }))
    expect(undo).toHaveBeenCalledOnce()
  })

  it('offers no undo while a save is under way', async () => {
    await note('saving', { canUndo: true })
    expect(screen.queryByRole('button', { name: 'Undo' })).toBeNull()
  })

  it('says what is wrong, and that nothing typed is lost', async () => {
    await note('refused', { problems: [{ field: 'name', code: 'empty', message: 'The name is empty.' }] })
    expect(screen.getByText('The name is empty.').parentElement!.textContent).toContain(
      'What you typed is still here.',
    )
  })

  it('leaves the choice to the owner after a conflict', async () => {
    const { user, load, saveOver } = await note('conflict', { message: 'Changed in another tab.' })
    expect(screen.getByText(/Changed in another tab/)).toBeTruthy()
    await user.click(screen.getByRole('button', { name: 'Load theirs' }))
    await user.click(screen.getByRole('button', { name: 'Save mine over it' }))
    expect(load).toHaveBeenCalledOnce()
    expect(saveOver).toHaveBeenCalledOnce()
  })
})
