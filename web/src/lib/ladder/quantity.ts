/** What a ladder is of: temperature, temperature in a second place, or what the air holds. All values are the server's, in the model's unit, until they are shown. */
import type { OccupancyPlan, RehearsalAnswer, RungAnswer } from '../api/types'
import { celsiusTo, fixed, level, toCelsius, type TemperatureUnit } from '../units'
import { deadly } from '../danger'
import { AIR, type DisplayUnit, type Doing, HELD, type Held, type HeldOfAir, heldOf, wantedOf } from '../held'

export interface Harm {
  side: 'LOW' | 'HIGH'
  level: number
  durationS: number
}

export interface Quantity {
  of: Held
  /** Whether it is of the second place, with its name. */
  other: string | null
  /** What is wanted; null where it does not matter. */
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
    of: 'TEMPERATURE',
    other: null,
    keep: { low: needs.keepLowC, high: needs.keepHighC },
    harm: deadly(needs.harmLimits),
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

export function ofAir(of: HeldOfAir, needs: OccupancyPlan): Quantity {
  const { pad, highest, sign } = AIR[of]
  const [low, high] = wantedOf(of, needs)
  return {
    of,
    other: null,
    keep: low !== null && high !== null ? { low, high } : null,
    harm: deadly(needs.harmLimits, of),
    pad,
    lowest: 0,
    highest,
    show: (value) => `${fixed(value, 0)} ${sign}`,
    toShown: (value) => value,
    fromShown: (shown) => shown,
    perDisplay: () => 1,
  }
}

function doing(law: RehearsalAnswer['settings'][number]['law'], direction: 'RAISE' | 'LOWER', outlet: number, of: Held): Doing {
  if (law === 'FAN_BAND') return outlet === 0 ? 'fan' : 'intake'
  if (law === 'STEP_VENT') return outlet === 0 ? 'vent' : 'fan'
  return HELD[of].does[direction === 'RAISE' ? 0 : 1]
}

/** The parts of an answer that belong to a quantity. */
export function partsOf(answer: RehearsalAnswer, quantity: Quantity) {
  const elsewhere = new Set(answer.ladder.rungs.filter((rung) => rung.other).map((rung) => rung.controllerId))
  const mine = answer.settings
    .filter((each) => heldOf(each.unit) === quantity.of && elsewhere.has(each.controllerId) === (quantity.other !== null))
    .map((each) => each.controllerId)
  const loops = answer.settings.flatMap(({ controllerId, law, points }) =>
    points.map(({ loopId, direction }, outlet) => ({ controllerId, loopId, does: doing(law, direction, outlet, quantity.of), shares: answer.trace.onShares[loopId] ?? [] })),
  )
  return {
    rungs: answer.ladder.rungs.filter((rung: RungAnswer) => rung.quantity === quantity.of && rung.other === (quantity.other !== null)),
    occupant: quantity.of !== 'TEMPERATURE' ? (answer.trace.air[quantity.of] ?? null) : quantity.other !== null ? answer.trace.other : answer.trace.occupant,
    level: quantity.of !== 'TEMPERATURE' ? (answer.metrics.air[quantity.of] ?? null) : quantity.other !== null ? answer.metrics.other : answer.metrics.occupant,
    displays: mine.map((id) => answer.trace.displays[id]!),
    displayLevels: mine.map((id) => answer.metrics.displays[id]!),
    loops: loops.filter((loop) => mine.includes(loop.controllerId)),
  }
}
