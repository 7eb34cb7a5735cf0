/** How numbers are shown. The server speaks SI; a person reads °C or °F; a difference is never turned as a level. */
import type { QuantityAnswer } from './api/types'

export type TemperatureUnit = 'C' | 'F'

export const celsiusTo = (unit: TemperatureUnit, levelC: number) => (unit === 'C' ? levelC : levelC * 1.8 + 32)
export const toCelsius = (unit: TemperatureUnit, level: number) => (unit === 'C' ? level : (level - 32) / 1.8)
export const kelvinTo = (unit: TemperatureUnit, differenceK: number) => (unit === 'C' ? differenceK : differenceK * 1.8)
export const toKelvin = (unit: TemperatureUnit, difference: number) => (unit === 'C' ? difference : difference / 1.8)

/** A true minus sign, so that figures line up and are read aloud rightly. */
export function fixed(value: number, digits: number): string {
  const text = value.toFixed(digits)
  const zero = Number(text) === 0
  return (zero ? text.replace('-', '') : text).replace('-', '−')
}

/** As many decimals as a step has: 0.1 → 1, 0.25 → 2, 1 → 0. */
export function decimalsOf(step: number): number {
  const text = String(step)
  const point = text.indexOf('.')
  return point < 0 ? 0 : text.length - point - 1
}

/** Rounds to a step without binary dust. */
export function toStep(value: number, step: number): number {
  return Number((Math.round(value / step) * step).toFixed(decimalsOf(step)))
}

export const level = (levelC: number, unit: TemperatureUnit, digits = 1) => `${fixed(celsiusTo(unit, levelC), digits)} °${unit}`

/** A difference: K for those who read °C, °F for the others. */
export const difference = (differenceK: number, unit: TemperatureUnit, digits = 1) =>
  unit === 'C' ? `${fixed(differenceK, digits)} K` : `${fixed(kelvinTo('F', differenceK), digits)} °F`

/** How long something lasts, to the nearest minute. It and time left are held to durations.cases.json, as the server's are. */
export function duration(seconds: number): string {
  return seconds < 90 ? `${Math.round(seconds)} s` : inWords(60 * Math.round(seconds / 60), Infinity)
}

/** How much time is left: never more than there is, so it is rounded down, and from six hours on minutes are left out. */
export function timeLeft(seconds: number): string {
  return seconds < 90 ? `${Math.floor(seconds)} s` : inWords(Math.floor(seconds), 6 * 3600)
}

function inWords(seconds: number, minutesBelow: number): string {
  if (seconds < 3600) return `${Math.floor(seconds / 60)} min`
  if (seconds >= 2 * 86_400) return `${Math.floor(seconds / 86_400)} days`
  const minutes = Math.floor((seconds % 3600) / 60)
  return `${Math.floor(seconds / 3600)} h${minutes === 0 || seconds >= minutesBelow ? '' : ` ${minutes} min`}`
}

/** A time of day from hours since midnight: 25.5 → 01:30. */
export function clock(hours: number): string {
  const minutes = Math.round(hours * 60)
  return `${String(Math.floor(minutes / 60) % 24).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`
}

export function quantity(of: QuantityAnswer, unit: TemperatureUnit): string {
  switch (of.unit) {
    case 'CELSIUS':
      return level(of.value, unit)
    case 'KELVIN':
      return difference(of.value, unit)
    case 'KELVIN_PER_HOUR':
      return `${difference(of.value, unit)}/h`
    case 'PERCENT':
      return `${fixed(of.value, of.value > 99 && of.value < 100 ? 1 : 0)} %`
    case 'RELATIVE_HUMIDITY':
      return `${fixed(of.value, 0)} %RH`
    case 'PPM':
      return `${fixed(of.value, 0)} ppm`
    case 'GRAM_PER_HOUR':
      return `${fixed(of.value, of.value < 20 ? 1 : 0)} g/h`
    case 'WATT':
      return `${fixed(of.value, of.value < 20 ? 1 : 0)} W`
    case 'SECOND':
      return duration(of.value)
    case 'PER_HOUR':
      return fixed(of.value, 1)
    case 'COUNT':
      return fixed(of.value, of.value < 10 ? 1 : 0)
    default:
      return never(of.unit)
  }
}

/** Puts numbers, and names that people gave, into the slots of a sentence; what a name holds is never a slot. */
export function fill(text: string, numbers: Record<string, QuantityAnswer>, unit: TemperatureUnit, names: Record<string, string> = {}): string {
  return text.replace(/\{(\w+)\}/g, (slot, name: string) => {
    const number = numbers[name]
    return number ? quantity(number, unit) : (names[name] ?? slot)
  })
}

/** Whether this person writes a comma before the tenths. */
export const commaIsDecimal = (): boolean =>
  typeof navigator !== 'undefined' && new Intl.NumberFormat(navigator.language).formatToParts(1.5).some((part) => part.type === 'decimal' && part.value === ',')

/** One comma before three digits: a thousand to some, a thousandth to others. */
export const isAmbiguous = (text: string): boolean => /^[+−-]?\d{1,3},\d{3}$/.test(text.trim())

/**
 * Reads what a person typed: comma or point, a true minus sign; null where it is no number, and where a comma before three digits could mean a thousand, unless the
 * person's language has it before the tenths.
 */
export function parse(text: string, comma = commaIsDecimal()): number | null {
  if (isAmbiguous(text) && !comma) return null
  const plain = text.trim().replace(',', '.').replace('−', '-')
  return /^[+-]?(\d+\.?\d*|\.\d+)$/.test(plain) ? Number(plain) : null
}

function never(unit: never): never {
  throw new Error(`no words for the unit ${String(unit)}`)
}
