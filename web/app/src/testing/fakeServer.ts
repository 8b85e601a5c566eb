import { vi } from 'vitest'

type Answer = unknown | ((body: unknown) => unknown)

/** Another answer than 200. */
export class Says {
  constructor(
    readonly status: number,
    readonly body: unknown = {},
  ) {}
}

/** Nobody answers. */
export const AWAY = Symbol('away')

/** A server that answers what a test told it to, keeps what it was asked, and refuses everything else loudly. */
export class FakeServer {
  readonly asked: { method: string; path: string; body: unknown }[] = []
  private readonly answers = new Map<string, Answer>()
  /** Questions no test told the answer to; the client would take them for a server that is away. */
  static unexpected: string[] = []

  constructor(answers: Record<string, Answer> = {}) {
    Object.entries(answers).forEach(([question, answer]) => this.answers.set(question, answer))
    vi.stubGlobal('fetch', (url: string, init: RequestInit = {}) => this.answer(url, init))
  }

  /** Answers `GET /people` and the like; the query counts only where it is named. */
  on(question: string, answer: Answer) {
    this.answers.set(question, answer)
    return this
  }

  /** The bodies sent so far. */
  bodies(question: string) {
    return this.asked.filter((a) => `${a.method} ${a.path}` === question).map((a) => a.body)
  }

  private async answer(url: string, init: RequestInit): Promise<Response> {
    const method = init.method ?? 'GET'
    const path = url.replace(/^\/api/, '')
    const body =
      typeof init.body === 'string'
        ? JSON.parse(init.body)
        : init.body instanceof Blob
          ? init.body
          : undefined
    this.asked.push({ method, path, body })
    const exact = `${method} ${path}`
    const question = this.answers.has(exact) ? exact : exact.replace(/\?.*$/, '')
    if (!this.answers.has(question)) {
      FakeServer.unexpected.push(exact)
      throw new TypeError(`No test told what to answer to ${exact}`)
    }
    const told = this.answers.get(question)
    const calledOff = new Promise((_, reject) =>
      init.signal?.addEventListener('abort', () => reject(new DOMException('Called off', 'AbortError'))),
    )
    const answer = await Promise.race([typeof told === 'function' ? told(body) : told, calledOff])
    if (answer === AWAY) {
      throw new TypeError('Failed to fetch')
    }
    const { status, body: said } = answer instanceof Says ? answer : new Says(200, answer)
    return new Response(JSON.stringify(said ?? null), {
      status,
      headers: { 'Content-Type': status < 400 ? 'application/json' : 'application/problem+json' },
    })
  }
}
