import { beforeAll, describe, expect, it, vi } from 'vitest'

describe('routes', () => {
  let routeOf: (path: string) => unknown
  beforeAll(async () => {
    vi.stubGlobal('location', { pathname: '/' })
    vi.stubGlobal('addEventListener', () => undefined)
    routeOf = (await import('./router.svelte')).routeOf
  })

  it('finds a chamber’s step, settings first', () => {
    expect(routeOf('/chambers/abc')).toEqual({ page: 'chamber', id: 'abc', step: 'settings' })
    expect(routeOf('/chambers/abc/card')).toEqual({ page: 'chamber', id: 'abc', step: 'card' })
  })

  it('is lost rather than wrong', () => {
    expect(routeOf('/chambers/abc/nothing')).toEqual({ page: 'lost', path: '/chambers/abc/nothing' })
    expect(routeOf('/else')).toEqual({ page: 'lost', path: '/else' })
    expect(routeOf('/')).toEqual({ page: 'ward' })
  })
})
