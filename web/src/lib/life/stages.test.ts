import { describe, expect, it } from 'vitest'
import type { Guide, School, Stage } from '../api/types'
import { daysSince, judgedFor, segmentsOf, stageOn } from './stages'

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

  it('know the stage of a day', () => {
    const eggs = school(stage('setting', 18), stage('lock-down', 5))
    expect([0, 17, 18, 40].map((day) => stageOn(eggs, day).id)).toEqual(['setting', 'setting', 'lock-down', 'lock-down'])
  })

  it('count days from a date', () => {
    const now = new Date('2026-11-24T18:00')
    expect(daysSince('2026-11-13', now)).toBe(11)
    expect(daysSince('2026-12-03', now)).toBeNull()
    expect(daysSince(null, now)).toBeNull()
  })

  it('can each be judged for, by day and by night where those differ', () => {
    const range = (low: number, high: number) => ({ low, high, grade: 'FROM_MEMORY' as const, note: null })
    const lit = { ...stage('growing', null), temperatureC: range(21, 27), nightTemperatureC: range(15, 19), humidityPct: range(50, 70), harm: [] } as unknown as Stage
    const seeds = { ...stage('seeds', 8), temperatureC: range(24, 28), humidityPct: range(80, 95), harm: [] } as unknown as Stage
    const guide = { id: 'g', name: 'Plants', where: 'in the leaves', measured: 'AIR' } as unknown as Guide
    const all = judgedFor(guide, school(seeds, lit), null)
    expect(all.map(({ name, needs }) => [name, needs.keepLowC, needs.keepHumidityHighPct])).toEqual([['seeds', 24, 95], ['growing, by day', 21, 70], ['growing, by night', 15, 70]])
  })
})
