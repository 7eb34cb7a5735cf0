import { describe, expect, it } from 'vitest'
import type { ChamberPlan, KeyPlan, Values } from '../api/types'
import { alignKeys, countChanges, fieldErrors, missingParts, same, unknownHabits } from './draft'
import { APPLIANCE_NAMES } from '../words'

const key = (parameter: KeyPlan['parameter'], step = 0.1): KeyPlan => ({
  parameter,
  label: parameter,
  step,
  lowest: parameter === 'DIFFERENTIAL' ? step : -40,
  highest: 200,
  factory: null,
  words: [],
  offAt: null,
  also: null,
  place: null,
})

function plan(unit: 'C' | 'F', keys: KeyPlan[]): ChamberPlan {
  return {
    name: 'Reedbox',
    note: '',
    occupancy: {
      guideId: null,
      schoolId: null,
      stageId: null,
      name: 'eggs',
      startedOn: null,
      where: 'at the eggs',
      measured: 'CONTENTS',
      gradientK: null,
      keepHumidityLowPct: null,
      keepHumidityHighPct: null,
      maxRateKh: null,
      keepLowC: 27,
      keepHighC: 29,
      harmLimits: [],
      other: null,
    },
    box: null,
    contents: null,
    room: null,
    power: null,
    appliances: [],
    probes: [],
    looked: null,
    controllers: [
      {
        id: 'c',
        name: 'Marl',
        probeIds: ['p'],
        loops: [],
        device: null,
        profile: {
          unit,
          resolution: 0.1,
          samplingS: 1,
          raising: 'OFF_AT_SET',
          lowering: 'OFF_AT_SET',
          strict: false,
          keys,
          howToSet: '',
          howToSave: '',
          law: 'ON_OFF',
          habits: unknownHabits(),
          floorAsOne: null,
        },
      },
    ],
  }
}

describe('draft', () => {
  it('knows same from different whatever the order of fields', () => {
    expect(same({ a: 1, b: [1, { c: null }] }, { b: [1, { c: null }], a: 1 })).toBe(true)
    expect(same({ a: 1 }, { a: 1, b: undefined })).toBe(false)
    expect(same([1, 2], [2, 1])).toBe(false)
  })

  it('counts the keys that changed', () => {
    expect(countChanges({ c: { SET_VALUE: 28, OFFSET: 0 } }, { c: { SET_VALUE: 28.6, OFFSET: 0 } })).toBe(1)
    expect(countChanges({}, { c: { SET_VALUE: 28, OFFSET: 0 } })).toBe(2)
  })

  it('says what is missing', () => {
    expect(missingParts(plan('C', []))).toEqual(['the box', 'what is inside', 'the room'])
  })

  it('finds a field behind either prefix', () => {
    const errors = fieldErrors([
      { field: 'chamber.box.innerLengthM', given: 0, allowed: 'must be from 0.02 to 50 m' },
      { field: 'plan.room.warmestC', given: 1, allowed: 'must not be below coldestC' },
    ])
    expect(errors).toEqual({ 'box.innerLengthM': 'must be from 0.02 to 50 m', 'room.warmestC': 'must not be below coldestC' })
  })

  it('gives new keys values in the controller’s unit and forgets old ones', () => {
    const keyed: Record<string, Values> = { c: { SET_VALUE: 82.4, LOW_ALARM: 70 }, gone: { OFFSET: 0 } }
    alignKeys(plan('F', [key('SET_VALUE'), key('DIFFERENTIAL'), key('HIGH_ALARM', 1)]), keyed, null)
    expect(keyed).toEqual({ c: { SET_VALUE: 82.4, DIFFERENTIAL: 1, HIGH_ALARM: 87 } }) // 29 + 1.5 °C = 86.9 °F
  })

  it('begins a humidity controller inside what is wanted', () => {
    const damp = plan('C', [key('ON_AT', 1), key('OFF_AT', 1)])
    damp.occupancy!.keepHumidityLowPct = 80
    damp.occupancy!.keepHumidityHighPct = 90
    damp.controllers[0]!.profile.unit = 'RH'
    const keyed: Record<string, Values> = {}
    alignKeys(damp, keyed, null)
    expect(keyed).toEqual({ c: { ON_AT: 83, OFF_AT: 86 } })
  })
})
