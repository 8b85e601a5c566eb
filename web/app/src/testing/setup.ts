import { cleanup, configure } from '@testing-library/vue'
import { afterEach, expect, vi } from 'vitest'
import { clearDesk } from '../shared/saving/desk'
import { FakeServer } from './fakeServer'

/** What a browser has and jsdom lacks: sizes are never known here, so nothing may depend on them. */
class NoSizes {
  observe() {}
  unobserve() {}
  disconnect() {}
}

vi.stubGlobal('ResizeObserver', NoSizes)
vi.stubGlobal('IntersectionObserver', NoSizes)
vi.stubGlobal('matchMedia', (media: string) => ({
  media,
  matches: false,
  addEventListener() {},
  removeEventListener() {},
}))
vi.stubGlobal('visualViewport', { addEventListener() {}, removeEventListener() {}, width: 1280, height: 800 })
window.scrollTo = () => {}
Element.prototype.scrollIntoView = () => {}
Range.prototype.getClientRects = () => [] as unknown as DOMRectList
Range.prototype.getBoundingClientRect = () => new DOMRect()

// A busy machine takes its time; what never comes still fails.
configure({ asyncUtilTimeout: 8000 })

afterEach(() => {
  cleanup()
  clearDesk()
  localStorage.clear()
  vi.restoreAllMocks()
  document.body.innerHTML = ''
  expect(FakeServer.unexpected.splice(0), 'questions without an answer').toEqual([])
})

// Charts measure their words by a canvas where there is one, and guess where there is none, as here.
HTMLCanvasElement.prototype.getContext = () => null
