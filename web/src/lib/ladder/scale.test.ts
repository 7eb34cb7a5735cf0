import { describe, expect, it } from 'vitest'
import { envelopePath, rangeOf, scaleOf, spread, ticks } from './scale'

describe('scale', () => {
  it('goes from value to pixel and back', () => {
    const scale = scaleOf(20, 30, 10, 100)
    expect(scale.y(30)).toBe(10)
    expect(scale.y(20)).toBe(110)
    expect(scale.y(25)).toBe(60) // 10 + 5 · 100/10
    expect(scale.value(scale.y(27.3))).toBeCloseTo(27.3, 10)
  })

  it('shows near harm and leaves far harm off', () => {
    const extent = { keep: { low: 27.5, high: 29 }, harmLow: 10, harmHigh: 34, rungs: [25.8, 31], traceLow: 28, traceHigh: 28.6 }
    const range = rangeOf(extent)
    expect(range.high).toBeCloseTo(35.2)
    expect(range.low).toBeCloseTo(25.2)
  })

  it('ticks on round values', () => {
    expect(ticks(25.2, 35.2, 10)).toEqual([26, 27, 28, 29, 30, 31, 32, 33, 34, 35])
    expect(ticks(76, 96, 10)).toEqual([76, 78, 80, 82, 84, 86, 88, 90, 92, 94, 96])
  })
})

describe('spread', () => {
  it('leaves labels that do not touch where they are', () => {
    expect(spread([10, 60, 200], 30, 0, 300)).toEqual([10, 60, 200])
  })

  it('moves labels that touch apart by as much to each side', () => {
    expect(spread([100, 100], 30, 0, 300)).toEqual([85, 115])
  })

  it('keeps the given order and the bounds for any input', () => {
    let seed = 7
    const random = () => (seed = (seed * 16807) % 2147483647) / 2147483647
    for (let round = 0; round < 200; round++) {
      const wanted = Array.from({ length: 1 + Math.floor(random() * 8) }, () => random() * 400)
      const placed = spread(wanted, 34, 0, 400)
      const sorted = [...placed].sort((a, b) => a - b)
      expect(sorted[0]).toBeGreaterThanOrEqual(0)
      expect(sorted.at(-1)).toBeLessThanOrEqual(400)
      sorted.slice(1).forEach((y, i) => expect(y - sorted[i]!).toBeGreaterThanOrEqual(34 - 1e-9))
      wanted.forEach((a, i) => wanted.forEach((b, j) => a < b && expect(placed[i]!).toBeLessThan(placed[j]!)))
    }
  })
})

describe('envelope', () => {
  it('draws a steady value as a thin line rather than nothing', () => {
    const path = envelopePath([25, 25], [25, 25], (bucket) => bucket * 10, scaleOf(20, 30, 0, 100), 2)
    expect(path).toBe('M0.0,49.0L10.0,49.0L10.0,51.0L0.0,51.0Z')
  })
})
