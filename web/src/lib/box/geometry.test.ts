import { describe, expect, it } from 'vitest'
import type { BoxPlan, PlacePlan } from '../api/types'
import { frameOf, metresOf, moved, rectOf } from './geometry'

const wall = (thicknessMm: number) => ({ layers: [{ materialId: 'expanded-polystyrene', thicknessMm }], openings: [] })
const box: BoxPlan = {
  innerLengthM: 0.5,
  innerWidthM: 0.4,
  innerHeightM: 0.3,
  walls: [50, 50, 50, 50, 50, 50].map(wall),
  airChangesPerHour: 0.5,
  airMovement: 'STILL',
  altitudeM: 0,
  gradientKm: 0,
  lossFactor: 1,
  tank: null,
}
const place = (xM: number, yM: number, zM: number, lengthM = 0, widthM = 0, heightM = 0): PlacePlan => ({ xM, yM, zM, lengthM, widthM, heightM })

describe('the drawing', () => {
  it('draws to one scale, walls included', () => {
    // 0.5 + 2 · 0.05 = 0.6 m across 600 px; 0.3 + 0.1 = 0.4 m would fit 500 px larger.
    const frame = frameOf('front', box, { left: 0, top: 0, width: 600, height: 500 })
    expect(frame.scale).toBe(1000)
    expect(rectOf(frame, place(0.25, 0.2, 0.15, 0.5, 0.4, 0.3))).toEqual({ x: 50, y: 50, width: 500, height: 300 })
  })

  it('puts the floor at the bottom from the front, and the front wall at the bottom from above', () => {
    const front = frameOf('front', box, { left: 0, top: 0, width: 600, height: 500 })
    expect(rectOf(front, place(0, 0, 0)).y).toBeGreaterThan(rectOf(front, place(0, 0, 0.2)).y)
    const above = frameOf('above', box, { left: 0, top: 0, width: 600, height: 500 })
    expect(rectOf(above, place(0, 0, 0)).y).toBeGreaterThan(rectOf(above, place(0, 0.3, 0)).y)
  })

  it('turns pixels into metres and back', () => {
    const front = frameOf('front', box, { left: 7, top: 9, width: 600, height: 500 })
    const before = rectOf(front, place(0.2, 0.2, 0.1))
    const after = rectOf(front, moved(place(0.2, 0.2, 0.1), metresOf(front, 40, -30), box))
    expect(after.x - before.x).toBeCloseTo(40, 1)
    expect(after.y - before.y).toBeCloseTo(-30, 1)
    expect(metresOf(frameOf('above', box, { left: 0, top: 0, width: 600, height: 500 }), 0, 10).z).toBeUndefined()
  })

  it('keeps the whole of a part inside', () => {
    expect(moved(place(0.25, 0.2, 0.1, 0.2, 0.2, 0.1), { x: 9, y: -9, z: 9 }, box)).toEqual(place(0.4, 0.1, 0.25, 0.2, 0.2, 0.1))
  })
})
