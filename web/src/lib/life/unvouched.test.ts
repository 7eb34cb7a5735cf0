import { expect, test } from 'vitest'
import type { Guide, OccupancyPlan } from '../api/types'
import { unvouched } from './unvouched'

const harm = (levelC: number, grade: string) => ({ side: 'HIGH', levelC, durationS: 3600, grade, costs: null })
const guide = {
  id: 'hens',
  schools: [{ id: 'moving', stages: [{ id: 'set', harm: [harm(39.5, 'PUBLISHED'), harm(41, 'FROM_MEMORY'), harm(42, 'COMMON_PRACTICE')] }] }],
} as unknown as Guide
const plan = (...levels: number[]) =>
  ({ guideId: 'hens', schoolId: 'moving', stageId: 'set', harmLimits: levels.map((levelC) => ({ side: 'HIGH', levelC, durationS: 3600 })) }) as unknown as OccupancyPlan

test('what a source gives and what somebody typed is not told', () => {
  expect(unvouched(plan(39.5, 41, 42.5), [guide]).map((each) => each.levelC)).toEqual([41])
  expect(unvouched(plan(41, 42), [guide])).toHaveLength(2)
  expect(unvouched({ ...plan(41), guideId: null } as unknown as OccupancyPlan, [guide])).toEqual([])
  expect(unvouched(plan(41), [])).toEqual([])
})
