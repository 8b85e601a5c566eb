import { describe, expect, it } from 'vitest'
import { differences, merged, partWords, pathWords, withBack, withPart } from './merging'

describe('Bringing two versions together', () => {
  it('takes what the server added, and keeps what was typed meanwhile', () => {
    const base = { name: 'a', steps: [{ words: 'one' }] }
    const theirs = { name: 'a', steps: [{ id: 5, words: 'one' }] }
    const mine = { name: 'b', steps: [{ words: 'one' }, { words: 'two' }] }
    expect(merged(base, theirs, mine)).toEqual({
      name: 'b',
      steps: [{ id: 5, words: 'one' }, { words: 'two' }],
    })
  })

  it('knows a part by its id when others were put before it or taken out', () => {
    const base = [
      { id: 1, v: 1 },
      { id: 2, v: 1 },
    ]
    const theirs = [
      { id: 1, v: 2 },
      { id: 2, v: 2 },
    ]
    expect(merged(base, theirs, [{ id: 2, v: 1 }])).toEqual([{ id: 2, v: 2 }])
    expect(merged(base, theirs, [{ v: 0 }, ...base])).toEqual([{ v: 0 }, ...theirs])
  })

  it('finds the parts that differ, and who changed each', () => {
    const base = { a: 1, b: { c: 'x', d: 'y' }, list: [1] }
    const mine = { a: 2, b: { c: 'x', d: 'mine' }, list: [1, 2] }
    const theirs = { a: 1, b: { c: 'theirs', d: 'theirs' }, list: [1] }
    expect(differences(base, mine, theirs)).toEqual([
      { path: ['a'], mine: 2, theirs: 1, changedBy: 'me' },
      { path: ['b', 'c'], mine: 'x', theirs: 'theirs', changedBy: 'them' },
      { path: ['b', 'd'], mine: 'mine', theirs: 'theirs', changedBy: 'both' },
      { path: ['list'], mine: [1, 2], theirs: [1], changedBy: 'me' },
    ])
  })

  it('takes lists apart where both hold the same parts', () => {
    const base = [
      { id: 1, words: 'a' },
      { id: 2, words: 'b' },
    ]
    const mine = [
      { id: 1, words: 'a' },
      { id: 2, words: 'mine' },
    ]
    expect(differences(base, mine, base)).toEqual([
      { path: ['1', 'words'], mine: 'mine', theirs: 'b', changedBy: 'me' },
    ])
  })

  it('puts one part in another’s place', () => {
    expect(withPart({ a: [{ b: 1 }, { b: 2 }] }, ['a', '1', 'b'], 3)).toEqual({ a: [{ b: 1 }, { b: 3 }] })
  })

  it.each([
    [['steps', '0', 'email', 'subject'], 'Steps 1 · email · subject'],
    [['handOver', 'byEmail'], 'Hand over · by email'],
    [['name'], 'Name'],
  ])('names %j as %s', (path, words) => {
    expect(pathWords(path)).toBe(words)
  })

  it.each([
    ['', 'nothing'],
    [null, 'nothing'],
    [true, 'yes'],
    [false, 'no'],
    [3, '3'],
    [[], 'none'],
    ['<p>Hello <strong>you</strong></p>', 'Hello you'],
    [[{ kind: 'TEXT', html: '<p>Hello</p>' }], 'TEXT · Hello'],
  ])('shows %j as “%s”', (value, words) => {
    expect(partWords(value)).toBe(words)
  })

  it.each([
    ['what was taken out', [1, 2, 3], [1, 3], [1, 3], [1, 2, 3]],
    ['it beside what was added since', ['a', 'b', 'c'], ['a', 'c'], ['a', 'c', 'd'], ['a', 'b', 'c', 'd']],
    ['the last one', ['a'], [], [], ['a']],
    ['it where all else is gone', ['a', 'b'], ['a'], [], ['b']],
    [
      'it beside what was typed in others since',
      [
        { id: 1, w: 'x' },
        { id: 2, w: 'y' },
      ],
      [{ id: 2, w: 'y' }],
      [{ id: 2, w: 'typed' }],
      [
        { id: 1, w: 'x' },
        { id: 2, w: 'typed' },
      ],
    ],
    [
      'it without an id, too',
      { list: [{ w: 'x' }, { w: 'y' }], name: 'n' },
      { list: [{ w: 'y' }], name: 'n' },
      { list: [{ w: 'typed' }], name: 'm' },
      { list: [{ w: 'x' }, { w: 'typed' }], name: 'm' },
    ],
    ['what it cleared, unless that was set again', { a: 1, b: 2 }, { b: 3 }, { b: 4 }, { a: 1, b: 4 }],
  ])('takes one change back: %s', (_, before, after, now, whole) => {
    expect(withBack<unknown>(before, after, now)).toEqual(whole)
  })
})
