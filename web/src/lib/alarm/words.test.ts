import { describe, expect, it } from 'vitest'
import type { AlarmView } from '../api/types'
import { groupsOf, ruleSays, sentence, trialSays } from './words'

const alarm = (over: Partial<AlarmView>): AlarmView =>
  ({
    id: 'a',
    causeId: 'a',
    kind: 'HIGH',
    urgency: 'SOON',
    quantity: 'TEMPERATURE',
    unit: 'C',
    state: 'UNACKNOWLEDGED',
    limit: 31,
    secondLimit: null,
    value: 32,
    side: 'HIGH',
    ...over,
  }) as AlarmView

describe('alarms in words', () => {
  it('reads a level as a level and a difference as a difference', () => {
    expect(sentence(alarm({}), 'F')).toBe('89.6 °F, at or above 87.8 °F')
    // 5 K an hour are 9 °F an hour, not 41.
    expect(sentence(alarm({ kind: 'RATE', limit: 5 }), 'F')).toBe('Rising by 9.0 °F an hour or more, at 89.6 °F')
    expect(sentence(alarm({ kind: 'WATER_LOW', quantity: 'WATER_LEVEL', unit: 'MM', limit: 300, value: 298 }), 'F')).toBe('The water stands at 298 mm, at or below 300 mm')
  })

  it('lets the most urgent that still is speak for a cause', () => {
    const [group] = groupsOf([
      alarm({ id: 'a', causeId: 'a', urgency: 'MIND', state: 'ACKNOWLEDGED' }),
      alarm({ id: 'b', causeId: 'a', urgency: 'NOW', state: 'RETURNED' }),
      alarm({ id: 'c', causeId: 'a', urgency: 'SOON' }),
    ])
    expect(group!.leads.id).toBe('c')
    expect(group!.alarms[0]!.id).toBe('a')
    expect(group!.wants).toBe(true)
    expect(groupsOf([alarm({ state: 'ACKNOWLEDGED' })])[0]!.wants).toBe(false)
  })

  it('says what a rule does, and how it did', () => {
    const rule = { seriesId: 's', others: [], kind: 'OUT_OF_BAND', urgency: 'MIND', limit: 27, secondLimit: 29, deadband: 0, overS: null, onDelayS: 1800, offDelayS: 0 } as const
    expect(ruleSays({ ...rule, others: [] }, { quantity: 'TEMPERATURE', unit: 'C' }, 'C')).toBe('outside 27.0 °C to 29.0 °C, for 30 min')
    const told = { fault: 'RELAY_STUCK_ON', subject: 'mat', roomC: 20 } as const
    expect(
      trialSays({
        rehearsed: true,
        goodDays: 4,
        goodDaySounds: 0,
        told: [
          { ...told, soundS: 1200, harmS: 8400 },
          { ...told, soundS: 600, harmS: 4200 },
          { ...told, soundS: null, harmS: 100 },
          { ...told, soundS: 5, harmS: null },
        ],
        leastAheadS: 3600,
        pastDays: 21,
        pastSounded: 2,
        nuisances: 1,
        soundings: [],
      }),
    ).toEqual([
      'Silent on rehearsed good days.',
      'Tells of 2 rehearsed faults before they harm, at least 1 h before.',
      'One other harms before it sounds.',
      'Would have sounded 2 × in 21 measured days, 1 × for nothing.',
    ])
  })
})
