import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { copies } from './copy'

const told: string[] = []
const clipboard = { writeText: vi.fn() }

function page(code = 'QT-7K2M-9XQ9') {
  document.body.innerHTML = `
    <div data-told="/g/token/told"><strong data-code>${code}</strong>
    <button type="button" data-copy="${code}" hidden>Copy the code</button></div>`
  return document.querySelector('button')!
}

beforeEach(() => {
  told.length = 0
  clipboard.writeText.mockReset().mockResolvedValue(undefined)
  vi.stubGlobal('navigator', { clipboard })
  vi.stubGlobal('fetch', (url: string) => {
    told.push(url)
    return Promise.resolve(new Response(null, { status: 204 }))
  })
  vi.useFakeTimers()
})

afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

describe('a code to copy', () => {
  it('has its button shown where scripts run, and tells that it was seen', () => {
    const button = page()
    expect(copies(document)).toBe(true)
    expect(button.hidden).toBe(false)
    expect(told).toEqual(['/g/token/told/seen'])
  })

  it('is copied by a press, says so for a moment, and tells', async () => {
    const button = page()
    const copied = vi.fn()
    copies(document, copied)
    button.click()
    await vi.advanceTimersByTimeAsync(1)
    expect(clipboard.writeText).toHaveBeenCalledWith('QT-7K2M-9XQ9')
    expect(button.textContent).toBe('Copied')
    expect(told).toContain('/g/token/told/copied')
    expect(copied).toHaveBeenCalledOnce()
    await vi.advanceTimersByTimeAsync(3000)
    expect(button.textContent).toBe('Copy the code')
  })

  it('says what to do where neither way of copying is allowed', async () => {
    clipboard.writeText.mockRejectedValue(new Error('not allowed'))
    document.execCommand = vi.fn(() => false)
    const button = page()
    const copied = vi.fn()
    copies(document, copied)
    button.click()
    await vi.advanceTimersByTimeAsync(1)
    expect(button.textContent).toBe('Mark it and copy it by hand')
    expect(copied).not.toHaveBeenCalled()
    expect(told).not.toContain('/g/token/told/copied')
  })

  it('is told nowhere in a preview, and a page without one has nothing to copy', () => {
    page()
    document.querySelector('div')!.setAttribute('data-told', '')
    copies(document)
    expect(told).toEqual([])
    document.body.innerHTML = '<p>No code</p>'
    expect(copies(document)).toBe(false)
  })
})
