import { expect, test } from 'vitest'
import { deadly, quantityOf, sayLevel, type Said, withLevel } from './danger'

const limit = (said: Partial<Said>): Said => ({ side: 'HIGH', levelC: null, levelPct: null, levelPpm: null, durationS: 3600, costs: null, ...said })

test('a limit is of the quantity whose level it says', () => {
  expect(quantityOf(limit({ levelC: 0 }))).toBe('TEMPERATURE')
  expect(quantityOf(limit({ levelPct: 20 }))).toBe('RELATIVE_HUMIDITY')
  expect(quantityOf({ side: 'HIGH', levelPpm: 0, durationS: 60 })).toBe('CARBON_DIOXIDE')
})

test('what costs is no danger, and each ladder has its own', () => {
  const all = [limit({ levelC: 34 }), limit({ levelPpm: 5000 }), limit({ levelPpm: 2000, costs: 'long stems' })]
  expect(deadly(all)).toEqual([{ side: 'HIGH', level: 34, durationS: 3600 }])
  expect(deadly(all, 'CARBON_DIOXIDE')).toEqual([{ side: 'HIGH', level: 5000, durationS: 3600 }])
})

test('a level is said in its own unit, also in °F', () => {
  expect(sayLevel(limit({ levelC: 40 }), 'F')).toBe('104.0 °F')
  expect(sayLevel(limit({ levelPpm: 5000 }), 'F')).toMatch(/^5.?000 ppm$/)
})

test('a limit that becomes another quantity says one level alone', () => {
  expect(withLevel(limit({ levelC: 34 }), 3000, 'CARBON_DIOXIDE')).toEqual(limit({ levelPpm: 3000 }))
})
