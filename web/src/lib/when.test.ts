import { afterEach, describe, expect, it, vi } from 'vitest'

const session = vi.hoisted(() => ({ site: null as { timeZone: string } | null }))
vi.mock('./session.svelte', () => ({ session }))
const { when } = await import('./when')

describe('instants', () => {
  afterEach(() => (session.site = null))

  it('are told in the time of the site, whatever the reader’s device thinks', () => {
    expect(when('2026-11-25T23:30:00Z', 'moment')).toBe('25 Nov 2026, 23:30')
    session.site = { timeZone: 'Pacific/Auckland' }
    expect(when('2026-11-25T23:30:00Z', 'moment')).toBe('26 Nov 2026, 12:30')
    expect(when('2026-11-25T23:30:00Z', 'longDay')).toBe('26 November 2026')
    expect(when('2026-11-25T23:30:00Z', 'day')).toBe('26 Nov 2026')
  })

  it('take what clocks do in summer into account', () => {
    session.site = { timeZone: 'Europe/Berlin' }
    expect(when('2026-01-10T12:00:00Z', 'minute')).toContain('13:00')
    expect(when('2026-07-10T12:00:00Z', 'minute')).toContain('14:00')
  })
})
