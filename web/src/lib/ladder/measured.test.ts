import { describe, expect, it } from 'vitest'
import type { RehearsalAnswer, SeriesView } from '../api/types'
import { linesOf, stretches } from './measured'
import { ago, isSilent, shown } from '../quantities'

const series = (id: string, quantity: string, controllerId: string | null) => ({ id, name: id, quantity, controllerId }) as SeriesView
const answer = { ladder: { placementK: { c: -0.5 } } } as unknown as RehearsalAnswer

describe('lines of what was measured', () => {
  it('moves a display to the occupant and leaves a probe where it is', () => {
    const all = [series('display', 'TEMPERATURE', 'c'), series('probe', 'TEMPERATURE', null), series('damp', 'RELATIVE_HUMIDITY', null)]
    const chart = { low: [28, null, 29], high: [28.2, null, 29] }
    const lines = linesOf(all, { display: chart, probe: chart, damp: chart }, answer, 'TEMPERATURE')
    expect(lines.map((line) => line.name)).toEqual(['display', 'probe'])
    expect(lines[0]).toMatchObject({ main: true, low: [27.5, null, 28.5] })
    expect(lines[1]).toMatchObject({ main: false, low: [28, null, 29] })
  })

  it('takes a probe for the main line where no display sends', () => {
    expect(linesOf([series('probe', 'TEMPERATURE', null)], { probe: { low: [1], high: [1] } }, answer, 'TEMPERATURE')[0]!.main).toBe(true)
  })

  it('shows gaps as gaps and bridges a reading that came a moment late', () => {
    expect(stretches([1, 1, null, 1, null, null, 1])).toEqual([
      [0, 3],
      [6, 6],
    ])
    expect(stretches([null, null])).toEqual([])
  })
})

describe('words of what was measured', () => {
  it('turns temperatures and nothing else', () => {
    expect(shown(25, { quantity: 'TEMPERATURE', sign: '°C' }, 'F')).toBe('77.0 °F')
    expect(shown(25, { quantity: 'POWER', sign: 'W' }, 'F')).toBe('25 W')
    expect(shown(6.5, { quantity: 'PH', sign: 'pH' }, 'C')).toBe('6.50 pH')
  })

  it('tells an age', () => {
    expect([2, 40, 600, 7260, 200_000].map(ago)).toEqual(['now', '40 s ago', '10 min ago', '2 h 01 ago', '2 days ago'])
    expect(isSilent({ silentAfterS: 180 }, 181)).toBe(true)
    expect(isSilent({ silentAfterS: 120 }, 119)).toBe(false)
  })
})
