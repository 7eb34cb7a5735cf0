import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { KeyPlan } from '../api/types'
import { answersOf, keepWalk, keptWalk } from './walk'

const key = (parameter: KeyPlan['parameter'], step: number): KeyPlan => ({
  parameter,
  label: parameter,
  step,
  lowest: 0,
  highest: 100,
  factory: null,
  words: [],
  offAt: null,
  also: null,
  place: null,
})

describe('going through a card', () => {
  beforeEach(() => {
    const store = new Map<string, string>()
    vi.stubGlobal('localStorage', {
      getItem: (name: string) => store.get(name) ?? null,
      setItem: (name: string, value: string) => store.set(name, value),
      removeItem: (name: string) => store.delete(name),
    })
  })

  it('tells what was read from what was not, with a comma as well', () => {
    const keys = [key('SET_VALUE', 0.1), key('DIFFERENTIAL', 0.1), key('HIGH_ALARM', 0.1), key('LOW_ALARM', 0.1)]
    const wanted = { SET_VALUE: 28.6, DIFFERENTIAL: 0.6, HIGH_ALARM: 31, LOW_ALARM: 25 }
    expect(answersOf(keys, wanted, { SET_VALUE: '28,6', DIFFERENTIAL: '0.7', HIGH_ALARM: 'thirty' })).toEqual({
      SET_VALUE: 'same',
      DIFFERENTIAL: 'differs',
      HIGH_ALARM: 'unreadable',
    })
  })

  it('goes on where it was left, for that revision alone', () => {
    keepWalk('c', 3, { phase: 'read', at: 2, shown: { SET_VALUE: '28.6' }, tried: {} })
    expect(keptWalk('c', 3)).toEqual({ phase: 'read', at: 2, shown: { SET_VALUE: '28.6' }, tried: {} })
    expect(keptWalk('c', 4)).toEqual({ phase: 'key', at: 0, shown: {}, tried: {} })
    keepWalk('c', 3, null)
    expect(keptWalk('c', 3).phase).toBe('key')
    localStorage.setItem('kiln-walk-c-3', '{"phase":"elsewhere","at":-1}')
    expect(keptWalk('c', 3)).toEqual({ phase: 'key', at: 0, shown: {}, tried: {} })
  })
})
