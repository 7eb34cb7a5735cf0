import { beforeEach, describe, expect, it, vi } from 'vitest'
import { complaints, keepCheck, keptCheck, rowOf } from './kept'
import { question, until } from './words'

describe('what is typed at the box', () => {
  const store = new Map<string, string>()
  beforeEach(() => {
    store.clear()
    vi.stubGlobal('localStorage', {
      getItem: (key: string) => store.get(key) ?? null,
      setItem: (key: string, value: string) => store.set(key, value),
      removeItem: (key: string) => store.delete(key),
    })
  })

  it('outlives the page, and is forgotten once nothing is left', () => {
    const typed = { display: '28,6', references: { glass: '' } }
    keepCheck('c', { typed, queue: [] })
    expect(keptCheck('c').typed).toEqual(typed)
    keepCheck('c', { typed: { display: '', references: { glass: '' } }, queue: [] })
    expect(store.size).toBe(0)
    store.set('kiln-check-c', 'not ours')
    expect(keptCheck('c').queue).toEqual([])
  })

  it('becomes a row, a point that was made among it', () => {
    const row = rowOf({ display: '28,6', references: { glass: '28.2', spirit: '' } }, { 'ice water': 0 }, 'id', '2026-11-25T10:00:00Z')
    expect(row.display).toBe(28.6)
    expect(row.references).toEqual({ 'ice water': 0, glass: 28.2 })
    expect(row.sure).toBe(false)
  })

  it('is complained about at its field', () => {
    expect(complaints({ display: '', references: {} }, ['glass'])).toEqual({ display: 'must be given', glass: 'at least one reference must be given' })
    expect(complaints({ display: 'warm', references: { glass: '28' } }, ['glass'])).toEqual({ display: 'must be a number' })
    expect(complaints({ display: '28', references: {} }, [])).toEqual({})
  })

  it('is asked about in words', () => {
    expect(question({ kind: 'OTHER_UNIT', field: 'references.glass', given: 98.6, meant: 37 }, 'C')).toBe('glass: 98.6 looks like °F. Was it 37.0 °C?')
    expect(question({ kind: 'JUMP', field: 'display', given: 32, meant: null }, 'C')).toContain('The display: 32.0 is a jump')
    expect(until('2026-11-25T10:00:00Z', Date.parse('2026-11-25T09:16:55Z'))).toBe('43:05 min')
    expect(until('2026-11-25T11:30:00Z', Date.parse('2026-11-25T10:00:00Z'))).toBe('1 h 30 min')
    expect(until('2026-11-25T09:00:00Z', Date.parse('2026-11-25T10:00:00Z'))).toBe('0:00 min')
  })
})
