import { describe, expect, it } from 'vitest'
import { between, monday, month, months, plus, span, week } from './days'
import { away, local, titleOf } from './words'

describe('days', () => {
  it('knows weeks, months and leap days', () => {
    expect(monday('2026-11-26')).toBe('2026-11-23')
    expect(monday('2026-11-23')).toBe('2026-11-23')
    expect(week('2028-02-29')).toContain('2028-03-01')
    expect(plus('2028-02-28', 1)).toBe('2028-02-29')
    expect(month('2026-11-26')[0]![0]).toBe('2026-10-26')
    expect(month('2026-11-26').at(-1)!.at(-1)).toBe('2026-12-06')
    expect(months('2026-01-31', 1)).toBe('2026-02-01')
    expect(between('2026-03-28', '2026-03-30')).toBe(2)
  })

  it('places a span among days', () => {
    expect(span('2026-05-01T12:00', '2026-05-03T00:00', '2026-05-01', 7)).toEqual({ from: 0.5, to: 2 })
    expect(span('2026-04-01T12:00', null, '2026-05-01', 7)).toEqual({ from: 0, to: 7 })
    expect(span('2026-04-01T12:00', '2026-04-02T12:00', '2026-05-01', 7)).toBeNull()
  })

  it('says days and tasks in words', () => {
    expect(local('2026-11-26T18:05:00')).toBe('Thu 26 Nov, 18:05')
    expect(away('2026-11-27T00:10', '2026-11-26T23:50')).toBe('tomorrow')
    expect(away('2026-11-20T00:10', '2026-11-26T23:50')).toBe('6 days ago')
    expect(titleOf({ code: 'STAGE_BEGINS', stage: 'Lock-down', title: null })).toBe('Lock-down begins: change the settings')
  })
})
