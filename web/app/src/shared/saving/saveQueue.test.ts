import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { ApiFault } from '../../api/client'
import { clearDesk, layDown, leftBehind, resumeAll, saveAll, setWriter, takeUp } from './desk'
import type { SaveQueue, Versioned } from './saveQueue'

type Words = { id?: number; words: string; more?: string }
type Save = (version: number, value: Words) => Promise<Versioned<Words>>

const KEY = 'offer 1'
const next: Save = async (version, value) => ({ version: version + 1, value })

/** A server's document, as one of several who look at it sees it. */
function open(save: Save = next, load = async () => ({ version: 1, value: { words: 'first' } as Words })) {
  const saved = vi.fn(save)
  const loaded = vi.fn(load)
  const queue = takeUp<Words>(KEY, '/offers/1/give', { load: loaded, save: saved })
  return { queue, save: saved, load: loaded }
}

async function type(queue: SaveQueue<Words>, words: string, ms = 700) {
  queue.value.value!.words = words
  await vi.advanceTimersByTimeAsync(ms)
}

/** What another page of the same browser has left behind. */
function foundDraft(value: Words, version: number, owner = 'owner@quireandthread.example') {
  const draft = { version, base: { words: 'first' }, value, at: '2026-11-25T13:00:00Z', owner }
  localStorage.setItem(`jeton.draft ${KEY} another`, JSON.stringify(draft))
}

const drafts = () => Object.keys(localStorage).filter((name) => name.startsWith('jeton.draft'))

