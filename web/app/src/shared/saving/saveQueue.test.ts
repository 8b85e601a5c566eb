import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick } from 'vue'
import { ApiFault } from '../api/client'
import { useDocument } from './useDocument'

vi.mock('vue-router', () => ({ onBeforeRouteLeave: () => {} }))

type Words = { words: string }

function open(save: (version: number, value: Words) => Promise<{ version: number; value: Words }>) {
  const scope = effectScope()
  const load = vi.fn(async () => ({ version: 1, value: { words: 'first' } }))
  const document = scope.run(() => useDocument<Words>({ load, save }))!
  return { scope, document, load }
}

async function type(document: ReturnType<typeof open>['document'], words: string) {
  document.value.value!.words = words
  await nextTick()
  await vi.advanceTimersByTimeAsync(700)
}

describe('useDocument', () => {
  beforeEach(() => vi.useFakeTimers())
  afterEach(() => vi.useRealTimers())

  it('saves a pause after the last key, naming the version it was made from', async () => {
    const save = vi.fn(async (version: number, value: Words) => ({ version: version + 1, value }))
    const { document } = open(save)
    await vi.advanceTimersByTimeAsync(0)
    document.value.value!.words = 'a'
    await nextTick()
    await vi.advanceTimersByTimeAsync(300)
    expect(save).not.toHaveBeenCalled()
    await type(document, 'ab')
    expect(save.mock.calls).toEqual([[1, { words: 'ab' }]])
    expect(document.state.value).toBe('saved')
  })

  it('keeps what was typed when somebody else saved first, and saves over only when told to', async () => {
    const save = vi
      .fn(async (version: number, value: Words) => ({ version: version + 1, value }))
      .mockRejectedValueOnce(new ApiFault(409, 'changed meanwhile'))
    const { document } = open(save)
    await vi.advanceTimersByTimeAsync(0)
    await type(document, 'mine')
    expect(document.state.value).toBe('conflict')
    expect(document.value.value).toEqual({ words: 'mine' })
    await type(document, 'mine too')
    expect(save).toHaveBeenCalledTimes(1)
    await document.saveOver()
    expect(save).toHaveBeenLastCalledWith(1, { words: 'mine too' })
    expect(document.state.value).toBe('saved')
  })

  it('undoes a save by saving what was there before', async () => {
    const save = vi.fn(async (version: number, value: Words) => ({ version: version + 1, value }))
    const { document } = open(save)
    await vi.advanceTimersByTimeAsync(0)
    await type(document, 'second')
    expect(document.canUndo.value).toBe(true)
    document.undo()
    await vi.advanceTimersByTimeAsync(700)
    expect(save).toHaveBeenLastCalledWith(2, { words: 'first' })
    expect(document.canUndo.value).toBe(false)
  })

  it('tries again by itself while the server is away', async () => {
    const save = vi
      .fn(async (version: number, value: Words) => ({ version: version + 1, value }))
      .mockRejectedValueOnce(new ApiFault(0, 'away'))
    const { document } = open(save)
    await vi.advanceTimersByTimeAsync(0)
    await type(document, 'kept')
    expect(document.state.value).toBe('away')
    expect(document.message.value).toBe(
      'away What you typed is still here; it is saved as soon as that is possible.',
    )
    await vi.advanceTimersByTimeAsync(3100)
    expect(document.state.value).toBe('saved')
    expect(save).toHaveBeenLastCalledWith(1, { words: 'kept' })
  })

  it('shows each problem beside its field', async () => {
    const save = vi.fn(async () => {
      throw new ApiFault(422, 'refused', [{ field: 'words', code: 'empty', message: 'Say something.' }])
    })
    const { document } = open(save)
    await vi.advanceTimersByTimeAsync(0)
    await type(document, '')
    expect(document.state.value).toBe('refused')
    expect(document.problemAt('words')).toBe('Say something.')
    expect(document.problemAt('other')).toBeUndefined()
  })
})
