/*
 * Keeps what was opened once within reach when the network or the server is gone: the application itself, and the last answer to
 * everything that was read. What is answered now always comes first; nothing that is written is ever kept here.
 */
const APP = 'kiln-app-1'
const READ = 'kiln-read-1'

self.addEventListener('install', (event) => {
  event.waitUntil(fetchApp().then(() => self.skipWaiting()))
})

/** The page and everything it is made of, for somebody who goes out of reach after having opened it once. */
async function fetchApp() {
  const cache = await caches.open(APP)
  await cache.add('/')
  const named = async (place) => [...new Set((await (await cache.match(place)).text()).match(/\/assets\/[\w.-]+\.(?:js|css|woff2)/g) ?? [])]
  const assets = await named('/')
  await cache.addAll(assets)
  const styles = assets.filter((asset) => asset.endsWith('.css'))
  await cache.addAll((await Promise.all(styles.map(named))).flat())
}

self.addEventListener('activate', (event) => {
  const old = (names) => Promise.all(names.filter((name) => name !== APP && name !== READ).map((name) => caches.delete(name)))
  event.waitUntil(caches.keys().then(old).then(() => self.clients.claim()))
})

self.addEventListener('fetch', (event) => {
  const { request } = event
  const url = new URL(request.url)
  if (url.origin !== self.location.origin) return
  // Another person at this device must not find what the one before had read.
  if (request.method !== 'GET' && url.pathname === '/api/v1/session') event.waitUntil(caches.delete(READ))
  if (request.method !== 'GET') return
  // Files to print or to take away are nobody's page: the browser fetches them by itself, and they are kept nowhere.
  if (request.mode === 'navigate') {
    if (!/^\/(api|v3|actuator)\//.test(url.pathname)) event.respondWith(fresh(request, APP, '/'))
  }
  // Names of assets carry a hash of what is in them: what is kept is what would come.
  else if (url.pathname.startsWith('/assets/')) event.respondWith(kept(request))
  else if (url.pathname.startsWith('/api/v1/')) event.respondWith(fresh(request, READ, request))
})

async function fresh(request, store, place) {
  const cache = await caches.open(store)
  // Where the device knows that it has no network, nobody has to wait for the attempt to fail.
  const atHand = self.navigator.onLine ? null : await before(cache, place)
  if (atHand) return atHand
  try {
    const answer = await fetch(request)
    // A server without its database says so, as does what stands before a server that is gone; what was read before is better than nothing at the box.
    if (![502, 503, 504].includes(answer.status)) {
      if (answer.ok && isKept(store, answer)) await cache.put(place, answer.clone())
      return answer
    }
    return (await before(cache, place)) ?? answer
  } catch (gone) {
    const kept = await before(cache, place)
    if (kept) return kept
    throw gone
  }
}

/** Of pages only the application itself is kept; of what was read, what the application reads. */
function isKept(store, answer) {
  const type = answer.headers.get('Content-Type') ?? ''
  return !answer.redirected && !answer.headers.has('Content-Disposition') && (store === APP ? type.startsWith('text/html') : type.includes('json'))
}

/** What was answered before, marked with when, so that the page can say so. */
async function before(cache, place) {
  const kept = await cache.match(place, { ignoreVary: true })
  if (!kept) return null
  const headers = new Headers(kept.headers)
  headers.set('X-Kept-From', kept.headers.get('Date') ?? '')
  return new Response(kept.body, { status: kept.status, headers })
}

async function kept(request) {
  const cache = await caches.open(APP)
  const before = await cache.match(request, { ignoreVary: true })
  if (before) return before
  const answer = await fetch(request)
  if (answer.ok) await cache.put(request, answer.clone())
  return answer
}
