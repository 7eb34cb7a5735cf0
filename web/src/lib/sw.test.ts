import { beforeEach, describe, expect, it } from 'vitest'
import source from '../../public/sw.js?raw'

type Handler = (event: Record<string, unknown>) => void

/** A browser as far as the worker sees it: caches, a network that can be taken away, and what it answers. */
function browser() {
  const stores = new Map<string, Map<string, Response>>()
  const name = (place: string | { url: string }) => new URL(typeof place === 'string' ? place : place.url, 'http://kiln').pathname
  const open = (store: string) => {
    if (!stores.has(store)) stores.set(store, new Map())
    const kept = stores.get(store)!
    const put = async (place: string | { url: string }, answer: Response) => void kept.set(name(place), answer)
    return {
      put,
      match: async (place: string | { url: string }) => kept.get(name(place))?.clone(),
      add: async (place: string) => put(place, await world.fetch({ url: place })),
      addAll: async (places: string[]) => Promise.all(places.map(async (place) => put(place, await world.fetch({ url: place })))),
    }
  }
  const handlers: Record<string, Handler> = {}
  const world = {
    stores,
    online: true,
    answers: {} as Record<string, () => Response>,
    fetch: async (request: { url: string }) => {
      if (!world.online) throw new TypeError('no network')
      return (world.answers[name(request)] ?? (() => new Response('not there', { status: 404 })))()
    },
    /** Asks as a page would, and waits for what the worker goes on doing. */
    async ask(path: string, init: { mode?: string; method?: string; destination?: string } = {}) {
      let answer: Promise<Response> | null = null
      const later: Promise<unknown>[] = []
      handlers['fetch']!({
        request: { url: `http://kiln${path}`, method: init.method ?? 'GET', mode: init.mode ?? 'cors', destination: init.destination ?? '' },
        respondWith: (given: Promise<Response>) => (answer = given),
        waitUntil: (given: Promise<unknown>) => later.push(given),
      })
      const given = answer ? await answer : null
      await Promise.all(later)
      return given as Response | null
    },
    async happens(event: string) {
      const later: Promise<unknown>[] = []
      handlers[event]!({ waitUntil: (given: Promise<unknown>) => later.push(given) })
      await Promise.all(later)
    },
  }
  const caches = { open: async (store: string) => open(store), delete: async (store: string) => stores.delete(store), keys: async () => [...stores.keys()] }
  const self = {
    addEventListener: (event: string, handler: Handler) => (handlers[event] = handler),
    location: { origin: 'http://kiln' },
    navigator: { get onLine() { return world.online } },
    skipWaiting: async () => {},
    clients: { claim: async () => {} },
  }
  new Function('self', 'caches', 'fetch', source)(self, caches, (request: { url: string }) => world.fetch(request))
  return world
}

const page = (body: string) => new Response(body, { headers: { 'Content-Type': 'text/html', Date: 'Wed, 25 Nov 2026 20:00:00 GMT' } })
const json = (body: string, status = 200) => new Response(body, { status, headers: { 'Content-Type': 'application/json', Date: 'Wed, 25 Nov 2026 20:00:00 GMT' } })

describe('the worker that keeps what was opened', () => {
  let world: ReturnType<typeof browser>

  beforeEach(async () => {
    world = browser()
    world.answers = {
      '/': () => page('<link href="/assets/a.css"><script src="/assets/a.js"></script>'),
      '/assets/a.css': () => new Response('@font-face{src:url(/assets/f.woff2)}'),
      '/assets/a.js': () => new Response('js'),
      '/assets/f.woff2': () => new Response('font'),
      '/chambers/1/card': () => page('the application'),
      '/api/v1/chambers/1': () => json('{"name":"Reedbox"}'),
    }
    await world.happens('install')
  })

  it('keeps the page and all it is made of when it comes', () => {
    expect([...world.stores.get('kiln-app-1')!.keys()].sort()).toEqual(['/', '/assets/a.css', '/assets/a.js', '/assets/f.woff2'])
  })

  it('asks the server first, and answers out of reach with what was read, marked with when', async () => {
    expect(await (await world.ask('/api/v1/chambers/1'))!.text()).toBe('{"name":"Reedbox"}')
    world.online = false
    const kept = (await world.ask('/api/v1/chambers/1'))!
    expect(await kept.text()).toBe('{"name":"Reedbox"}')
    expect(kept.headers.get('X-Kept-From')).toBe('Wed, 25 Nov 2026 20:00:00 GMT')
    await expect(world.ask('/api/v1/chambers/2')).rejects.toThrow('no network')
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
    await expect(world.ask('/api/v1/chambers/1/controllers/2/card.pdf')).rejects.toThrow('no network')
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
    expect(world.stores.has('kiln-read-1')).toBe(false)
  })

  it('throws away what an older one kept', async () => {
    world.stores.set('kiln-app-0', new Map())
    await world.happens('activate')
    expect(world.stores.has('kiln-app-0')).toBe(false)
    expect(world.stores.has('kiln-app-1')).toBe(true)
  })
})
