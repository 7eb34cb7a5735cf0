import { afterEach, describe, expect, it, vi } from 'vitest'
import { api, Problem } from './client'

function answering(body: string, status: number) {
  const asked: RequestInit[] = []
  vi.stubGlobal('document', { cookie: 'other=1; XSRF-TOKEN=a%2Fb' })
  vi.stubGlobal('fetch', (_: string, init: RequestInit) => {
    asked.push(init)
    return Promise.resolve(new Response(status === 204 ? null : body, { status }))
  })
  return asked
}

const caught = async (asking: Promise<unknown>) => asking.then(() => null, (problem: Problem) => problem)

describe('the way to the server', () => {
  afterEach(() => vi.unstubAllGlobals())

  it('sends the token with a change and not with a look', async () => {
    const asked = answering('{}', 200)
    await api.get('/chambers')
    await api.put('/chambers/1', { a: 1 })
    expect((asked[0]!.headers as Record<string, string>)['X-XSRF-TOKEN']).toBeUndefined()
    expect((asked[1]!.headers as Record<string, string>)['X-XSRF-TOKEN']).toBe('a/b')
    expect(asked[1]!.body).toBe('{"a":1}')
  })

  it('carries the fields of a problem', async () => {
    answering('{"title":"T","detail":"D","errors":[{"field":"f","given":1,"allowed":"must be 2"}]}', 400)
    const problem = await caught(api.post('/x', {}))
    expect(problem).toMatchObject({ status: 400, title: 'T', detail: 'D', isAway: false })
    expect(problem!.errors[0]!.allowed).toBe('must be 2')
  })

  it('has words for an answer that is no problem document', async () => {
    answering('<html>', 502)
    expect(await caught(api.get('/x'))).toMatchObject({ status: 502, title: 'Something went wrong' })
  })

  it('knows away from wrong', async () => {
    answering('{"title":"T"}', 503)
    expect((await caught(api.get('/x')))!.isAway).toBe(true)
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('network')))
    expect((await caught(api.get('/x')))!.isAway).toBe(true)
  })

  it('takes an empty answer', async () => {
    answering('', 204)
    expect(await api.remove('/chambers/1')).toBeUndefined()
  })
})
