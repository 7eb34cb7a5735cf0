/// <reference lib="webworker" />
/*
 * Keeps what was opened once within reach when the network or the server is gone: the application itself, and the last answer to what was read of chambers that
 * were opened. What is answered now always comes first; nothing that is written is ever kept here.
 */
import { clientsClaim, type WorkboxPlugin } from 'workbox-core'
import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute, type PrecacheEntry } from 'workbox-precaching'
import { registerRoute } from 'workbox-routing'
import { CacheFirst, NetworkFirst } from 'workbox-strategies'

declare const self: ServiceWorkerGlobalScope
/** Everything that the application is made of, put in when it is built. */
declare const __FILES__: PrecacheEntry[]

const READ = 'kiln-read-2'
/** What names nobody, what belongs to a chamber that was opened here, and what the ward shows of all. */
const KEPT =
  /^\/api\/v1\/(?:(?:session|site|guides|builds|materials|appliance-kinds|profiles)(?:\/|$)|chambers\/[^/]+(?!\/(?:outlook|timeline|alarms|first-things))(?:\/|$)|(?:chambers|ward|outlooks|series|alarms|watched|tasks|calendar|checks\/due)$)/
const STREAMS = 'text/event-stream'

void self.skipWaiting()
clientsClaim()
cleanupOutdatedCaches()
precacheAndRoute(__FILES__)

/** A server without its database says so, as does what stands before a server that is gone; what was read before is better than nothing at the box. */
const isAway = (answer: Response) => [502, 503, 504].includes(answer.status)

/** Marks what was answered before with when, so that the page can say so. */
function marked(kept: Response): Response {
  const headers = new Headers(kept.headers)
  headers.set('X-Kept-From', kept.headers.get('Date') ?? '')
  return new Response(kept.body, { status: kept.status, headers })
}

const read: WorkboxPlugin = {
  cacheWillUpdate: async ({ response }) => {
    const isRead = response.ok && !response.redirected && !response.headers.has('Content-Disposition') && (response.headers.get('Content-Type') ?? '').includes('json')
    return isRead ? response : null
  },
  fetchDidSucceed: async ({ response, state }) => {
    if (!isAway(response)) return response
    if (state) state['away'] = response
    throw new TypeError('away')
  },
  cachedResponseWillBeUsed: async ({ cachedResponse }) => (cachedResponse ? marked(cachedResponse) : null),
  // Where nothing was kept, what the server said of itself is still the best there is.
  handlerDidError: async ({ state }) => state?.['away'] as Response | undefined,
}
const options = { cacheName: READ, plugins: [read], matchOptions: { ignoreVary: true } }
const fresh = new NetworkFirst(options)
// Where the device knows that it has no network, nobody has to wait for the attempt to fail.
const kept = new CacheFirst(options)

registerRoute(
  ({ url, request, sameOrigin }) => sameOrigin && request.mode !== 'navigate' && KEPT.test(url.pathname) && request.headers.get('Accept') !== STREAMS,
  (asked) => (self.navigator.onLine ? fresh : kept).handle(asked),
)

// Every page is the same application. Files to print or to take away are nobody's page: the browser fetches them by itself, and they are kept nowhere.
registerRoute(
  ({ url, request, sameOrigin }) => sameOrigin && request.mode === 'navigate' && !/^\/(api|v3|actuator)\//.test(url.pathname),
  async ({ request }) => {
    const application = () => matchPrecache('/')
    try {
      const answer = await fetch(request)
      return isAway(answer) ? ((await application()) ?? answer) : answer
    } catch (gone) {
      const before = await application()
      if (before) return before
      throw gone
    }
  },
)

// Another person at this device must not find what the one before had read.
for (const method of ['POST', 'DELETE'] as const) {
  registerRoute(
    ({ url, sameOrigin }) => sameOrigin && /^\/api\/v1\/(session|join)(\/|$)/.test(url.pathname),
    async ({ request }) => {
      await caches.delete(READ)
      return fetch(request)
    },
    method,
  )
}
