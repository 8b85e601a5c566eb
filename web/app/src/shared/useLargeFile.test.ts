import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { AWAY, FakeServer, Says } from '../testing/fakeServer'
import { useLargeFile } from './useLargeFile'

const MB = 1 << 20
const UPLOADS = '/offers/3/uploads'

/** A server that takes pieces, and can be cut off. */
function server(size: number) {
  const at = { offset: 0, cut: 0 }
  const arrived = () => ({ id: 'u1', name: 'film.mp4', size, offset: at.offset })
  const fake = new FakeServer({
    [`POST ${UPLOADS}`]: arrived,
    [`GET ${UPLOADS}/u1`]: arrived,
    [`DELETE ${UPLOADS}/u1`]: {},
    [`POST ${UPLOADS}/u1/whole`]: { offer: { files: [{ id: 9 }] } },
    [`PATCH ${UPLOADS}/u1`]: (piece: unknown) => {
      if (at.cut > 0) {
        at.cut--
        return AWAY
      }
      at.offset += (piece as Blob).size
      return arrived()
    },
  })
  return { at, fake, asked: () => fake.asked.map(({ method, path }) => `${method} ${path}`) }
}

const film = (size: number) => new File([new Uint8Array(size)], 'film.mp4', { lastModified: 5 })

describe('A large file', () => {
  beforeEach(() => vi.useFakeTimers())
  afterEach(() => {
    vi.useRealTimers()
    localStorage.clear()
  })

  it('goes in pieces, and is taken over when all of it is there', async () => {
    const { asked } = server(2.5 * MB)
    const { send, going } = useLargeFile(3)
    const view = await send(film(2.5 * MB))
    expect(view!.offer.files).toHaveLength(1)
    expect(asked()).toEqual([
      'POST /offers/3/uploads',
      'PATCH /offers/3/uploads/u1?offset=0',
      `PATCH /offers/3/uploads/u1?offset=${MB}`,
      `PATCH /offers/3/uploads/u1?offset=${2 * MB}`,
      'POST /offers/3/uploads/u1/whole',
    ])
    expect(going.value).toBeNull()
    expect(localStorage).toHaveLength(0)
  })

  it('waits for a lost line, asks how far it came, and goes on from there', async () => {
    const { at, asked } = server(2 * MB)
    at.cut = 2
    const { send, going } = useLargeFile(3)
    const sending = send(film(2 * MB))
    await vi.advanceTimersByTimeAsync(500)
    expect(going.value!.waiting).toBe(true)
    await vi.advanceTimersByTimeAsync(4000)
    expect(await sending).not.toBeNull()
    expect(asked().filter((one) => one.startsWith('GET'))).toHaveLength(2)
  })

  it('is taken up after a reload, when the same file is chosen again', async () => {
    const { at, fake, asked } = server(2 * MB)
    at.cut = 99
    const first = useLargeFile(3)
    const sending = first.send(film(2 * MB))
    await vi.advanceTimersByTimeAsync(10 * 60_000)
    expect(await sending).toBeNull()
    expect(first.wrong.value).toContain('choose the same file to go on')
    at.cut = 0
    at.offset = MB
    fake.asked.length = 0
    expect(await useLargeFile(3).send(film(2 * MB))).not.toBeNull()
    expect(asked()).toEqual([
      'GET /offers/3/uploads/u1',
      `PATCH /offers/3/uploads/u1?offset=${MB}`,
      'POST /offers/3/uploads/u1/whole',
    ])
  })

  it('is forgotten when it is stopped', async () => {
    const { fake, asked } = server(2 * MB)
    fake.on(`PATCH ${UPLOADS}/u1`, () => new Promise(() => {}))
    const { send, stop, wrong } = useLargeFile(3)
    const sending = send(film(2 * MB))
    await vi.advanceTimersByTimeAsync(10)
    stop()
    expect(await sending).toBeNull()
    expect(wrong.value).toBe('')
    expect(asked().at(-1)).toBe('DELETE /offers/3/uploads/u1')
    expect(localStorage).toHaveLength(0)
  })

  it('says what the server had against it, beside it', async () => {
    server(2 * MB).fake.on(
      `POST ${UPLOADS}`,
      new Says(422, {
        detail: 'refused',
        problems: [{ field: 'file', code: 'no_room', message: 'There is no room.' }],
      }),
    )
    const { send, wrong } = useLargeFile(3)
    expect(await send(film(2 * MB))).toBeNull()
    expect(wrong.value).toContain('There is no room.')
  })
})
