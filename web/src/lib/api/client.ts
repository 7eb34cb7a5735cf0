import createClient from 'openapi-fetch'
import { reach } from './reach.svelte'
import type { paths } from './schema'

/** One field that the server refused. */
export interface FieldProblem {
  field: string
  given: unknown
  allowed: string
  /** Line of a document that was sent, the first being 1. */
  line?: number
}

/** A problem as the server tells it (RFC 9457), or one of the way to it. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly errors: FieldProblem[] = [],
    /** On a conflict: what is in force now. */
    readonly current: unknown = null,
  ) {
    super(detail || title)
  }

  /** The server or its database is away: what was asked can be asked again as it is. */
  get isAway(): boolean {
    return this.status === 0 || this.status === 503
  }
}

/** Told to the page where the server no longer knows who is asking: a session was ended elsewhere, or is too old. */
export const SIGNED_OUT = 'kiln-signed-out'

const CSRF_COOKIE = /(?:^|; )XSRF-TOKEN=([^;]*)/

/** What is asked, as {@link fetch} takes it. The library would make a Request of it, whose body cannot be looked at before it is sent, and which wants a whole address. */
class Asked {
  constructor(
    readonly path: string,
    readonly init: RequestInit & { headers: Headers },
  ) {}

  get method(): string {
    return this.init.method ?? 'GET'
  }
}

/** Who asks for more than may be worked out at once is told to wait a moment: so long at most (s), and so often, the page waits by itself. Nothing was done by then. */
const LONGEST_WAIT_S = 5
const MOST_WAITS = 12

const moment = (seconds: number, signal: AbortSignal | null | undefined) =>
  new Promise<void>((done, stopped) => {
    const ended = setTimeout(done, 1000 * seconds)
    signal?.addEventListener('abort', () => {
      clearTimeout(ended)
      stopped(signal.reason)
    })
  })

async function send(asked: Asked, waits = 0): Promise<Response> {
  const { path, method, init } = asked
  const token = CSRF_COOKIE.exec(document.cookie)?.[1]
  if (method !== 'GET' && token) init.headers.set('X-XSRF-TOKEN', decodeURIComponent(token))
  let response: Response
  try {
    response = await fetch(path, init)
  } catch (failed) {
    if (init.signal?.aborted) throw failed
    throw away()
  }
  reach.saw(path.replace(ROOT, ''), response.headers)
  if (response.ok) return response
  const waitS = Number(response.headers.get('Retry-After') ?? NaN)
  if (response.status === 429 && waitS <= LONGEST_WAIT_S && waits < MOST_WAITS) {
    await moment(waitS, init.signal)
    return send(asked, waits + 1)
  }
  if (response.status === 401) globalThis.dispatchEvent?.(new Event(SIGNED_OUT))
  const problem = (await response.json().catch(() => ({}))) as Record<string, unknown>
  throw new Problem(
    response.status,
    String(problem['title'] ?? 'Something went wrong'),
    String(problem['detail'] ?? `The server answered ${response.status}.`),
    (problem['errors'] as FieldProblem[] | undefined) ?? [],
    problem['current'] ?? null,
  )
}

const away = () => new Problem(0, 'Kiln Ward does not answer', 'The server cannot be reached. What you typed is kept on this page.')

const ROOT = '/api/v1'

/** The places of the server as it describes them, without what they all begin with. */
type Places = { [Path in keyof paths as Path extends `/api/v1${infer Rest}` ? Rest : never]: paths[Path] }

/**
 * Asks the server; paths, what is sent and what is answered are typed by its own description. What is refused is thrown as a {@link Problem}, so that an answer
 * has its data, but where none is given.
 */
const client = createClient<Places>({
  baseUrl: ROOT,
  headers: { Accept: 'application/json' },
  Request: Asked as unknown as typeof Request,
  fetch: (asked) => send(asked as unknown as Asked),
})

/** What was answered. */
export async function dataOf<Data>(answer: Promise<{ data?: Data }>): Promise<Exclude<Data, undefined>> {
  return (await answer).data as Exclude<Data, undefined>
}

/** How long a page that could not be read waits before it asks again (ms). */
const AGAIN_MS = 3000

/**
 * Reads what a page cannot do without. While the server is away it is told why each time and tried again, so that a page opened too early comes by itself;
 * what is refused is told once.
 */
export async function untilRead(read: () => Promise<void>, told: (problem: Problem) => void, signal: AbortSignal): Promise<void> {
  while (!signal.aborted) {
    try {
      return await read()
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      if (signal.aborted) return
      told(failed)
      if (!failed.isAway) return
    }
    await new Promise((done) => setTimeout(done, AGAIN_MS))
  }
}

type Complete<Given> = Given extends object ? { [Field in keyof Given]: Complete<Given[Field]> } : Exclude<Given, '' | null | undefined>

/** What somebody typed, complete or not: the server refuses what is missing, at its field. */
export const asTyped = <Given>(typed: Given) => typed as Complete<Given>

/** A document sent as it is, so that a refusal can name its lines. */
const asText = { headers: { 'Content-Type': 'text/plain;charset=utf-8' }, bodySerializer: (text: string) => text } as const

/** A file sent as it is. */
const asFile = { headers: { 'Content-Type': 'application/octet-stream' }, bodySerializer: (file: unknown) => file as Blob } as const

/** Posts something that is answered line by line, each a document of its own. */
async function lines<T>(answer: Promise<{ data?: ReadableStream<Uint8Array> | null }>, online: (line: T) => void, signal: AbortSignal): Promise<void> {
  const reader = (await dataOf(answer))!.pipeThrough(new TextDecoderStream() as ReadableWritablePair<string, Uint8Array>).getReader()
  let rest = ''
  try {
    for (let read = await reader.read(); !read.done; read = await reader.read()) {
      const parts = (rest + read.value).split('\n')
      rest = parts.pop() ?? ''
      for (const part of parts) online(JSON.parse(part) as T)
    }
  } catch (failed) {
    if (signal.aborted || failed instanceof SyntaxError) throw failed
    throw away()
  }
}

export const api = { get: client.GET, post: client.POST, put: client.PUT, remove: client.DELETE, asText, asFile, lines }
