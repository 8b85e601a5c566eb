import { beforeEach, describe, expect, it, vi } from 'vitest'
import { note, noteSignUp, onSignUpElsewhere, visit, visitor } from './memory'

describe('what is remembered of a visitor', () => {
  beforeEach(() => {
    localStorage.clear()
    sessionStorage.clear()
    vi.restoreAllMocks()
  })

  it('counts the pages of a visit, and knows a visitor from an earlier one', () => {
    expect(visit(true)).toMatchObject({ pages: 1, returning: false })
    expect(visit(true)).toMatchObject({ pages: 2, returning: false })
    sessionStorage.clear()
    expect(visit(true)).toMatchObject({ pages: 1, returning: true })
    expect(visit(true)).toMatchObject({ pages: 2, returning: true })
  })

  it('counts no page for another query of the same one', () => {
    visit(true)
    expect(visit(false)).toMatchObject({ pages: 1 })
    expect(visit(true)).toMatchObject({ pages: 2 })
  })

  it('has one random id for a visitor, and none where nothing can be kept', () => {
    const id = visitor()
    expect(id).toMatch(/^[0-9a-f]{30}$/)
    note('a', 'shown')
    expect(visitor()).toBe(id)
    localStorage.clear()
    expect(visitor()).not.toBe(id)
    localStorage.clear()
    vi.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
      throw new Error('blocked')
    })
    expect(visitor()).toBe('')
  })

  it('hears of an offer signed up for in another tab', () => {
    const heard = vi.fn()
    onSignUpElsewhere(heard)
    noteSignUp('7')
    window.dispatchEvent(new StorageEvent('storage', { key: 'another' }))
    expect(heard).not.toHaveBeenCalled()
    window.dispatchEvent(new StorageEvent('storage', { key: 'jeton' }))
    expect(heard).toHaveBeenCalledWith(['7'])
  })

  it('keeps how often a form was shown, and when it was closed or declined', () => {
    vi.spyOn(Date, 'now').mockReturnValue(1_700_000_000_500)
    note('a', 'shown')
    note('a', 'shown')
    note('a', 'closed')
    note('b', 'declined')
    expect(visit(true).past).toEqual({
      a: { shown: 2, closed: 1_700_000_000, declined: 0 },
      b: { shown: 0, closed: 0, declined: 1_700_000_000 },
    })
  })

  it('keeps each offer signed up for once', () => {
    noteSignUp('7')
    noteSignUp('7')
    expect(visit(true).done).toEqual(['7'])
  })

  it('does without a storage that is blocked, or that holds something odd', () => {
    localStorage.setItem('jeton', 'not json')
    expect(visit(true)).toMatchObject({ pages: 1, past: {}, done: [] })
    vi.spyOn(Storage.prototype, 'getItem').mockImplementation(() => {
      throw new Error('blocked')
    })
    vi.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
      throw new Error('blocked')
    })
    note('a', 'shown')
    expect(visit(true)).toMatchObject({ pages: 1, returning: false, past: {} })
  })

  it('is one small item in each storage', () => {
    visit(true)
    for (let i = 0; i < 20; i++) note('form' + i, 'shown')
    expect(Object.keys(localStorage)).toEqual(['jeton'])
    expect(Object.keys(sessionStorage)).toEqual(['jeton'])
    expect(localStorage.getItem('jeton')!.length).toBeLessThan(1500)
  })
})
