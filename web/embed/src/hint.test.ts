import { describe, expect, it, vi } from 'vitest'
import { distance, hints, meant } from './hint'

describe('A hint at a mistyped address', () => {
  it.each([
    ['Ann@gmial.com', 'Ann@gmail.com'],
    ['ann@gmail.con', 'ann@gmail.com'],
    ['ann@hotmial.com', 'ann@hotmail.com'],
    ['ann@outlok.com', 'ann@outlook.com'],
    ['ann@yaho.com', 'ann@yahoo.com'],
    ['ann@bindery.con', 'ann@bindery.com'],
    ['ann@bindery.ogr', 'ann@bindery.org'],
  ])('guesses for %s that %s was meant', (typed, likelier) => {
    expect(meant(typed)).toBe(likelier)
  })

  it.each([
    'ann@gmail.com',
    'ann@mail.example',
    'ann@quireandthread.example',
    'ann@post.example',
    'ann',
    '@gmial.com',
    'ann@',
    'ann@me.com',
    'ann@mac.com',
    'ann@live.ie',
    '',
  ])('leaves %s alone', (typed) => {
    expect(meant(typed)).toBeUndefined()
  })

  it.each([
    ['ab', 'ba', 1],
    ['abc', 'abc', 0],
    ['abc', 'abcd', 1],
    ['abcd', 'acbd', 1],
    ['kitten', 'sitting', 3],
    ['', 'abc', 3],
  ])('counts the slips between “%s” and “%s”', (a, b, slips) => {
    expect(distance(a, b)).toBe(slips)
  })

  it('is taken with one press, and asks nobody', () => {
    const asked = vi.fn()
    vi.stubGlobal('fetch', asked)
    document.body.innerHTML = '<div class="jf-field"><input name="email"></div>'
    const email = document.querySelector('input')!
    hints(email)
    email.value = 'ann@gmial.com'
    email.dispatchEvent(new Event('change'))
    document.querySelector('button')!.click()
    expect(email.value).toBe('ann@gmail.com')
    expect(document.querySelector('.jf-hint')).toBeNull()
    expect(asked).not.toHaveBeenCalled()
    vi.unstubAllGlobals()
  })
})
