import { describe, expect, it } from 'vitest'
import type { KeyPlan, Parameter, RehearsalAnswer, SettingsView, Values } from '../api/types'
import { changed, onlyIn } from './revisions'

const revision = (number: number, values: Values): SettingsView => ({
  controllerId: 'c',
  number,
  author: 'Keeper',
  reason: 'x',
  savedAt: '2026-11-24T00:00:00Z',
  values,
  checkId: null,
})
const key = (parameter: Parameter): KeyPlan => ({ parameter, label: parameter, step: 0.1, lowest: 0, highest: 50, factory: null, words: [], offAt: null, also: null, place: null })
const found = (...codes: string[]) => ({ findings: codes.map((code) => ({ code, title: `Title of ${code}` })) }) as unknown as RehearsalAnswer

describe('revisions', () => {
  it('lists what differs in key order, with keys that came and went', () => {
    const before = revision(1, { HIGH_ALARM: 31, SET_VALUE: 28, DIFFERENTIAL: 0.5, ACT_DELAY: 3 })
    const after = revision(2, { HIGH_ALARM: 32, SET_VALUE: 28.6, DIFFERENTIAL: 0.5, OFFSET: 0 })
    expect(changed(before, after, [key('SET_VALUE'), key('DIFFERENTIAL'), key('HIGH_ALARM'), key('OFFSET')])).toEqual([
      { parameter: 'SET_VALUE', from: 28, to: 28.6 },
      { parameter: 'HIGH_ALARM', from: 31, to: 32 },
      { parameter: 'OFFSET', from: null, to: 0 },
      { parameter: 'ACT_DELAY', from: 3, to: null },
    ])
    expect(changed(after, after, [])).toEqual([])
  })

  it('tells what is found with the one and not with the other', () => {
    expect(onlyIn(found('a', 'b', 'b', 'c'), found('a')).map((each) => each.code)).toEqual(['b', 'c'])
    expect(onlyIn(found('a'), found('a', 'b'))).toEqual([])
  })
})
