import { describe, expect, it } from 'vitest'
import cases from './durations.cases.json'
import { celsiusTo, clock, decimalsOf, difference, duration, fill, fixed, level, parse, timeLeft, toCelsius, toStep } from './units'

describe('units', () => {
  it('turns a level with its offset and a difference without', () => {
    expect(level(37.5, 'F')).toBe('99.5 °F')
    expect(difference(2.8, 'F')).toBe('5.0 °F')
    expect(difference(2.8, 'C')).toBe('2.8 K')
    expect(toCelsius('F', celsiusTo('F', 28.3))).toBeCloseTo(28.3, 10)
  })

  it('writes a true minus and no minus before zero', () => {
    expect(fixed(-0.3, 1)).toBe('−0.3')
    expect(fixed(-0.01, 1)).toBe('0.0')
  })

  it('keeps to a step without binary dust', () => {
    expect(toStep(28.4 + 0.1 + 0.1, 0.1)).toBe(28.6)
    expect(toStep(85.6, 1)).toBe(86)
    expect(decimalsOf(0.25)).toBe(2)
  })

  it('says durations and time left as the server does', () => {
    for (const [seconds, said] of cases.duration) expect(duration(seconds as number), `${seconds} s`).toBe(said)
    for (const [seconds, said] of cases.timeLeft) expect(timeLeft(seconds as number), `${seconds} s`).toBe(said)
  })

  it('tells the time of day past midnight', () => {
    expect(clock(21)).toBe('21:00')
    expect(clock(25.5)).toBe('01:30')
  })

  it('fills slots in the reader’s unit and leaves unknown ones', () => {
    const numbers = { endC: { value: 41.7, unit: 'CELSIUS' as const }, inS: { value: 12_000, unit: 'SECOND' as const } }
    expect(fill('ends at {endC} in {inS}{x}', numbers, 'C')).toBe('ends at 41.7 °C in 3 h 20 min{x}')
    expect(fill('ends at {endC}', numbers, 'F')).toBe('ends at 107.1 °F')
  })

  it('reads what people type', () => {
    expect(parse(' 28,6 ')).toBe(28.6)
    expect(parse('−0.3')).toBe(-0.3)
    expect(parse('abc')).toBeNull()
    expect(parse('1e5')).toBeNull()
    expect(parse('')).toBeNull()
  })

  it('refuses a comma before three digits unless the language has it before the tenths', () => {
    expect(parse('1,500', false)).toBeNull()
    expect(parse('1,500', true)).toBe(1.5)
    expect(parse('1,5', false)).toBe(1.5)
    expect(parse('12,75', false)).toBe(12.75)
  })
})
