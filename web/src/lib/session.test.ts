import { afterEach, describe, expect, it, vi } from 'vitest'
import { reach } from './api/reach.svelte'
import { session } from './session.svelte'

/** A server that keeps a role, as it answers. */
function server(role: string | null, demo: boolean) {
  const asked: string[] = []
  vi.stubGlobal('document', { cookie: '' })
  vi.stubGlobal('fetch', async (path: string, init: RequestInit) => {
    asked.push(`${init.method} ${path}`)
    if (init.method === 'POST') role = (JSON.parse(String(init.body)) as { role: string }).role
    return new Response(JSON.stringify(path.endsWith('/site') ? { name: 'Osier End', altitudeM: 140 } : { role, demo }))
  })
  return asked
}

describe('who is looking', () => {
  afterEach(() => vi.unstubAllGlobals())

  it('is the owner in a demo where nobody was picked, and nobody elsewhere', async () => {
    const asked = server(null, true)
    await session.load()
    expect(session.role).toBe('OWNER')
    expect(session.site?.name).toBe('Osier End')
    expect(asked).toEqual(['GET /api/v1/session', 'GET /api/v1/site', 'POST /api/v1/session'])
    server(null, false)
    await session.load()
    expect(session.role).toBeNull()
    expect([session.mayKey, session.mayPlan]).toEqual([false, false])
  })

  it('is who was picked last, however slowly the first answers come', async () => {
    const answers: (() => void)[] = []
    vi.stubGlobal('document', { cookie: '' })
    vi.stubGlobal('fetch', async (_: string, init: RequestInit) => {
      await new Promise<void>((answer) => answers.push(answer))
      return new Response(JSON.stringify({ role: (JSON.parse(String(init.body)) as { role: string }).role, demo: true }))
    })
    const both = Promise.all([session.pick('OWNER'), session.pick('KEEPER')])
    await vi.waitFor(() => expect(answers).toHaveLength(1))
    answers[0]?.()
    await vi.waitFor(() => expect(answers).toHaveLength(2))
    answers[1]?.()
    await both
    expect(session.role).toBe('KEEPER')
  })

  it('may do what their role and those below may', async () => {
    const may = async (role: string) => {
      server(role, true)
      await session.load()
      return [session.mayKey, session.mayPlan, session.may('OWNER')]
    }
    expect(await may('VISITOR')).toEqual([false, false, false])
    expect(await may('KEEPER')).toEqual([true, false, false])
    expect(await may('LEAD')).toEqual([true, true, false])
    expect(await may('OWNER')).toEqual([true, true, true])
  })
})

describe('what is within reach', () => {
  it('is said to be kept only as long as the server does not answer', () => {
    reach.saw('/chambers/1', new Headers({ 'X-Kept-From': 'Wed, 25 Nov 2026 20:00:00 GMT' }))
    expect(reach.keptFrom?.toISOString()).toBe('2026-11-25T20:00:00.000Z')
    // What needs no record is answered all the same, and says nothing of what does.
    reach.saw('/rehearsals', new Headers())
    expect(reach.keptFrom).not.toBeNull()
    reach.saw('/chambers/1', new Headers())
    expect(reach.keptFrom).toBeNull()
  })

  it('says that a tab is older than the server, and not because of what was kept', () => {
    reach.saw('/site', new Headers({ 'X-Kiln-Page': 'a' }))
    reach.saw('/site', new Headers({ 'X-Kiln-Page': 'b', 'X-Kept-From': 'Wed, 25 Nov 2026 20:00:00 GMT' }))
    expect(reach.outdated).toBe(false)
    reach.saw('/site', new Headers({ 'X-Kiln-Page': 'b' }))
    expect(reach.outdated).toBe(true)
    reach.saw('/site', new Headers({ 'X-Kiln-Page': 'a' }))
    expect(reach.outdated).toBe(false)
  })
})
