import { reach } from '../reach.svelte'

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

const CSRF_COOKIE = /(?:^|; )XSRF-TOKEN=([^;]*)/

async function send(method: string, path: string, body: unknown, accept: string, signal?: AbortSignal): Promise<Response> {
  const headers: Record<string, string> = { Accept: accept }
  if (body !== undefined) headers['Content-Type'] = body instanceof Blob ? body.type : 'application/json'
  const token = CSRF_COOKIE.exec(document.cookie)?.[1]
  if (method !== 'GET' && token) headers['X-XSRF-TOKEN'] = decodeURIComponent(token)
  let response: Response
  try {
    response = await fetch(`/api/v1${path}`, {
      method,
      headers,
      body: body === undefined ? null : body instanceof Blob ? body : JSON.stringify(body),
      signal: signal ?? null,
    })
  } catch (failed) {
    if (signal?.aborted) throw failed
    throw away()
  }
  reach.saw(path, response.headers)
  if (response.ok) return response
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

async function ask<T>(method: string, path: string, body?: unknown, signal?: AbortSignal): Promise<T> {
  const response = await send(method, path, body, 'application/json', signal)
  return response.status === 204 ? (undefined as T) : ((await response.json()) as T)
}

/** Posts something that is answered line by line, each a document of its own. */
async function lines<T>(path: string, body: unknown, online: (line: T) => void, signal: AbortSignal): Promise<void> {
  const response = await send('POST', path, body, 'application/x-ndjson', signal)
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader()
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

export const api = {
  get: <T>(path: string) => ask<T>('GET', path),
  post: <T>(path: string, body: unknown, signal?: AbortSignal) => ask<T>('POST', path, body, signal),
  lines,
  /** Posts a document as it is, so that a refusal can name its lines. */
  postText: <T>(path: string, text: string) => ask<T>('POST', path, new Blob([text], { type: 'text/plain;charset=utf-8' })),
  put: <T>(path: string, body: unknown) => ask<T>('PUT', path, body),
  remove: (path: string) => ask<void>('DELETE', path),
}
