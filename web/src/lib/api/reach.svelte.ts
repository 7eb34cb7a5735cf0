/** Whether the server is within reach, and since when what is shown was only kept. */

class Reach {
  /** When the oldest thing on the page was answered, where it was kept and not asked anew; null while the server answers. */
  keptFrom = $state<Date | null>(null)
  /** Whether the server has a newer page than this tab runs. */
  outdated = $state(false)
  #page: string | null = null
  #kept = new Map<string, number>()

  /** Takes note of an answer: what was only kept stays so until it is answered itself, whatever else the server still can. */
  saw(path: string, headers: Headers) {
    const from = headers.get('X-Kept-From')
    if (from === null) this.#kept.delete(path)
    else this.#kept.set(path, Date.parse(from))
    this.keptFrom = this.#kept.size === 0 ? null : new Date(Math.min(...this.#kept.values()))
    const page = headers.get('X-Kiln-Page')
    if (from !== null || page === null) return
    this.#page ??= page
    this.outdated = page !== this.#page
  }
}

export const reach = new Reach()

/** What only asks and never changes anything, and so may be kept. */
const KEPT = /\/api\/v1\/(?!rehearsals|suggestions|calc|stream|join|session\/|account|audit|backups|invitations)/

/** Lets the browser keep what is opened, so that the card can be read at the box without a network. */
export async function keepWithinReach() {
  if (!('serviceWorker' in navigator) || !import.meta.env.PROD) return
  const first = navigator.serviceWorker.controller === null
  await navigator.serviceWorker.register('/sw.js')
  if (!first) return
  await navigator.serviceWorker.ready
  if (navigator.serviceWorker.controller === null) await new Promise((done) => navigator.serviceWorker.addEventListener('controllerchange', done, { once: true }))
  // What was read before it watched has passed it by.
  const read = performance.getEntriesByType('resource').map((each) => each.name)
  await Promise.allSettled([...new Set(read)].filter((name) => KEPT.test(name)).map((name) => fetch(name)))
}
