import { afterEach, describe, expect, it, vi } from 'vitest'
import { api, dataOf, Problem, untilRead } from './client'

const paths: string[] = []

function answering(body: string, status: number) {
  paths.length = 0
  const asked: RequestInit[] = []
  vi.stubGlobal('document', { cookie: 'other=1; XSRF-TOKEN=a%2Fb' })
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
    asked.push(init)
    paths.push(path)
    return Promise.resolve(new Response(status === 204 ? null : body, { status }))
  })
  return asked
}

const caught = async (asking: Promise<unknown>) =>
  asking.then(
    () => null,
    (problem: Problem) => problem,
  )

describe('the way to the server', () => {
  afterEach(() => vi.unstubAllGlobals())

  it('sends the token with a change and not with a look', async () => {
    const asked = answering('{}', 200)
    await api.get('/chambers')
    await api.put('/chambers/{id}', { params: { path: { id: 'a/b' } }, body: { version: 1 } as never })
    expect((asked[0]!.headers as Headers).get('X-XSRF-TOKEN')).toBeNull()
    expect((asked[1]!.headers as Headers).get('X-XSRF-TOKEN')).toBe('a/b')
    expect(paths).toEqual(['/api/v1/chambers', '/api/v1/chambers/a%2Fb'])
    expect(asked[1]!.body).toBe('{"version":1}')
  })

  it('carries the fields of a problem', async () => {
    answering('{"title":"T","detail":"D","errors":[{"field":"f","given":1,"allowed":"must be 2"}]}', 400)
    const problem = await caught(api.post('/session', { body: { role: 'OWNER' } }))
    expect(problem).toMatchObject({ status: 400, title: 'T', detail: 'D', isAway: false })
    expect(problem!.errors[0]!.allowed).toBe('must be 2')
  })

  it('waits by itself where too much is asked at once, and tells of it where it does not end', async () => {
    vi.useFakeTimers()
    let busy = 2
    let asked = 0
    vi.stubGlobal('document', { cookie: '' })
    vi.stubGlobal('fetch', () => {
      asked += 1
      return Promise.resolve(busy-- > 0 ? new Response('{"title":"Too much at once"}', { status: 429, headers: { 'Retry-After': '3' } }) : new Response('{}', { status: 200 }))
    })
    const served = api.get('/chambers')
    await vi.advanceTimersByTimeAsync(6_100)
    await served
    expect(asked).toBe(3)
    busy = 1_000
    const refused = caught(api.get('/chambers'))
    await vi.advanceTimersByTimeAsync(60_000)
    expect(await refused).toMatchObject({ status: 429, title: 'Too much at once' })
    vi.useRealTimers()
  })

  it('has words for an answer that is no problem document', async () => {
    answering('<html>', 502)
    expect(await caught(api.get('/site'))).toMatchObject({ status: 502, title: 'Something went wrong' })
  })

  it('knows away from wrong', async () => {
    answering('{"title":"T"}', 503)
    expect((await caught(api.get('/site')))!.isAway).toBe(true)
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('network')))
    expect((await caught(api.get('/site')))!.isAway).toBe(true)
  })

  it('reads again until the server is there, and not what is refused or wanted no longer', async () => {
    vi.useFakeTimers()
    answering('{}', 200)
    let away = 2
    vi.stubGlobal('fetch', () => Promise.resolve(new Response('{}', { status: away-- > 0 ? 503 : 200 })))
    const told: number[] = []
    const leaving = new AbortController()
    const read = async () => void (await api.get('/site'))
    const reading = untilRead(read, (failed) => told.push(failed.status), leaving.signal)
    await vi.advanceTimersByTimeAsync(10_000)
    await reading
    expect(told).toEqual([503, 503])
    answering('{}', 404)
    await untilRead(read, (failed) => told.push(failed.status), leaving.signal)
    expect(told).toEqual([503, 503, 404])
    away = 1_000
    vi.stubGlobal('fetch', () => Promise.resolve(new Response('{}', { status: away-- > 0 ? 503 : 200 })))
    const left = untilRead(read, (failed) => told.push(failed.status), leaving.signal)
    leaving.abort()
    await vi.advanceTimersByTimeAsync(10_000)
    await left
    expect(told).toHaveLength(3)
    vi.useRealTimers()
  })

  it('sends a document as it is', async () => {
    const asked = answering('{}', 201)
    await api.post('/profiles', { ...api.asText, body: '{"a": 1 }' })
    expect(asked[0]!.body).toBe('{"a": 1 }')
    expect((asked[0]!.headers as Headers).get('Content-Type')).toContain('text/plain')
  })

  it('takes an empty answer', async () => {
    answering('', 204)
    expect(await dataOf(api.remove('/chambers/{id}', { params: { path: { id: '1' } } }))).toBeUndefined()
  })
})
