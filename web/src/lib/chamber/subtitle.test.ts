import { describe, expect, it } from 'vitest'
import type { BoxPlan, WardRow } from '../api/types'
import { litresOf, sinceStart, subtitle } from './subtitle'

const row = (litres: number | null) => ({ living: { name: 'Corn-snake eggs' }, litres, standsAt: null }) as WardRow

describe('subtitle', () => {
  it('tells litres, and cubic metres of a room', () => {
    expect(subtitle(row(42))).toBe('corn-snake eggs · 42 L')
    expect(subtitle(row(15000))).toBe('corn-snake eggs · 15.0 m³')
    expect(subtitle({ living: null, litres: null, standsAt: null })).toBe('')
    expect(subtitle({ living: null, litres: null, standsAt: 'Cellar' })).toBe('Cellar')
  })

  it('holds air up to the lid, or the water of a tank', () => {
    // 0.5 × 0.4 × 0.3 m; with water 0.2 m high 0.5 × 0.4 × 0.2 m
    const box = { innerLengthM: 0.5, innerWidthM: 0.4, innerHeightM: 0.3, tank: null } as BoxPlan
    expect(litresOf(box)).toBeCloseTo(60)
    expect(litresOf({ ...box, tank: { waterHeightM: 0.2, coveredShare: 0.5 } })).toBeCloseTo(40)
  })

  it('counts the first day as day 1', () => {
    const noon = new Date('2026-11-24T12:00')
    expect(sinceStart({ startedOn: '2026-11-13' }, noon)).toBe(', day 12')
    expect(sinceStart({ startedOn: '2026-11-24' }, noon)).toBe(', day 1')
    expect(sinceStart({ startedOn: '2026-12-03' }, noon)).toBe(', from 2026-12-03')
    expect(sinceStart(null, noon)).toBe('')
  })
})
