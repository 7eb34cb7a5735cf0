import { describe, expect, it } from 'vitest'
import type { ChamberPlan } from '../api/types'
import { sinceStart, subtitle } from './subtitle'

const plan = (startedOn: string | null, box: [number, number, number] | null): ChamberPlan =>
  ({
    occupancy: { name: 'Corn-snake eggs', startedOn },
    box: box && { innerLengthM: box[0], innerWidthM: box[1], innerHeightM: box[2] },
  }) as ChamberPlan

describe('subtitle', () => {
  it('tells litres, and cubic metres of a room', () => {
    expect(subtitle(plan(null, [0.5, 0.35, 0.24]))).toBe('corn-snake eggs · 42 L')
    expect(subtitle(plan(null, [3, 2, 2.5]))).toBe('corn-snake eggs · 15.0 m³')
    expect(subtitle({ occupancy: null, box: null } as ChamberPlan)).toBe('')
  })

  it('counts the first day as day 1', () => {
    const noon = new Date('2026-11-24T12:00')
    expect(sinceStart(plan('2026-11-13', null), noon)).toBe(', day 12')
    expect(sinceStart(plan('2026-11-24', null), noon)).toBe(', day 1')
    expect(sinceStart(plan('2026-12-03', null), noon)).toBe(', from 2026-12-03')
    expect(sinceStart(plan(null, null), noon)).toBe('')
  })
})
