/** Addresses of the page: /, /new, /telling, /compare, /calendar, /capacity, /people, /account, /record, /backups, /join, /trainer, /tour, /chambers/{id}/{step},
    /chambers/{id}/next-time/{batch}. */

import { STEPS, type StepName } from './steps'

const PLAIN = ['people', 'account', 'record', 'backups', 'join', 'trainer', 'tour'] as const
type Plain = (typeof PLAIN)[number]

export type Route =
  | { page: 'ward' }
  | { page: 'new' }
  | { page: 'telling' }
  | { page: 'compare' }
  | { page: 'calendar' }
  | { page: 'capacity' }
  | { page: Plain }
  | { page: 'chamber'; id: string; step: StepName }
  | { page: 'next-time'; id: string; batch: string }
  | { page: 'lost'; path: string }

export function routeOf(path: string): Route {
  const parts = path.split('?')[0]!.split('/').filter(Boolean)
  if (parts.length === 0) return { page: 'ward' }
  if (parts.length === 1 && parts[0] === 'new') return { page: 'new' }
  if (parts.length === 1 && parts[0] === 'compare') return { page: 'compare' }
  if (parts.length === 1 && parts[0] === 'calendar') return { page: 'calendar' }
  if (parts.length === 1 && parts[0] === 'capacity') return { page: 'capacity' }
  if (parts.length === 1 && parts[0] === 'telling') return { page: 'telling' }
  const plain = PLAIN.find((each) => parts.length === 1 && parts[0] === each)
  if (plain) return { page: plain }
  if (parts[0] === 'chambers' && parts[1] && parts.length <= 3) {
    const step = STEPS.find((each) => each === (parts[2] ?? 'settings'))
    if (step) return { page: 'chamber', id: parts[1], step }
  }
  if (parts[0] === 'chambers' && parts[1] && parts[2] === 'next-time' && parts[3] && parts.length === 4) return { page: 'next-time', id: parts[1], batch: parts[3] }
  return { page: 'lost', path }
}

class Router {
  route = $state.raw<Route>(routeOf(location.pathname))

  constructor() {
    addEventListener('popstate', () => (this.route = routeOf(location.pathname)))
  }

  go(path: string) {
    if (path !== location.pathname + location.search) history.pushState(null, '', path)
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
