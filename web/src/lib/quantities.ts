/** What series measure, in words and in the units a person reads. */
import type { Measured, SeriesUnit } from './api/types'
import { celsiusTo, fixed, type TemperatureUnit } from './units'

/** Names, the units that can be sent, how many decimals a value is shown with, and how far back a new alarm rule wants it to go, in the unit it is kept in. */
export const QUANTITIES: Record<Measured, { name: string; units: [SeriesUnit, string][]; digits: number; deadband: number }> = {
  TEMPERATURE: {
    name: 'temperature',
    units: [
      ['C', '°C'],
      ['F', '°F'],
    ],
    digits: 1,
    deadband: 0.2,
  },
  RELATIVE_HUMIDITY: { name: 'relative humidity', units: [['RH', '%RH']], digits: 0, deadband: 2 },
  LIGHT: {
    name: 'light',
    units: [
      ['LX', 'lx'],
      ['UMOL_M2_S', 'µmol/m²s'],
    ],
    digits: 0,
    deadband: 50,
  },
  CARBON_DIOXIDE: { name: 'carbon dioxide', units: [['PPM', 'ppm']], digits: 0, deadband: 50 },
  WATER_LEVEL: {
    name: 'water level',
    units: [
      ['MM', 'mm'],
      ['CM', 'cm'],
      ['INCH', 'in'],
    ],
    digits: 0,
    deadband: 5,
  },
  PH: { name: 'pH', units: [['PH', 'pH']], digits: 2, deadband: 0.05 },
  CONDUCTIVITY: {
    name: 'conductivity',
    units: [
      ['US_CM', 'µS/cm'],
      ['MS_CM', 'mS/cm'],
    ],
    digits: 0,
    deadband: 20,
  },
  POWER: { name: 'power', units: [['W', 'W']], digits: 0, deadband: 2 },
}

/** Whether a unit is one of temperature. */
export const isTemperature = (unit: SeriesUnit) => QUANTITIES.TEMPERATURE.units.some(([each]) => each === unit)

/** A unit as it is written after a number. */
export const signOfUnit = (unit: SeriesUnit) =>
  Object.values(QUANTITIES)
    .flatMap((each) => each.units)
    .find(([each]) => each === unit)![1]

type Of = { quantity: Measured; sign: string }

/** A value as it is kept, in the unit a person reads. */
export const toRead = (value: number, of: Pick<Of, 'quantity'>, unit: TemperatureUnit) => (of.quantity === 'TEMPERATURE' ? celsiusTo(unit, value) : value)

export const signOf = (of: Of, unit: TemperatureUnit) => (of.quantity === 'TEMPERATURE' ? `°${unit}` : of.sign)

export const shown = (value: number, of: Of, unit: TemperatureUnit) => `${fixed(toRead(value, of, unit), QUANTITIES[of.quantity].digits)} ${signOf(of, unit)}`

/** How long ago, in the words of somebody who waits for it. */
export function ago(seconds: number): string {
  if (seconds < 5) return 'now'
  if (seconds < 90) return `${Math.round(seconds)} s ago`
  if (seconds < 5400) return `${Math.round(seconds / 60)} min ago`
  if (seconds < 48 * 3600) return `${Math.floor(seconds / 3600)} h ${String(Math.floor((seconds % 3600) / 60)).padStart(2, '0')} ago`
  return `${Math.floor(seconds / 86_400)} days ago`
}

/** Whether nothing is known of a series any more: how long a value holds is the server's to say. */
export const isSilent = (of: { silentAfterS: number }, ageS: number) => ageS > of.silentAfterS
