import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { CheckView, NewRow } from '../api/types'
import { Checks } from './checks.svelte'

const ROW: NewRow = { id: 'r1', at: '2026-11-25T10:00:00Z', display: 28.6, references: { glass: 82.8 }, sure: false }
const check = (rows: number, closed = false) =>
  ({ id: 'k', begunAt: '2026-11-25T09:00:00Z', rows: Array.from({ length: rows }, (_, i) => ({ id: `r${i}` })), closed }) as unknown as CheckView

/** A server that answers by a list, one a request; what was asked is kept. */
function server(...answers: [number, unknown][]) {
  const asked: { method: string; path: string; body: unknown }[] = []
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
    asked.push({ method: init.method ?? 'GET', path, body: init.body ? JSON.parse(init.body as string) : null })
    const [status, body] = answers.shift() ?? [0, null]
    if (status === 0) return Promise.reject(new TypeError('no network'))
    return Promise.resolve(new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/json' } }))
  })
  return asked
}

describe('rows on their way', () => {
  let store: Map<string, string>
  beforeEach(() => {
    store = new Map()
    vi.stubGlobal('document', { cookie: '' })
    vi.stubGlobal('localStorage', {
      getItem: (key: string) => store.get(key) ?? null,
      setItem: (key: string, value: string) => store.set(key, value),
      removeItem: (key: string) => store.delete(key),
    })
  })
  afterEach(() => vi.unstubAllGlobals())

  it('wait here while the server is away, and go with the id they were typed under', async () => {
    const asked = server([0, null], [200, check(1)])
    const checks = new Checks('box')
    await checks.write('k', ROW)
    expect(checks.problem?.isAway).toBe(true)
    expect(checks.waiting('k')).toEqual([ROW])
    expect(store.get('kiln-check-k')).toContain('"r1"')
    await checks.send('k')
    expect(asked.map((each) => (each.body as NewRow).id)).toEqual(['r1', 'r1'])
    expect(checks.waiting('k')).toEqual([])
    expect(store.size).toBe(0)
    expect(checks.all).toHaveLength(1)
  })

  it('are asked about, and what was meant is written', async () => {
    const asked = server([422, { current: [{ kind: 'OTHER_UNIT', field: 'references.glass', given: 82.8, meant: 28.22 }] }], [200, check(1)])
    const checks = new Checks('box')
    await checks.write('k', ROW)
    expect(checks.doubted?.doubts[0]?.kind).toBe('OTHER_UNIT')
    await checks.send('k')
    expect(asked).toHaveLength(1)
    await checks.settle('meant')
    expect(asked[1]?.body).toEqual({ ...ROW, references: { glass: 28.22 }, sure: true })
    expect(checks.doubted).toBeNull()
  })

  it('go back into the fields to be mended', async () => {
    server([422, { current: [{ kind: 'JUMP', field: 'display', given: 28.6, meant: null }] }])
    const checks = new Checks('box')
    await checks.write('k', ROW)
    await checks.settle('mend')
    expect(checks.waiting('k')).toEqual([])
    expect(checks.typed('k')).toEqual({ display: '28.6', references: { glass: '82.8' } })
  })

  it('that cannot be taken at all come back with the reason', async () => {
    server([400, { title: 'Some values cannot be used', errors: [{ field: 'at', given: null, allowed: 'must not be in the future' }] }])
    const checks = new Checks('box')
    await checks.write('k', ROW)
    expect(checks.problem?.errors[0]?.field).toBe('at')
    expect(checks.typed('k').display).toBe('28.6')
    expect(checks.waiting('k')).toEqual([])
  })

  it('are not overwritten by an answer that was asked for before them', async () => {
    let late: (response: Response) => void = () => {}
    vi.stubGlobal('fetch', (_path: string, init: RequestInit) =>
      init.method === 'POST' ? Promise.resolve(new Response(JSON.stringify(check(2)), { status: 200 })) : new Promise<Response>((resolve) => (late = resolve)),
    )
    const checks = new Checks('box')
    const loading = checks.load()
    await checks.write('k', ROW)
    late(new Response(JSON.stringify([check(1)]), { status: 200 }))
    await loading
    expect(checks.all?.[0]?.rows).toHaveLength(2)
  })

  it('leave an offset that does not follow to be asked about', async () => {
    server([422, { current: [{ slip: 'WRONG_SIGN', follows: -0.4, remaining: 0.8 }] }], [200, check(3, true)])
    const checks = new Checks('box')
    const offset = { seen: 0, shown: 0.4, setShown: null, note: '', sure: false }
    expect(await checks.keyIn('k', offset)).toBeNull()
    expect(checks.slipped?.slip.slip).toBe('WRONG_SIGN')
    expect(checks.problem).toBeNull()
    expect(await checks.keyIn('k', { ...offset, sure: true })).not.toBeNull()
    expect(checks.slipped).toBeNull()
    expect(checks.open).toEqual([])
  })
})
