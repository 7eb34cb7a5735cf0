import { describe, expect, it, vi } from 'vitest'

vi.mock('../session.svelte', () => ({ session: { site: { timeZone: 'Europe/Berlin' } } }))
const { thingName, thingNamed, valueName, valueSaid } = await import('./changed')

describe('the record of changes in words', () => {
  it('says which value, with its unit', () => {
    expect(valueName('')).toBe('all of it')
    expect(valueName('occupancy.keepLowC')).toBe('occupancy, keep low (°C)')
    expect(valueName('probes[Air, at the eggs].lagS')).toBe('probes, “Air, at the eggs”, lag (s)')
    expect(valueName('values.SET_VALUE')).toBe('values, set value')
    expect(valueName('box.innerWidthM')).toBe('box, inner width (m)')
    expect(valueName('contents.wetSurfaceM2')).toBe('contents, wet surface (m²)')
    expect(valueName('atUs')).toBe('at')
    expect(valueName('HIGH_ALARM')).toBe('high alarm')
    expect(valueName('dueAt')).toBe('due at')
  })

  it('says moments by the clock of the site, and codes in words', () => {
    expect(valueSaid('atUs', '1795699800000000')).toBe('26 Nov 2026, 14:30')
    expect(valueSaid('doneAt', '2026-11-26T13:30:00.5Z')).toBe('26 Nov 2026, 14:30')
    expect(valueSaid('kind', 'TOPPED_UP')).toBe('topped up')
    expect(valueSaid('box.airMovement', 'STILL')).toBe('still')
  })

  it('leaves what somebody typed as they typed it', () => {
    expect(valueSaid('name', 'EGGS')).toBe('EGGS')
    expect(valueSaid('place', 'LOFT')).toBe('LOFT')
    expect(valueSaid('unit', 'US_CM')).toBe('US_CM')
    expect(valueSaid('atUs', '12')).toBe('12')
    expect(thingNamed('chamber', 'LOFT_TENT')).toBe('LOFT_TENT')
    expect(thingNamed('entry', 'TOPPED_UP')).toBe('topped up')
    expect(thingName('entry')).toBe('log entry')
    expect(thingName('task')).toBe('task')
    expect(thingNamed('rule', 'High above 30')).toBe('High above 30')
  })
})