describe('A document on its way to the server', () => {
  beforeEach(() => {
    vi.useFakeTimers()
    setWriter('owner@quireandthread.example')
  })
  afterEach(() => {
    clearDesk()
    localStorage.clear()
    vi.useRealTimers()
  })

  it('is saved a pause after the last key, naming the version it was made from', async () => {
    const { queue, save } = open()
    await vi.advanceTimersByTimeAsync(0)
    await type(queue, 'a', 300)
    expect(save).not.toHaveBeenCalled()
    await type(queue, 'ab')
    expect(save.mock.calls).toEqual([[1, { words: 'ab' }]])
    expect(queue.state.value).toBe('saved')
  })

  it('is saved now and then by whoever types without a pause', async () => {
    const { queue, save } = open()
    await vi.advanceTimersByTimeAsync(0)
    for (let i = 0; i < 13; i++) {
      await type(queue, 'x'.repeat(i + 1), 500)
    }
    expect(save).toHaveBeenCalledTimes(1)
  })

  it('has one request in flight, and the newest state after it', async () => {
    let answer = () => {}
    const slow: Save = (version, value) =>
      new Promise((resolve) => (answer = () => resolve({ version: version + 1, value })))
    const { queue, save } = open(slow)
    await vi.advanceTimersByTimeAsync(0)
    await type(queue, 'a')
    await type(queue, 'ab')
    await type(queue, 'abc')
    expect(save).toHaveBeenCalledTimes(1)
    answer()
    await vi.advanceTimersByTimeAsync(0)
    expect(save.mock.calls).toEqual([
      [1, { words: 'a' }],
      [2, { words: 'abc' }],
    ])
    answer()
    await vi.advanceTimersByTimeAsync(0)
    expect(queue.state.value).toBe('saved')
  })

  it('sends the newest state after the one in flight when the page goes away', async () => {
    const { queue, save } = open(() => new Promise(() => {}))
    await vi.advanceTimersByTimeAsync(0)
    await type(queue, 'a')
    await type(queue, 'ab', 50)
    window.dispatchEvent(new Event('pagehide'))
    await vi.advanceTimersByTimeAsync(0)
    expect(save.mock.calls).toEqual([
      [1, { words: 'a' }],
      [2, { words: 'ab' }],
    ])
  })

  it('takes over what the server adds, also into what was typed meanwhile and into steps back', async () => {
    let answer = () => {}
    const slow: Save = (version, value) =>
      new Promise((resolve) => (answer = () => resolve({ version: version + 1, value: { ...value, id: 7 } })))
    const { queue } = open(slow)
    await vi.advanceTimersByTimeAsync(0)
    await type(queue, 'a', 2000)
    await type(queue, 'ab')
    answer()
    await vi.advanceTimersByTimeAsync(0)
    expect(queue.value.value).toEqual({ id: 7, words: 'ab' })
    queue.undo()
    expect(queue.value.value).toEqual({ id: 7, words: 'a' })
  })

  it('outlives its screen: what was typed is saved at once', async () => {
    const { queue, save } = open()
    await vi.advanceTimersByTimeAsync(0)
    await type(queue, 'typed', 50)
    layDown(KEY)
    await vi.advanceTimersByTimeAsync(0)
    expect(save).toHaveBeenCalledWith(1, { words: 'typed' })
  })

  it('is still there, with what was wrong with it, when its screen comes back', async () => {
    const refuse: Save = async () => {
      throw new ApiFault(422, 'refused', [{ field: 'words', code: 'empty', message: 'Say something.' }])
    }
    const { queue } = open(refuse)
    await vi.advanceTimersByTimeAsync(0)
    await type(queue, '')
    expect(queue.problemAt('words')).toBe('Say something.')
    layDown(KEY)
    await vi.advanceTimersByTimeAsync(0)
    const again = open(next).queue
    await vi.advanceTimersByTimeAsync(0)
    expect(again.value.value).toEqual({ words: '' })
    expect(again.state.value).toBe('refused')
    await type(again, 'something')
    expect(again.state.value).toBe('saved')
  })

  it('tries again by itself while the server is away, and keeps it in the browser until then', async () => {
    let away = true
    const { queue } = open(async (version, value) => {
      if (away) {
        throw new ApiFault(0, 'Jeton cannot be reached.')
      }
      return next(version, value)
    })
    await vi.advanceTimersByTimeAsync(0)
    await type(queue, 'kept')
    expect(queue.state.value).toBe('away')
    expect(queue.message.value).toContain('What you typed is still here')
    expect(drafts()).toHaveLength(1)
    away = false
    await vi.advanceTimersByTimeAsync(70_000)
    expect(queue.state.value).toBe('saved')
    expect(drafts()).toHaveLength(0)
  })

  it('waits while nobody is signed in, and goes on when somebody is', async () => {
    let signedIn = false
    const { queue, save } = open(async (version, value) => {
      if (!signedIn) {
        throw new ApiFault(401, 'signed out')
      }
      return next(version, value)
    })
    await vi.advanceTimersByTimeAsync(0)
    await type(queue, 'kept')
    await type(queue, 'kept and more', 60_000)
    expect(queue.state.value).toBe('signedOut')
    expect(save).toHaveBeenCalledTimes(1)
    signedIn = true
    resumeAll()
    await vi.advanceTimersByTimeAsync(0)
    expect(save).toHaveBeenLastCalledWith(1, { words: 'kept and more' })
    expect(queue.state.value).toBe('saved')
  })

  it('does not conflict with itself when the answer to a save was lost', async () => {
    let server: Versioned<Words> = { version: 1, value: { words: 'first' } }
    let lost = true
    const { queue, save } = open(
      async (version, value) => {
        if (version !== server.version) {
          throw new ApiFault(409, 'changed meanwhile')
        }
        server = { version: version + 1, value }
        if (lost) {
          lost = false
          throw new ApiFault(0, 'away')
        }
        return server
      },
      async () => server,
    )
    await vi.advanceTimersByTimeAsync(0)
    await type(queue, 'mine')
    await vi.advanceTimersByTimeAsync(4000)
    expect(queue.state.value).toBe('saved')
    expect(save).toHaveBeenCalledTimes(2)
    await type(queue, 'mine too')
    expect(save).toHaveBeenLastCalledWith(2, { words: 'mine too' })
  })

  it('lays out both versions when somebody else saved first, and saves what is chosen, part by part', async () => {
    let server: Versioned<Words> = { version: 1, value: { words: 'first', more: 'old' } }
    const { queue, save } = open(
      async (version, value) => {
        if (version !== server.version) {
          throw new ApiFault(409, 'changed meanwhile')
        }
        return (server = { version: version + 1, value })
      },
      async () => server,
    )
    await vi.advanceTimersByTimeAsync(0)
    server = { version: 2, value: { words: 'theirs', more: 'theirs too' } }
    await type(queue, 'mine')
    expect(queue.state.value).toBe('conflict')
    expect(queue.conflict.value!.parts).toEqual([
      { path: ['words'], mine: 'mine', theirs: 'theirs', changedBy: 'both' },
      { path: ['more'], mine: 'old', theirs: 'theirs too', changedBy: 'them' },
    ])
    await type(queue, 'mine, changed')
    expect(save).toHaveBeenCalledTimes(1)
    queue.resolve(queue.conflict.value!.parts.filter((part) => part.changedBy === 'them'))
    await vi.advanceTimersByTimeAsync(0)
    expect(server).toEqual({ version: 3, value: { words: 'mine, changed', more: 'theirs too' } })
    expect(queue.state.value).toBe('saved')
  })

  it('goes back and forth step by step, whatever the network does', async () => {
    const { queue } = open(async () => {
      throw new ApiFault(0, 'away')
    })
    await vi.advanceTimersByTimeAsync(0)
    await type(queue, 'second', 2000)
    await type(queue, 'third', 2000)
    queue.undo()
    expect(queue.value.value!.words).toBe('second')
    queue.undo()
    expect(queue.value.value!.words).toBe('first')
    expect(queue.canUndo.value).toBe(false)
    queue.redo()
    queue.redo()
    expect(queue.value.value!.words).toBe('third')
    expect(queue.canRedo.value).toBe(false)
  })

  it('saves what a step back brings', async () => {
    const { queue, save } = open()
    await vi.advanceTimersByTimeAsync(0)
    await type(queue, 'second')
    queue.undo()
    await vi.advanceTimersByTimeAsync(700)
    expect(save).toHaveBeenLastCalledWith(2, { words: 'first' })
  })

  it('waits for the owner’s word where a save needs it', async () => {
    const save = vi.fn(next)
    const queue = takeUp<Words>(KEY, '/', {
      load: async () => ({ version: 1, value: { words: 'first' } }),
      save,
      hold: async (value) => value.words.includes('everybody'),
    })
    await vi.advanceTimersByTimeAsync(0)
    await type(queue, 'to everybody')
    expect(queue.state.value).toBe('asking')
    await queue.confirmSave()
    expect(save).toHaveBeenCalledTimes(1)
    expect(queue.state.value).toBe('saved')
  })

  it('offers what a page that is gone had not saved, and saves it when it is taken up', async () => {
    foundDraft({ words: 'lost in a crash' }, 1)
    const { queue, save } = open()
    await vi.advanceTimersByTimeAsync(500)
    expect(queue.found.value!.draft.value.words).toBe('lost in a crash')
    expect(queue.value.value!.words).toBe('first')
    queue.takeUp()
    await vi.advanceTimersByTimeAsync(700)
    expect(save).toHaveBeenCalledWith(1, { words: 'lost in a crash' })
    expect(drafts()).toHaveLength(0)
  })

  it('offers nothing that was saved after all, and nothing of somebody else', async () => {
    foundDraft({ words: 'first' }, 1)
    const { queue } = open()
    await vi.advanceTimersByTimeAsync(500)
    expect(queue.found.value).toBeNull()
    expect(drafts()).toHaveLength(0)
    clearDesk()
    foundDraft({ words: 'theirs' }, 1, 'another@quireandthread.example')
    const again = open().queue
    await vi.advanceTimersByTimeAsync(500)
    expect(again.found.value).toBeNull()
  })

  it('keeps what was typed when it is read anew, and takes over the rest', async () => {
    let server: Versioned<Words> = { version: 1, value: { words: 'first', more: 'old' } }
    const { queue } = open(next, async () => server)
    await vi.advanceTimersByTimeAsync(0)
    queue.value.value!.words = 'typed'
    server = { version: 2, value: { words: 'first', more: 'new' } }
    await queue.load()
    expect(queue.value.value).toEqual({ words: 'typed', more: 'new' })
    await vi.advanceTimersByTimeAsync(700)
    expect(queue.state.value).toBe('saved')
  })

  it('keeps what was typed when its screen comes back, and reads anew what was not', async () => {
    const { queue } = open()
    await vi.advanceTimersByTimeAsync(0)
    await type(queue, 'typed', 10)
    const again = open(next, async () => ({ version: 1, value: { words: 'first', more: 'elsewhere' } })).queue
    await vi.advanceTimersByTimeAsync(0)
    expect(again.value.value!.words).toBe('typed')
    layDown(KEY)
    await vi.advanceTimersByTimeAsync(700)
    expect(again.state.value).toBe('saved')
    const server = { version: 9, value: { words: 'theirs' } }
    open(next, async () => server)
    await vi.advanceTimersByTimeAsync(0)
    expect(again.value.value!.words).toBe('theirs')
  })

  it('is not put back by an answer that a save has overtaken', async () => {
    const { queue } = open()
    await vi.advanceTimersByTimeAsync(0)
    await type(queue, 'typed', 50)
    let answer!: (old: Versioned<Words>) => void
    open(next, () => new Promise((resolve) => (answer = resolve)))
    await queue.flush()
    expect(queue.state.value).toBe('saved')
    answer({ version: 1, value: { words: 'first' } })
    await vi.advanceTimersByTimeAsync(0)
    expect(queue.value.value!.words).toBe('typed')
  })

  it('says so when something else than the server answers, and tries again', async () => {
    const save = vi.fn(next).mockRejectedValueOnce(new ApiFault(409, 'changed meanwhile'))
    const load = vi
      .fn(async () => ({ version: 1, value: { words: 'first' } as Words }))
      .mockResolvedValueOnce({ version: 1, value: { words: 'first' } })
      .mockRejectedValueOnce(new ApiFault(0, 'Jeton cannot be reached.'))
    const { queue } = open(save, load)
    await vi.advanceTimersByTimeAsync(0)
    await type(queue, 'typed')
    expect(queue.state.value).toBe('away')
    await vi.advanceTimersByTimeAsync(4000)
    expect(queue.state.value).toBe('saved')
  })

  it('is told of where it was typed, when it waits for somebody off screen', async () => {
    const { queue } = open(async () => {
      throw new ApiFault(422, 'refused')
    })
    await vi.advanceTimersByTimeAsync(0)
    await type(queue, '')
    expect(leftBehind.value).toEqual([])
    layDown(KEY)
    expect(leftBehind.value).toEqual(['/offers/1/give'])
    open(next)
    expect(leftBehind.value).toEqual([])
  })

  it('says whether everything open could be saved', async () => {
    const { queue } = open()
    await vi.advanceTimersByTimeAsync(0)
    await type(queue, 'typed', 10)
    expect(await saveAll()).toBe(true)
    clearDesk()
    const refused = open(async () => {
      throw new ApiFault(422, 'refused')
    }).queue
    await vi.advanceTimersByTimeAsync(0)
    await type(refused, '', 10)
    expect(await saveAll()).toBe(false)
  })
})
