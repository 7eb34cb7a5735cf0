import { describe, expect, it } from 'vitest'
import { amount, between, driftOf, experimentOf, untoldOf } from './fit'

describe('a box that was learned', () => {
  it('is told in its own units, with no more figures than say something', () => {
    expect(amount('LOSS', 1.2345)).toBe('1.23 W/K')
    expect(amount('PROBE_NEAR_HEATER', 0.0812)).toBe('8.12 %')
    expect(between('HEATER', 118.4, 131.6)).toBe('118 to 132')
  })

  it('says what it does not tell, and from what', () => {
    expect(untoldOf({ parameter: 'HEATER', with: 'MASS' })).toBe('the watts of the heater cannot be told apart from the mass inside')
    expect(untoldOf({ parameter: 'AIR', with: null })).toBe('no reading shows the air changes')
  })

  it('asks for an empty box where what lives in it would not bear the experiment', () => {
    const off = { kind: 'HEATER_OFF_30_MIN', takesS: 9000, tells: ['ELEMENT'], lowestC: 26.5, bearable: false } as const
    expect(experimentOf({ ...off, tells: [...off.tells] }, 'F')).toContain('79.7 °F. Only while nothing lives in it. Leave the alarm armed.')
  })

  it('names the seal where it loses more, with the day when the heater gives out', () => {
    const said = driftOf({ parameter: 'LOSS', perMonth: 0.21, margin: 0.03, since: '2026-01-01T00:00:00Z', lastsDays: 40.2 })
    expect(said.title).toBe('It loses 21 % a month more heat')
    expect(said.act).toContain('about 40 days')
  })
})
