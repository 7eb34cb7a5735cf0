import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'

type Handler = (event: Record<string, unknown>) => void
type Place = string | { url: string }

const ORIGIN = 'http://kiln'
const FILES = [
  { url: '/', revision: 'one' },
  { url: '/assets/a.css', revision: null },
  { url: '/assets/a.js', revision: null },
]

/** A browser as far as the worker sees it: caches, a network that can be taken away, and what it answers. The worker is the real one. */
async function browser(files: { url: string; revision: string | null }[], stores = new Map<string, Map<string, Response>>()) {
  const name = (place: Place) => new URL(typeof place === 'string' ? place : place.url, ORIGIN).href
  const open = (store: string) => {
    if (!stores.has(store)) stores.set(store, new Map())
    const kept = stores.get(store)!
    return {
      put: async (place: Place, answer: Response) => void kept.set(name(place), answer),
      match: async (place: Place) => kept.get(name(place))?.clone(),
      delete: async (place: Place) => kept.delete(name(place)),
      keys: async () => [...kept.keys()].map((url) => new Request(url)),
    }
  }
  const handlers: Record<string, Handler[]> = {}
  const world = {
    stores,
    online: true,
    answers: {} as Record<string, () => Response>,
    fetch: async (request: Request) => {
      if (!world.online) throw new TypeError('no network')
      return (world.answers[new URL(request.url).pathname] ?? (() => new Response('not there', { status: 404 })))()
    },
    /** Asks as a page would, and waits for what the worker goes on doing. */
    async ask(path: string, init: { mode?: string; method?: string; accept?: string } = {}) {
      let answer: Promise<Response> | null = null
      const later: Promise<unknown>[] = []
      const request = new Request(`${ORIGIN}${path}`, { method: init.method ?? 'GET', headers: { Accept: init.accept ?? 'application/json' } })
      if (init.mode) Object.defineProperty(request, 'mode', { value: init.mode })
      for (const handler of handlers['fetch'] ?? []) {
        handler({ type: 'fetch', request, respondWith: (given: Promise<Response>) => (answer ??= given), waitUntil: (given: Promise<unknown>) => later.push(given) })
      }
      const given = answer ? await answer : null
      await Promise.all(later)
      return given as Response | null
    },
    async happens(event: string) {
      const later: Promise<unknown>[] = []
      for (const handler of handlers[event] ?? []) handler({ type: event, waitUntil: (given: Promise<unknown>) => later.push(given) })
      await Promise.all(later)
    },
    /** The paths of what is kept, of the application or of what was read. */
    kept: (of: string) =>
      [...stores.entries()]
        .filter(([store]) => store.includes(of))
        .flatMap(([, kept]) => [...kept.keys()].map((each) => new URL(each).pathname))
        .sort(),
  }
  vi.resetModules()
  vi.stubEnv('NODE_ENV', 'production')
  vi.stubGlobal('caches', {
    open: async (store: string) => open(store),
    delete: async (store: string) => stores.delete(store),
    keys: async () => [...stores.keys()],
    match: async (place: Place, options?: { cacheName: string }) => open(options!.cacheName).match(place),
  })
  vi.stubGlobal('location', { origin: ORIGIN, href: `${ORIGIN}/sw.js` })
  vi.stubGlobal('FetchEvent', class {})
  vi.stubGlobal('registration', { scope: `${ORIGIN}/` })
  vi.stubGlobal('fetch', world.fetch)
  vi.stubGlobal('__FILES__', files)
  vi.stubGlobal('self', {
    addEventListener: (event: string, handler: Handler) => (handlers[event] ??= []).push(handler),
    location: { origin: ORIGIN, href: `${ORIGIN}/sw.js` },
    registration: { scope: `${ORIGIN}/` },
    navigator: {
      get onLine() {
        return world.online
      },
    },
    skipWaiting: async () => {},
    clients: { claim: async () => {} },
    caches: globalThis.caches,
  })
  await import('../sw')
  return world
}

const page = (body: string) => new Response(body, { headers: { 'Content-Type': 'text/html', Date: 'Wed, 25 Nov 2026 20:00:00 GMT' } })
const json = (body: string, status = 200) => new Response(body, { status, headers: { 'Content-Type': 'application/json', Date: 'Wed, 25 Nov 2026 20:00:00 GMT' } })

