import { describe, expect, it } from 'vitest'
import type { ChamberDueView } from '../api/types'
import type { ChamberDraft } from './draft.svelte'
import { tilesOf } from './tiles'

const full = {
  occupancy: {},
  box: {},
  contents: {},
  room: {},
  power: {},
  appliances: [{}],
  probes: [{}],
  controllers: [{ id: 'c', loops: [{ ratedA: 10, ratedDcA: null }] }],
  looked: null as string[] | null,
}
const finding = (step: string, severity = 'NEEDS_YOU_NOW', code = 'x') => ({ code, severity, remedy: { step } })

function draft(plan: object, findings: object[] | null = [], saved = true, changedKeys = 0) {
  return { plan: { ...full, ...plan }, answer: findings && { findings }, settingsOf: () => (saved ? {} : null), changedKeys } as unknown as ChamberDraft
}

function states(of: ChamberDraft, due: { why: string; due: boolean }[] = []) {
  return Object.fromEntries(tilesOf(of, due.map((each) => ({ due: each })) as unknown as ChamberDueView[]).map(({ step, state }) => [step, state]))
}

describe('tiles', () => {
  it('are full where there is nothing left to do', () => {
    expect(states(draft({}), [{ why: 'DRIFT', due: false }])).toEqual({
      occupant: 'full',
      chamber: 'full',
      probes: 'full',
      loads: 'full',
      settings: 'full',
      card: 'full',
      check: 'full',
      faults: 'half',
      prove: 'empty',
      run: 'empty',
      review: 'empty',
    })
  })

  it('are empty or half where something is missing', () => {
    const nothing = draft({ occupancy: null, box: null, contents: null, room: null, power: null, appliances: [], probes: [], controllers: [] }, null)
    expect(new Set(Object.values(states(nothing)))).toEqual(new Set(['empty']))
    expect(states(draft({ room: null })).chamber).toBe('half')
    expect(states(draft({ controllers: [] })).probes).toBe('half')
    expect(states(draft({ controllers: [{ id: 'c', loops: [{ ratedA: null, ratedDcA: null }] }] })).loads).toBe('half')
    expect(states(draft({}, [], false)).card).toBe('empty')
    expect(states(draft({}, [], true, 2))).toMatchObject({ card: 'half', settings: 'half' })
  })

  it('call where a finding needs somebody now', () => {
    expect(states(draft({}, [finding('PROBES')]))).toMatchObject({ probes: 'due', settings: 'due', loads: 'full' })
    expect(states(draft({}, [finding('LOADS')])).loads).toBe('due')
    expect(states(draft({}, [finding('PROBES', 'MIND_THIS')]))).toMatchObject({ probes: 'full', settings: 'full' })
    expect(states(draft({}, [finding('CHAMBER', 'MIND_THIS', 'stuck-on-harms')])).faults).toBe('due')
    expect(states(draft({}), [{ why: 'DRIFT', due: true }]).check).toBe('due')
    expect(states(draft({}), [{ why: 'NEVER_CHECKED', due: true }]).check).toBe('empty')
  })

  it('of a usual build are not done before somebody has looked', () => {
    const begun = tilesOf(draft({ looked: ['OCCUPANT'] }), [])
    expect(begun.find((tile) => tile.step === 'occupant')).toMatchObject({ state: 'full', says: 'done' })
    expect(begun.find((tile) => tile.step === 'chamber')).toMatchObject({ state: 'half', says: 'begun, not yet looked at' })
  })
})
