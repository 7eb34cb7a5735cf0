import { describe, expect, it } from 'vitest'
import type { Guide, School, Stage } from '../api/types'
import { judgedFor, segmentsOf } from './stages'

const stage = (id: string, durationDays: number | null) => ({ id, name: id, durationDays }) as unknown as Stage
const school = (...stages: Stage[]) => ({ id: 's', name: 's', explanation: '', stages, weightLoss: null }) as School

describe('stages on a strip', () => {
  it('share it by their days', () => {
    const [first, second] = segmentsOf(school(stage('setting', 18), stage('hatch', 6)))
    expect(first!.share).toBeCloseTo(18 / 24)
    expect([second!.fromDay, second!.toDay]).toEqual([18, 24])
  })

  it('keep a short one readable and fill the strip', () => {
    const parts = segmentsOf(school(stage('long', 60), stage('short', 1)))
    expect(parts[1]!.share).toBeGreaterThan(0.1)
    expect(parts.reduce((sum, part) => sum + part.share, 0)).toBeCloseTo(1)
  })

  it('leave room for what has no end', () => {
    const parts = segmentsOf(school(stage('germination', 8), stage('growing', null)))
    expect(parts[1]!.toDay).toBeNull()
    expect(parts[1]!.share).toBeCloseTo(0.4)
  })

  it('can each be judged for, by day and by night where those differ', () => {
    const range = (low: number, high: number) => ({ low, high, grade: 'FROM_MEMORY' as const, note: null })
    const lit = { ...stage('growing', null), temperatureC: range(21, 27), nightTemperatureC: range(15, 19), humidityPct: range(50, 70), harm: [] } as unknown as Stage
    const seeds = { ...stage('seeds', 8), temperatureC: range(24, 28), humidityPct: range(80, 95), harm: [] } as unknown as Stage
    const guide = { id: 'g', name: 'Plants', where: 'in the leaves', measured: 'AIR' } as unknown as Guide
    const all = judgedFor(guide, school(seeds, lit), null)
    expect(all.map(({ name, needs }) => [name, needs.keepLowC, needs.keepHumidityHighPct])).toEqual([
      ['seeds', 24, 95],
      ['growing, by day', 21, 70],
      ['growing, by night', 15, 70],
    ])
  })
})
