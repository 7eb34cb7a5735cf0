import { describe, expect, it } from 'vitest'
import { ACTS, KINDS, looksOf, nameOf, sureOf } from './words'

describe('a fault in words', () => {
  it('says what, and how large, as the reader counts', () => {
    expect(nameOf({ kind: 'RELAY_STUCK_ON', subject: 'heating mat', size: null }, 'C')).toBe('Heating mat: relay stuck on')
    expect(nameOf({ kind: 'PROBE_DRIFTED', subject: 'probe', size: -2 }, 'C')).toBe('Probe: drifted, shows 2 K too little')
    // A difference of 8 K is 14.4 °F, never 46.4.
    expect(nameOf({ kind: 'COLD_SNAP', subject: '', size: -8 }, 'F')).toBe('Cold snap, 14 °F for two days')
    expect(nameOf({ kind: 'POWER_CUT', subject: '', size: 43_200 }, 'C')).toBe('Power cut, 12 h')
  })

  it('has something to see and something to do for every kind', () => {
    for (const kind of Object.keys(KINDS) as (keyof typeof KINDS)[]) expect(looksOf({ kind, effect: null }).length).toBeGreaterThan(5)
    expect(Object.values(ACTS).every((each) => each.endsWith('.'))).toBe(true)
  })

  it('says of a chiller what a chiller does, not what a heater would', () => {
    expect(looksOf({ kind: 'RELAY_STUCK_ON', effect: 'COOLS' })).toContain('falls')
    expect(looksOf({ kind: 'RELAY_STUCK_ON', effect: 'WARMS' })).toContain('climbs')
    expect(looksOf({ kind: 'APPLIANCE_DEAD', effect: 'COOLS' })).toContain('climbs')
    expect(looksOf({ kind: 'RELAY_STUCK_ON', effect: 'DRIES' })).toContain('humidity falls')
    expect(ACTS.STOP_COOLING).not.toContain('Let the warmth out')
    expect(looksOf({ kind: 'CONTROLLER_OVERHEATED', effect: 'AIRS' })).not.toContain('everything off')
  })

  it('tells the share of boxes, none where nothing was sampled', () => {
    expect(sureOf({ HARMED: 45, TIGHT: 5 }, 'HARMED', 50)).toBe('90 %')
    expect(sureOf({ TIGHT: 5 }, 'HARMED', 5)).toBe('0 %')
    expect(sureOf(undefined, 'HARMED', 5)).toBe('')
  })
})
