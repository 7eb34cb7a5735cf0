import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { LogEntryView, NewLogEntry } from '../api/types'
import { keep, waiting } from './kept'
import { entryTitle, told } from './words'

const store = new Map<string, string>()
vi.stubGlobal('localStorage', {
  getItem: (key: string) => store.get(key) ?? null,
  setItem: (key: string, value: string) => store.set(key, value),
  removeItem: (key: string) => store.delete(key),
})

const entry = (id: string) => ({ id, kind: 'MISTED', at: '2026-11-26T08:00:00Z', said: '' }) as NewLogEntry

describe('what waits', () => {
  beforeEach(() => store.clear())

  it('stays in order until it is sent, by chamber', () => {
    keep('a', [entry('1'), entry('2')])
    expect(waiting('a').map((each) => each.id)).toEqual(['1', '2'])
    expect(waiting('b')).toEqual([])
    keep('a', [])
    expect(store.size).toBe(0)
  })

  it('is nothing where something else was kept', () => {
    store.set('kiln-log-a', '{"not":"a list"}')
    expect(waiting('a')).toEqual([])
    store.set('kiln-log-a', 'torn')
    expect(waiting('a')).toEqual([])
  })

  it('is told in words and in the unit of the reader', () => {
    const topped = { kind: 'TOPPED_UP', amount: 0.2, unit: 'LITRES', pieces: null, temperatureC: 25, humidityPct: 71 } as LogEntryView
    expect(told(topped, 'F')).toBe('Topped up 200 ml, 77.0 °F, 71 %RH')
    expect(told({ ...topped, kind: 'LOST', amount: null, pieces: 2, temperatureC: null, humidityPct: null }, 'C')).toBe('Taken out 2')
    expect(entryTitle('TOPPED_UP 0.2')).toBe('Topped up 0.2')
  })
})
