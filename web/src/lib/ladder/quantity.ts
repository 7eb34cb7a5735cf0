/** What a ladder is of: temperature, temperature in a second place, or humidity. All values are the server's, in °C or %RH, until they are shown. */
import type { OccupancyPlan, RehearsalAnswer, RungAnswer } from '../api/types'
import { celsiusTo, fixed, level, toCelsius, type TemperatureUnit } from '../units'
import type { DisplayUnit } from '../words'

export interface Harm {
  side: 'LOW' | 'HIGH'
  level: number
  durationS: number
}

export interface Quantity {
  humidity: boolean
  /** Whether it is of the second place, with its name. */
  other: string | null
  /** What is wanted; null where humidity does not matter. */
  keep: { low: number; high: number } | null
  harm: Harm[]
  /** How wide the axis is drawn around what is there, in the quantity's own unit. */
  pad: number
  lowest: number
  highest: number
  show(value: number): string
  toShown(value: number): number
  fromShown(shown: number): number
  /** A step on a controller's display in the quantity's own unit. */
  perDisplay(unit: DisplayUnit): number
}

export function temperature(needs: OccupancyPlan, unit: TemperatureUnit): Quantity {
  return {
    humidity: false,
    other: null,
    keep: { low: needs.keepLowC, high: needs.keepHighC },
    harm: needs.harmLimits.filter((each) => each.costs === null).map(({ side, levelC, durationS }) => ({ side, level: levelC, durationS })),
    pad: 1,
    lowest: -273,
    highest: 1000,
    show: (value) => level(value, unit),
    toShown: (value) => celsiusTo(unit, value),
    fromShown: (shown) => toCelsius(unit, shown),
    perDisplay: (display) => (display === 'F' ? 1 / 1.8 : 1),
  }
}

/** The temperature of the second place; null where there is none. */
export function secondPlace(needs: OccupancyPlan, unit: TemperatureUnit): Quantity | null {
  const { other } = needs
  return other && { ...temperature(needs, unit), other: other.where, keep: { low: other.keepLowC, high: other.keepHighC }, harm: [] }
}

export function humidity(needs: OccupancyPlan): Quantity {
  const { keepHumidityLowPct: low, keepHumidityHighPct: high } = needs
  return {
    humidity: true,
    other: null,
    keep: low !== null && high !== null ? { low, high } : null,
    harm: [],
    pad: 5,
    lowest: 0,
    highest: 100,
    show: (value) => `${fixed(value, 0)} %RH`,
    toShown: (value) => value,
    fromShown: (shown) => shown,
    perDisplay: () => 1,
  }
}

/** What an output does, for its strip under the trace. */
export type Doing = 'warm' | 'cool' | 'moist' | 'dry' | 'fan' | 'intake' | 'vent'

function doing(law: RehearsalAnswer['settings'][number]['law'], direction: 'RAISE' | 'LOWER', outlet: number, humidity: boolean): Doing {
  if (law === 'FAN_BAND') return outlet === 0 ? 'fan' : 'intake'
  if (law === 'STEP_VENT') return outlet === 0 ? 'vent' : 'fan'
  return humidity ? (direction === 'RAISE' ? 'moist' : 'dry') : direction === 'RAISE' ? 'warm' : 'cool'
}

/** The parts of an answer that belong to a quantity. */
export function partsOf(answer: RehearsalAnswer, quantity: Quantity) {
  const elsewhere = new Set(answer.ladder.rungs.filter((rung) => rung.other).map((rung) => rung.controllerId))
  const mine = answer.settings
    .filter((each) => (each.unit === 'RH') === quantity.humidity && elsewhere.has(each.controllerId) === (quantity.other !== null))
    .map((each) => each.controllerId)
  const loops = answer.settings.flatMap(({ controllerId, law, points }) =>
    points.map(({ loopId, direction }, outlet) => ({ controllerId, loopId, does: doing(law, direction, outlet, quantity.humidity), shares: answer.trace.onShares[loopId] ?? [] })),
  )
  return {
    rungs: answer.ladder.rungs.filter((rung: RungAnswer) => rung.humidity === quantity.humidity && rung.other === (quantity.other !== null)),
    occupant: quantity.humidity ? answer.trace.humidity : quantity.other !== null ? answer.trace.other : answer.trace.occupant,
    level: quantity.humidity ? answer.metrics.humidity : quantity.other !== null ? answer.metrics.other : answer.metrics.occupant,
    displays: mine.map((id) => answer.trace.displays[id]!),
    displayLevels: mine.map((id) => answer.metrics.displays[id]!),
    loops: loops.filter((loop) => mine.includes(loop.controllerId)),
  }
}
