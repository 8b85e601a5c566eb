import { screen } from '@testing-library/vue'
import { describe, expect, it, vi } from 'vitest'
import { ref } from 'vue'
import type { Problem } from '../api/types'
import { show } from '../testing/show'
import SavedNote from './SavedNote.vue'
import type { Difference } from './saving/merging'
import type { Document, DocumentState } from './saving/useDocument'

const BOTH: Difference[] = [
  { path: ['name'], mine: 'Plan', theirs: 'The plan', changedBy: 'both' },
  { path: ['handOver', 'byEmail'], mine: false, theirs: true, changedBy: 'them' },
]

function note(
  state: DocumentState,
  over: { problems?: Problem[]; message?: string; canUndo?: boolean; found?: boolean } = {},
) {
  const ways = {
    undo: vi.fn(),
    redo: vi.fn(),
    resolve: vi.fn(),
    takeUp: vi.fn(),
    leaveIt: vi.fn(),
  }
  const document = {
    state: ref(state),
    savedAt: ref(state === 'saved' ? new Date(2026, 10, 25, 9, 5) : null),
    problems: ref(over.problems ?? []),
    message: ref(over.message ?? ''),
    canUndo: ref(over.canUndo ?? false),
    canRedo: ref(false),
    found: ref(over.found ? { draft: { at: '2026-11-25T13:00:00Z' } } : null),
    conflict: ref(state === 'conflict' ? { parts: BOTH } : null),
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
    ['signedOut', 'Not saved yet: sign in again'],
  ] as const)('%s is said as “%s”', async (state, words) => {
    await note(state)
    expect(screen.getByRole('status').textContent).toContain(words)
    expect(screen.queryByRole('button')).toBeNull()
  })

  it.each(['saved', 'saving', 'away'] as const)('takes a step back while %s', async (state) => {
    const { user, undo } = await note(state, { canUndo: true })
    await user.click(screen.getByRole('button', { name: 'Undo' }))
    expect(undo).toHaveBeenCalledOnce()
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Redo' }).disabled).toBe(true)
  })

  it('offers what was not saved before the page was closed', async () => {
    const { user, takeUp, leaveIt } = await note('saved', { found: true })
    await user.click(screen.getByRole('button', { name: 'Restore it' }))
    await user.click(screen.getByRole('button', { name: 'Discard it' }))
    expect(takeUp).toHaveBeenCalledOnce()
    expect(leaveIt).toHaveBeenCalledOnce()
  })

  it('says what is wrong, and that nothing typed is lost', async () => {
    await note('refused', { problems: [{ field: 'name', code: 'empty', message: 'The name is empty.' }] })
    expect(screen.getByText('The name is empty.').parentElement!.textContent).toContain(
      'What you typed is still here.',
    )
  })

  it('lays out both versions after a conflict, and saves what is chosen of each part', async () => {
    const { user, resolve } = await note('conflict', { message: 'Changed in another tab.' })
    expect(screen.getByText(/Somebody saved this while you were at it/)).toBeTruthy()
    await user.click(screen.getByRole('button', { name: 'See what differs' }))
    const [name, byEmail] = await screen.findAllByRole('group')
    expect(name!.textContent).toContain('Plan')
    expect(byEmail!.querySelector<HTMLInputElement>('input:checked')!.parentElement!.textContent).toContain(
      'Theirs',
    )
    await user.click(screen.getByRole('button', { name: 'Save what I chose' }))
    expect(resolve).toHaveBeenCalledExactlyOnceWith([BOTH[1]])
  })
})
