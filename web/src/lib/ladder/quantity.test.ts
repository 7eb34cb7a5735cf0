import { describe, expect, it } from 'vitest'
import type { OccupancyPlan, RehearsalAnswer } from '../api/types'
import { ofAir, partsOf, secondPlace, temperature } from './quantity'

const needs = {
  keepLowC: 14,
  keepHighC: 20,
  keepHumidityLowPct: 60,
  keepHumidityHighPct: 80,
  harmLimits: [{ side: 'HIGH', levelC: 34, durationS: 7200, costs: null }],
  other: { where: 'at the roots', keepLowC: 21, keepHighC: 23 },
} as unknown as OccupancyPlan

const rung = (kind: string, controllerId: string, place: { quantity?: string; other?: boolean } = {}) => ({ kind, controllerId, quantity: 'TEMPERATURE', other: false, ...place })
const outlet = (loopId: string, direction: 'RAISE' | 'LOWER') => ({ loopId, direction, onAt: 0, offAt: 1 })

/** Air and roots each with a heater, a humidifier, and a fan by band that airs for both. */
const answer = {
  settings: [
    { controllerId: 'air', law: 'ON_OFF', unit: 'C', points: [outlet('rod', 'RAISE')] },
    { controllerId: 'root', law: 'ON_OFF', unit: 'F', points: [outlet('mat', 'RAISE')] },
    { controllerId: 'moist', law: 'ON_OFF', unit: 'RH', points: [outlet('mist', 'RAISE'), outlet('dryer', 'LOWER')] },
    { controllerId: 'fans', law: 'FAN_BAND', unit: 'C', points: [outlet('out', 'LOWER'), outlet('in', 'LOWER')] },
  ],
  ladder: {
    rungs: [
      rung('RAISE_ON', 'air'),
      rung('RAISE_ON', 'root', { other: true }),
      rung('RAISE_ON', 'moist', { quantity: 'RELATIVE_HUMIDITY' }),
      rung('FAN_FULL', 'fans'),
      rung('FAN_FULL', 'fans', { quantity: 'RELATIVE_HUMIDITY' }),
    ],
  },
  trace: {
    occupant: 'air',
    other: 'soil',
    air: { RELATIVE_HUMIDITY: 'damp' },
    displays: { air: 'd-air', root: 'd-root', moist: 'd-moist', fans: 'd-fans' },
    onShares: { rod: [1], mat: [2], mist: [3], dryer: [4], out: [5], in: [6] },
  },
  metrics: { occupant: 'm-air', other: 'm-soil', air: { RELATIVE_HUMIDITY: 'm-damp' }, displays: { air: 1, root: 2, moist: 3, fans: 4 } },
} as unknown as RehearsalAnswer

describe('what belongs on which ladder', () => {
  it('is temperature at the occupant, with the controllers that read it', () => {
    const parts = partsOf(answer, temperature(needs, 'C'))
    expect(parts.rungs.map((each) => each.controllerId)).toEqual(['air', 'fans'])
    expect(parts.occupant).toBe('air')
    expect(parts.level).toBe('m-air')
    expect(parts.displays).toEqual(['d-air', 'd-fans'])
    expect(parts.loops.map((loop) => [loop.loopId, loop.does, loop.shares])).toEqual([
      ['rod', 'warm', [1]],
      ['out', 'fan', [5]],
      ['in', 'intake', [6]],
    ])
  })

  it('is the second place by itself', () => {
    const second = secondPlace(needs, 'C')!
    expect(second.keep).toEqual({ low: 21, high: 23 })
    expect(second.harm).toEqual([])
    const parts = partsOf(answer, second)
    expect(parts.rungs.map((each) => each.controllerId)).toEqual(['root'])
    expect([parts.occupant, parts.level]).toEqual(['soil', 'm-soil'])
    expect(parts.loops.map((loop) => loop.loopId)).toEqual(['mat'])
    expect(secondPlace({ ...needs, other: null }, 'C')).toBeNull()
  })

  it('is humidity with what moistens and dries, and the other half of a fan', () => {
    const parts = partsOf(answer, ofAir('RELATIVE_HUMIDITY', needs))
    expect(parts.rungs.map((each) => each.kind)).toEqual(['RAISE_ON', 'FAN_FULL'])
    expect(parts.loops.map((loop) => loop.does)).toEqual(['moist', 'dry'])
    expect(parts.level).toBe('m-damp')
  })
})

describe('how a quantity is shown', () => {
  it('is in the unit of who reads, whatever the display is in', () => {
    const fahrenheit = temperature(needs, 'F')
    expect(fahrenheit.show(25)).toBe('77.0 °F')
    expect(fahrenheit.fromShown(fahrenheit.toShown(21.3))).toBeCloseTo(21.3, 12)
    expect(fahrenheit.perDisplay('F')).toBeCloseTo(1 / 1.8, 12)
    expect(temperature(needs, 'C').perDisplay('C')).toBe(1)
    expect(fahrenheit.harm).toEqual([{ side: 'HIGH', level: 34, durationS: 7200 }])
  })

  it('has no band of humidity where none is wanted', () => {
    expect(ofAir('RELATIVE_HUMIDITY', needs).keep).toEqual({ low: 60, high: 80 })
    expect(ofAir('RELATIVE_HUMIDITY', { ...needs, keepHumidityLowPct: null, keepHumidityHighPct: null }).keep).toBeNull()
    expect(ofAir('RELATIVE_HUMIDITY', needs).show(71.6)).toBe('72 %RH')
  })
})
