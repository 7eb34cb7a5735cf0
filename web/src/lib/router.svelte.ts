/** Addresses of the page: /, /new, /telling, /compare, /calendar, /capacity, /chambers/{id}/{step}. */

export const STEPS = ['occupant', 'chamber', 'probes', 'loads', 'settings', 'card', 'check', 'faults', 'prove', 'run'] as const
export type StepName = (typeof STEPS)[number]

export type Route =
  | { page: 'ward' }
  | { page: 'new' }
  | { page: 'telling' }
  | { page: 'compare' }
  | { page: 'calendar' }
  | { page: 'capacity' }
  | { page: 'chamber'; id: string; step: StepName }
  | { page: 'lost'; path: string }

export function routeOf(path: string): Route {
  const parts = path.split('/').filter(Boolean)
  if (parts.length === 0) return { page: 'ward' }
  if (parts.length === 1 && parts[0] === 'new') return { page: 'new' }
  if (parts.length === 1 && parts[0] === 'compare') return { page: 'compare' }
  if (parts.length === 1 && parts[0] === 'calendar') return { page: 'calendar' }
  if (parts.length === 1 && parts[0] === 'capacity') return { page: 'capacity' }
  if (parts.length === 1 && parts[0] === 'telling') return { page: 'telling' }
  if (parts[0] === 'chambers' && parts[1] && parts.length <= 3) {
    const step = STEPS.find((each) => each === (parts[2] ?? 'settings'))
    if (step) return { page: 'chamber', id: parts[1], step }
  }
  return { page: 'lost', path }
}

class Router {
  route = $state.raw<Route>(routeOf(location.pathname))

  constructor() {
    addEventListener('popstate', () => (this.route = routeOf(location.pathname)))
  }

  go(path: string) {
    if (path !== location.pathname) history.pushState(null, '', path)
    this.route = routeOf(path)
    scrollTo(0, 0)
    document.getElementById('main')?.focus()
  }
}

export const router = new Router()

/** For links: ordinary clicks stay on the page, everything else is the browser's. */
export function follow(event: MouseEvent) {
  const link = (event.target as Element).closest('a[href^="/"]')
  if (!link || link.hasAttribute('target') || link.hasAttribute('download') || event.defaultPrevented || event.button !== 0 || event.metaKey || event.ctrlKey || event.shiftKey)
    return
  event.preventDefault()
  router.go(link.getAttribute('href')!)
}
