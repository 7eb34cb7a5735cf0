import { describe, expect, it } from 'vitest'
import { keyUnit } from './chamber/meanings'
import { stepOf } from './words'

describe('words', () => {
  it('give each key its unit', () => {
    expect(keyUnit('SET_VALUE', 'F')).toBe('°F')
    expect(keyUnit('OFFSET', 'C')).toBe('°C')
    expect(keyUnit('MIN_OFF', 'F')).toBe('min')
    expect(keyUnit('UNIT', 'F')).toBe('')
  })

  it('lead each remedy to a step that is there', () => {
    expect(stepOf('PROBES')).toBe('probes')
    expect(stepOf('CARD')).toBe('card')
    expect(stepOf('OCCUPANT')).toBe('occupant')
    expect(stepOf('FAULTS')).toBe('faults')
    expect(stepOf('CHECK')).toBe('check')
    expect(stepOf('PROVE')).toBe('settings')
  })
})