describe('the worker that keeps what was opened', () => {
  let world: Awaited<ReturnType<typeof browser>>

  beforeEach(async () => {
    world = await browser(FILES)
    world.answers = {
      '/': () => page('<link href="/assets/a.css"><script src="/assets/a.js"></script>'),
      '/assets/a.css': () => new Response('css'),
      '/assets/a.js': () => new Response('js'),
      '/chambers/1/card': () => page('the application'),
      '/api/v1/chambers/1': () => json('{"name":"Reedbox"}'),
    }
    await world.happens('install')
    await world.happens('activate')
  })

  afterEach(() => {
    vi.unstubAllGlobals()
    vi.unstubAllEnvs()
  })

  it('keeps the page and all it is made of when it comes', () => {
    expect(world.kept('precache')).toEqual(['/', '/assets/a.css', '/assets/a.js'])
  })

  it('asks the server first, and answers out of reach with what was read, marked with when', async () => {
    expect(await (await world.ask('/api/v1/chambers/1'))!.text()).toBe('{"name":"Reedbox"}')
    world.online = false
    const kept = (await world.ask('/api/v1/chambers/1'))!
    expect(await kept.text()).toBe('{"name":"Reedbox"}')
    expect(kept.headers.get('X-Kept-From')).toBe('Wed, 25 Nov 2026 20:00:00 GMT')
    await expect(world.ask('/api/v1/chambers/2')).rejects.toThrow('no-response')
    expect((await world.ask('/chambers/7/card', { mode: 'navigate' }))!.status).toBe(200)
  })

  it('shows what was read where the server says that it is away', async () => {
    await world.ask('/api/v1/chambers/1')
    world.answers['/api/v1/chambers/1'] = () => json('{}', 503)
    expect(await (await world.ask('/api/v1/chambers/1'))!.text()).toBe('{"name":"Reedbox"}')
    world.answers['/api/v1/chambers/1'] = () => json('{}', 404)
    expect((await world.ask('/api/v1/chambers/1'))!.status).toBe(404)
    world.answers['/api/v1/chambers/1'] = () => json('{}', 503)
    expect(await (await world.ask('/api/v1/chambers/1'))!.text()).toBe('{"name":"Reedbox"}')
  })

  it('keeps no download in the place of the application, however it is opened', async () => {
    world.answers['/api/v1/chambers/1/controllers/2/card.pdf'] = () => new Response('%PDF-1.7', { headers: { 'Content-Type': 'application/pdf' } })
    expect(await world.ask('/api/v1/chambers/1/controllers/2/card.pdf', { mode: 'navigate' })).toBeNull()
    world.answers['/somewhere'] = () => new Response('%PDF-1.7', { headers: { 'Content-Type': 'application/pdf', 'Content-Disposition': 'attachment' } })
    await world.ask('/somewhere', { mode: 'navigate' })
    await world.ask('/api/v1/chambers/1/controllers/2/card.pdf')
    world.online = false
    expect(await (await world.ask('/chambers/1/card', { mode: 'navigate' }))!.text()).toContain('/assets/a.js')
    await expect(world.ask('/api/v1/chambers/1/controllers/2/card.pdf')).rejects.toThrow('no-response')
  })

  it('shows what was read where something before the server says that it is gone', async () => {
    await world.ask('/api/v1/chambers/1')
    for (const status of [502, 504]) {
      world.answers['/api/v1/chambers/1'] = () => new Response('<h1>Bad gateway</h1>', { status })
      expect(await (await world.ask('/api/v1/chambers/1'))!.text()).toBe('{"name":"Reedbox"}')
    }
  })

  it('leaves writing alone, and forgets what was read when somebody else signs in', async () => {
    await world.ask('/api/v1/chambers/1')
    expect(await world.ask('/api/v1/chambers/1', { method: 'PUT' })).toBeNull()
    await world.ask('/api/v1/session', { method: 'POST' })
    expect(world.kept('read')).toEqual([])
  })

  it('keeps what the ward shows, and neither whom people are reached by, nor spans, nor streams', async () => {
    for (const path of ['/api/v1/chambers', '/api/v1/alarms', '/api/v1/ways', '/api/v1/guides']) world.answers[path] = () => json('[]')
    await world.ask('/api/v1/chambers')
    await world.ask('/api/v1/alarms')
    await world.ask('/api/v1/guides')
    expect(await world.ask('/api/v1/ways')).toBeNull()
    expect(await world.ask('/api/v1/chambers/1/timeline')).toBeNull()
    expect(await world.ask('/api/v1/chambers/1/stream', { accept: 'text/event-stream' })).toBeNull()
    expect(world.kept('read')).toEqual(['/api/v1/alarms', '/api/v1/chambers', '/api/v1/guides'])
    world.online = false
    expect((await world.ask('/api/v1/alarms'))!.headers.has('X-Kept-From')).toBe(true)
  })

  it('gives way to a newer one, with all that it kept of the application', async () => {
    const newer = await browser(
      [
        { url: '/', revision: 'two' },
        { url: '/assets/b.js', revision: null },
      ],
      world.stores,
    )
    newer.answers = { '/': () => page('newer'), '/assets/b.js': () => new Response('js') }
    await newer.happens('install')
    await newer.happens('activate')
    expect(newer.kept('precache')).toEqual(['/', '/assets/b.js'])
    newer.online = false
    expect(await (await newer.ask('/chambers/1/card', { mode: 'navigate' }))!.text()).toBe('newer')
  })
})
