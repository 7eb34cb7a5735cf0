import { describe, expect, it } from 'vitest'
import type { RehearsalAnswer } from '../api/types'
import { does, leftAlone, trials, tryouts } from './doing'
import { freshKey, keyUnit, MEANINGS, needed, outlets, PARAMETERS } from './meanings'
import { freshController } from './draft'

type Keyed = RehearsalAnswer['settings'][number]
const controller = freshController({
  name: '',
  note: '',
  standsAt: null,
  occupancy: null,
  box: null,
  contents: null,
  room: null,
  power: null,
  appliances: [],
  probes: [],
  controllers: [],
  looked: null,
})
const keyed = (points: Keyed['points']): Keyed => ({ controllerId: 'c', law: 'ON_OFF', values: {}, unit: 'C', resolution: 0.1, lowest: 0, highest: 0, points, refusals: [] })
const heat = { loopId: 'warm', direction: 'RAISE', onAt: 27, offAt: 28 } as const
const cool = { loopId: 'cool', direction: 'LOWER', onAt: 29, offAt: 28 } as const

describe('what a key does', () => {
  it('tells where an output switches', () => {
    const values = { SET_VALUE: 28, DIFFERENTIAL: 1, LOWER_DIFFERENTIAL: 1 }
    expect(does('DIFFERENTIAL', controller.profile, values, keyed([heat, cool]), 'C')).toBe('Heat comes on at 27.0 °C and stops at 28.0 °C.')
    expect(does('LOWER_DIFFERENTIAL', controller.profile, values, keyed([heat, cool]), 'C')).toBe('Cooling comes on at 29.0 °C and stops at 28.0 °C.')
    expect(does('HIGH_ALARM', controller.profile, { HIGH_ALARM: 31, HIGH_ALARM_OPENS: 1 }, keyed([heat]), 'C')).toContain('opens the outputs')
    expect(does('OFFSET', controller.profile, values, keyed([heat]), 'C')).toBe('')
  })

  it('always tells both fans, whichever way the device counts', () => {
    const fan = { ...controller.profile, law: 'FAN_BAND' as const }
    expect(does('UNDER_PRESSURE', fan, { UNDER_PRESSURE: 20 }, keyed([]), 'C')).toBe('With the exhaust at 100 % the intake runs at 80 %.')
    expect(does('INTAKE_KEPT', fan, { INTAKE_KEPT: 80 }, keyed([]), 'C')).toBe('With the exhaust at 100 % the intake runs at 80 %.')
    expect(does('BAND', fan, { SET_VALUE: 25, BAND: 2 }, keyed([]), 'C')).toBe('It is at full speed at 27.0 °C.')
    expect(does('NEUTRAL_ZONE', { ...fan, law: 'STEP_VENT' }, { SET_VALUE: 24, NEUTRAL_ZONE: 1 }, keyed([]), 'C')).toBe('It opens above 25.0 °C and shuts below 23.0 °C.')
  })

  it('says what becomes of a change that is left alone', () => {
    const habits = { ...controller.profile.habits, leftAlone: 'DROPPED' as const, restS: 8 }
    expect(leftAlone({ ...controller.profile, habits })).toBe('Left alone for 8 s, a change is dropped.')
    expect(leftAlone(controller.profile)).toBe('')
  })

  it('is tried upward first, then downward', () => {
    expect(tryouts(keyed([heat, cool]), 'C').map((each) => each.words)).toEqual(['Heat stops', 'Cooling comes on', 'Heat comes on', 'Cooling stops'])
    expect(trials({ ...controller.profile, law: 'FAN_BAND' }, { SET_VALUE: 25, BAND: 2 }, keyed([]), 'C')[0]).toContain('full speed at 27.0 °C')
  })
})

describe('meanings', () => {
  it('have a name, a reason and a key that begins inside its own range', () => {
    for (const parameter of PARAMETERS) {
      const key = freshKey(parameter, controller.profile)
      expect(MEANINGS[parameter].why.length).toBeGreaterThan(10)
      expect(key.label.length).toBeLessThanOrEqual(40)
      expect(key.highest).toBeGreaterThan(key.lowest)
      expect(key.step).toBeGreaterThan(0)
      expect(key.words.every((word) => word.length <= 20)).toBe(true)
    }
    expect(keyUnit('SET_HUMIDITY', 'F')).toBe('%RH')
    expect(keyUnit('START_KICK', 'C')).toBe('s')
  })

  it('know the outlets of each school', () => {
    const of = (law: 'FAN_BAND' | 'STEP_VENT') => ({
      ...controller,
      profile: { ...controller.profile, law, keys: needed(law, false).map((each) => freshKey(each, controller.profile)) },
    })
    expect(outlets(of('FAN_BAND'))).toHaveLength(2)
    expect(outlets(of('STEP_VENT'))).toEqual(['moves the vent'])
    expect(outlets(controller)).toEqual(['switches'])
  })
})
