/** What a controller can hold, in the words, units and colours of the page: one row a quantity. */
import type { ControllerPlan, OccupancyPlan } from './api/types'

/** The unit a controller shows and is keyed in. */
export type DisplayUnit = ControllerPlan['profile']['unit']
export type Held = 'TEMPERATURE' | 'RELATIVE_HUMIDITY' | 'CARBON_DIOXIDE'
export type HeldOfAir = Exclude<Held, 'TEMPERATURE'>

/** What an output does, for its strip under the trace. */
export type Doing = 'warm' | 'cool' | 'moist' | 'dry' | 'enrich' | 'fan' | 'intake' | 'vent'

interface HeldRow {
  name: string
  /** Over a narrow ladder. */
  short: string
  raise: string
  raises: string
  raising: string
  lower: string
  lowers: string
  lowering: string
  /** Strips of what raises and of what lowers it. */
  does: [Doing, Doing]
  /** Colours of what raises and of what lowers it. */
  colours: [string, string]
}

export const HELD: Record<Held, HeldRow> = {
  TEMPERATURE: {
    name: 'temperature',
    short: 'Needs',
    raise: 'heat',
    raises: 'warms',
    raising: 'Heat',
    lower: 'cool',
    lowers: 'cools',
    lowering: 'Cooling',
    does: ['warm', 'cool'],
    colours: ['warming', 'cooling'],
  },
  RELATIVE_HUMIDITY: {
    name: 'humidity',
    short: 'Damp',
    raise: 'moisten',
    raises: 'moistens',
    raising: 'Moistening',
    lower: 'dry',
    lowers: 'dries',
    lowering: 'Drying',
    does: ['moist', 'dry'],
    colours: ['moistening', 'drying'],
  },
  CARBON_DIOXIDE: {
    name: 'carbon dioxide',
    short: 'CO₂',
    raise: 'enrich',
    raises: 'enriches',
    raising: 'Enriching',
    lower: 'air',
    lowers: 'airs',
    lowering: 'Airing',
    does: ['enrich', 'fan'],
    colours: ['enriching', 'drying'],
  },
}

type AirEnd = 'keepHumidityLowPct' | 'keepHumidityHighPct' | 'keepCarbonDioxideLowPpm' | 'keepCarbonDioxideHighPpm'

interface AirRow {
  unit: DisplayUnit
  sign: string
  /** A difference of 1 and of more. */
  differences: [string, string]
  /** Decimals of a difference. */
  digits: number
  /** Step of a display that shows it beside a temperature. */
  resolution: number
  /** How wide the axis is drawn around what is there. */
  pad: number
  highest: number
  /** The fields in which a plan says what is wanted of it, by day and by night. */
  ends: [AirEnd, AirEnd]
}

/** What the air holds. */
export const AIR: Record<HeldOfAir, AirRow> = {
  RELATIVE_HUMIDITY: {
    unit: 'RH',
    sign: '%RH',
    differences: ['point', 'points'],
    digits: 1,
    resolution: 1,
    pad: 5,
    highest: 100,
    ends: ['keepHumidityLowPct', 'keepHumidityHighPct'],
  },
  CARBON_DIOXIDE: {
    unit: 'PPM',
    sign: 'ppm',
    differences: ['ppm', 'ppm'],
    digits: 0,
    resolution: 10,
    pad: 100,
    highest: 10_000,
    ends: ['keepCarbonDioxideLowPpm', 'keepCarbonDioxideHighPpm'],
  },
}

/** The two ends of what is wanted of it; null where it does not matter. */
export const wantedOf = (of: HeldOfAir, needs: Pick<OccupancyPlan, AirEnd>) => AIR[of].ends.map((end) => needs[end]) as [number | null, number | null]

export const OF_AIR = Object.keys(AIR) as HeldOfAir[]

/** What a display of a unit shows. */
export const heldOf = (unit: DisplayUnit): Held => OF_AIR.find((each) => AIR[each].unit === unit) ?? 'TEMPERATURE'

/** What the air holds that a display of a unit shows; null for a temperature. */
export const airOf = (unit: DisplayUnit): AirRow | null => {
  const held = heldOf(unit)
  return held === 'TEMPERATURE' ? null : AIR[held]
}

export const isOfAir = (quantity: string): quantity is HeldOfAir => quantity in AIR

export const unitSign = (unit: DisplayUnit) => airOf(unit)?.sign ?? `°${unit}`

/** The unit of a difference, as it is written after a number. */
export const differenceSign = (unit: DisplayUnit, value = 2) => {
  const air = airOf(unit)
  return air ? air.differences[Math.abs(value) === 1 ? 0 : 1] : unit === 'F' ? '°F' : 'K'
}
