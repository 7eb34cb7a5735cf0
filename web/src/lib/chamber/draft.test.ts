import { describe, expect, it } from 'vitest'
import type { ChamberPlan, KeyPlan, Values } from '../api/types'
import { countChanges, dropKeys, fieldErrors, freshBox, freshController, freshProbe, lackingKeys, missingParts, same, unknownHabits } from './draft'

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
    standsAt: null,
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
      keepCarbonDioxideLowPpm: null,
      keepCarbonDioxideHighPpm: null,
      maxRateKh: null,
      keepLowC: 27,
      keepHighC: 29,
      harmLimits: [],
      other: null,
      night: null,
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

  it('forgets keys that are gone and knows which hold nothing yet', () => {
    const now = plan('F', [key('SET_VALUE'), key('DIFFERENTIAL')])
    const keyed: Record<string, Values> = { c: { SET_VALUE: 82.4, LOW_ALARM: 70 }, gone: { OFFSET: 0 } }
    dropKeys(now, keyed)
    expect(keyed).toEqual({ c: { SET_VALUE: 82.4 } })
    expect(lackingKeys(now, keyed).map((each) => each.id)).toEqual(['c'])
    expect(lackingKeys(now, { c: { SET_VALUE: 82.4, DIFFERENTIAL: 0 } })).toEqual([])
  })

  it('begins new parts as the server says', () => {
    const empty = { ...plan('C', []), controllers: [] }
    const controller = freshController({ ...empty, probes: [freshProbe()] })
    expect(controller.profile.keys.map((each) => each.parameter)).toContain('SET_VALUE')
    expect(freshController(empty).id).not.toBe(controller.id)
    expect(freshBox(140).altitudeM).toBe(140)
    expect(freshBox(140).walls).not.toBe(freshBox(140).walls)
  })
})
