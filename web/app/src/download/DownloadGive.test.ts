import { screen, within } from '@testing-library/vue'
import { afterAll, beforeEach, describe, expect, it, vi } from 'vitest'
import { computed, ref } from 'vue'
import type { OfferView } from '../api/types'
import { FakeServer } from '../testing/fakeServer'
import { show } from '../testing/show'
import DownloadGive from './DownloadGive.vue'

/** An upload the test carries on by hand. */
class FakeUpload {
  static last: FakeUpload
  upload: { onprogress?: (event: unknown) => void } = {}
  status = 0
  responseText = ''
  onload?: () => void
  onerror?: () => void
  onabort?: () => void
  path = ''
  constructor() {
    FakeUpload.last = this
  }
  open(_: string, path: string) {
    this.path = path
  }
  setRequestHeader() {}
  send() {}
  abort() {
    this.onabort?.()
  }
  answer(status: number, body: unknown) {
    this.status = status
    this.responseText = JSON.stringify(body)
    this.onload?.()
  }
}

const FILE = { id: 5, name: 'plan.pdf', size: 2_400_000, mediaType: 'application/pdf', hash: 'x' }
const view = (files: unknown[] = [FILE]) =>
  ({
    offer: {
      id: 1,
      files,
      settings: {
        handOver: { page: { heading: 'Your plan', text: '' } },
        confirm: { pages: { colours: {} } },
      },
    },
  }) as unknown as OfferView

async function open(files?: unknown[]) {
  const server = new FakeServer({ 'POST /offers/1/words/preview': { html: '<p>page</p>' } })
  const changed = vi.fn()
  const settings = {
    canRedo: ref(false),
    found: ref(null),
    conflict: ref(null),
    value: ref(null),
    state: ref('saved'),
    savedAt: ref(null),
    problems: ref([]),
    message: ref(''),
    canUndo: computed(() => false),
    problemAt: () => undefined,
  }
  const shown = await show(DownloadGive, { props: { view: view(files), settings, onChanged: changed } })
  const choose = async (file: File) => {
    const picker = screen.getByTestId('file-picker') as HTMLInputElement
    await shown.user.upload(picker, file)
  }
  return { server, changed, choose, ...shown }
}

const file = (name: string, size = 10) => new File(['x'.repeat(size)], name)

describe('What they get', () => {
  const real = XMLHttpRequest
  beforeEach(() => void vi.stubGlobal('XMLHttpRequest', FakeUpload))
  afterAll(() => void vi.stubGlobal('XMLHttpRequest', real))

  it('lists the files with their sizes', async () => {
    await open([FILE, { ...FILE, id: 6, name: 'notes.txt', size: 120, mediaType: 'text/plain' }])
    expect(screen.getByText('2.4 MB · application/pdf')).toBeTruthy()
    expect(screen.getByText('1 kB · text/plain')).toBeTruthy()
    expect(screen.getByText('Drop another file here.')).toBeTruthy()
  })

  it('says what to do first while there is none', async () => {
    await open([])
    expect(screen.getByText('Drop the file they get here.')).toBeTruthy()
  })

  it('shows how far an upload is, and takes over what the server made of it', async () => {
    const { choose, changed } = await open()
    await choose(file('card é.pdf'))
    expect(FakeUpload.last.path).toBe('/api/offers/1/files?name=card%20%C3%A9.pdf')
    FakeUpload.last.upload.onprogress!({ lengthComputable: true, loaded: 30, total: 120 })
    expect(await screen.findByText(/card é.pdf … 25 %/)).toBeTruthy()
    FakeUpload.last.answer(200, { offer: 'new' })
    await expect.poll(() => changed.mock.calls).toEqual([[{ offer: 'new' }]])
    expect(await screen.findByRole('button', { name: 'Choose a file' })).toBeTruthy()
  })

  it('stops an upload and says that nothing was changed', async () => {
    const { user, choose, changed } = await open()
    await choose(file('card.pdf'))
    await user.click(await screen.findByRole('button', { name: 'Stop' }))
    expect((await screen.findByText(/Stopped/)).textContent).toContain('Nothing was changed.')
    expect(changed).not.toHaveBeenCalled()
  })

  it.each([
    [
      'breaks off',
      (u: FakeUpload) => u.onerror!(),
      'The upload broke off. Nothing was changed: try it again.',
    ],
    [
      'is refused',
      (u: FakeUpload) =>
        u.answer(422, {
          detail: 'No.',
          problems: [{ field: 'file', code: 'kind', message: 'Programs cannot be given.' }],
        }),
      'Programs cannot be given.',
    ],
    [
      'meets a full disk',
      (u: FakeUpload) => u.answer(507, { detail: 'No room is left.' }),
      'No room is left.',
    ],
  ])('says so when an upload %s', async (_, end, words) => {
    const { choose } = await open()
    await choose(file('card.pdf'))
    await screen.findByRole('button', { name: 'Stop' })
    end(FakeUpload.last)
    expect(await screen.findByText(words)).toBeTruthy()
    expect(screen.getByText('plan.pdf')).toBeTruthy()
  })

  it('does not send an empty file', async () => {
    const { choose } = await open()
    await choose(file('empty.pdf', 0))
    expect(await screen.findByText('“empty.pdf” is empty. Choose it again.')).toBeTruthy()
    expect(screen.queryByRole('button', { name: 'Stop' })).toBeNull()
  })

  it('replaces a file in its place', async () => {
    const { user, choose } = await open()
    await user.click(screen.getByRole('button', { name: 'Replace plan.pdf' }))
    await choose(file('plan-2.pdf'))
    expect(FakeUpload.last.path).toBe('/api/offers/1/files?name=plan-2.pdf&replaces=5')
  })

  it('asks before a file is removed', async () => {
    const { user, server, changed } = await open()
    server.on('DELETE /offers/1/files/5', view([]))
    await user.click(screen.getByRole('button', { name: 'Remove plan.pdf' }))
    const dialog = within(await screen.findByRole('dialog'))
    expect(changed).not.toHaveBeenCalled()
    await user.click(dialog.getByRole('button', { name: /Remove/ }))
    await expect.poll(() => changed.mock.calls).toHaveLength(1)
  })
})
