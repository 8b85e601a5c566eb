import { describe, expect, it } from 'vitest'
import { allBlocks, BLOCK_KINDS, fresh, freshEmail, inShort, linksOf } from './blocks'

describe('blocks', () => {
  it('are whole from the beginning, whatever their kind', () => {
    for (const { kind } of BLOCK_KINDS) {
      const block = fresh(kind, 'FOLLOW_UP')
      expect(Object.keys(block).sort()).toEqual(Object.keys(fresh('TEXT', 'FOLLOW_UP')).sort())
      expect(inShort(block)).not.toBe('')
    }
  })

  it('do not share what they hold', () => {
    const one = fresh('COLUMNS', 'FOLLOW_UP')
    const other = fresh('COLUMNS', 'FOLLOW_UP')
    one.columns[0]!.blocks[0]!.html = '<p>changed</p>'
    expect(other.columns[0]!.blocks[0]!.html).not.toContain('changed')
  })

  it('confirm in a confirmation, and lead somewhere in any other email', () => {
    expect(fresh('BUTTON', 'CONFIRMATION').target).toBe('CONFIRM')
    expect(fresh('BUTTON', 'DELIVERY').target).toBe('LINK')
  })

  it('tell every link once, those in columns and texts too', () => {
    const email = freshEmail()
    const columns = fresh('COLUMNS', 'FOLLOW_UP')
    columns.columns[1]!.blocks.push({ ...fresh('BUTTON', 'FOLLOW_UP'), href: 'https://q.example/a' })
    email.blocks.push(columns, {
      ...fresh('TEXT', 'FOLLOW_UP'),
      html: '<p><a href="https://q.example/b?x=1&amp;y=2">b</a> <a href="https://q.example/a">a</a></p>',
    })
    expect(linksOf(email)).toEqual(['https://q.example/a', 'https://q.example/b?x=1&y=2'])
    expect(allBlocks(email.blocks)).toHaveLength(6)
  })
})
