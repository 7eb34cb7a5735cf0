/** What a draft works out without touching anything: plain functions, tested beside. */
import type { FieldProblem } from '../api/client'
import type { ApplianceKind, AppliancePlan, ChamberPlan, ControllerPlan, KeyPlan, ProbePlan, RehearsalAnswer, Values } from '../api/types'
import { MEANINGS } from './meanings'

/** Whether two plain values are the same, whatever the order of their fields. */
export function same(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false
  const aKeys = Object.keys(a)
  const bKeys = Object.keys(b)
  return (
    Array.isArray(a) === Array.isArray(b) &&
    aKeys.length === bKeys.length &&
    aKeys.every((key) => same((a as Record<string, unknown>)[key], (b as Record<string, unknown>)[key]))
  )
}

/** Number of keys with another value than saved; a controller without saved settings counts each of its keys. */
export function countChanges(saved: Record<string, Values>, typed: Record<string, Values>): number {
  let changes = 0
  for (const [controllerId, values] of Object.entries(typed)) {
    const before = (saved[controllerId] ?? {}) as Record<string, number>
    const now = values as Record<string, number>
    changes += new Set([...Object.keys(before), ...Object.keys(now)].filter((key) => before[key] !== now[key])).size
  }
  return changes
}

/** Parts that must be there before a chamber can be rehearsed, in the keeper's words. */
export function missingParts(plan: ChamberPlan): string[] {
  const missing: string[] = []
  if (!plan.occupancy) missing.push('who lives in it')
  if (!plan.box) missing.push('the box')
  if (!plan.contents) missing.push('what is inside')
  if (!plan.room) missing.push('the room')
  return missing
}

/** Refused fields by their path in the plan; a rehearsal and a save name the same field behind different prefixes. */
export function fieldErrors(errors: FieldProblem[]): Record<string, string> {
  return Object.fromEntries(errors.map((error) => [error.field.replace(/^(chamber|plan)\./, ''), error.allowed]))
}

/** Makes the keyed values follow the profiles: a new key gets a sensible value, a key that is gone loses its own. */
export function alignKeys(plan: ChamberPlan, keyed: Record<string, Values>, answer: RehearsalAnswer | null) {
  for (const id of Object.keys(keyed)) {
    if (!plan.controllers.some((controller) => controller.id === id)) delete keyed[id]
  }
  for (const controller of plan.controllers) {
    const old = keyed[controller.id] ?? {}
    const values: Values = {}
    for (const key of controller.profile.keys) values[key.parameter] = old[key.parameter] ?? initial(plan, controller, key, answer)
    keyed[controller.id] = values
  }
}

function initial(plan: ChamberPlan, controller: ControllerPlan, key: KeyPlan, answer: RehearsalAnswer | null): number {
  const unit = controller.profile.unit
  const { kind, begin } = MEANINGS[key.parameter]
  if (key.parameter === 'LOWEST_SETTABLE') return key.lowest
  if (key.parameter === 'HIGHEST_SETTABLE') return key.highest
  if (key.parameter === 'UNIT') return unit === 'F' ? 1 : 0
  if (unit === 'RH' && kind !== 'choice' && begin === null) return initialHumidity(plan, key)
  const level = (celsius: number) => nearest(key, unit === 'F' ? celsius * 1.8 + 32 : celsius)
  const apart = (kelvin: number) => nearest(key, unit === 'F' ? kelvin * 1.8 : kelvin)
  const [first, second] = (answer?.settings.find((each) => each.controllerId === controller.id)?.points ?? []).map(switching)
  const keep = plan.occupancy
  const middle = keep ? (keep.keepLowC + keep.keepHighC) / 2 : 25
  if (controller.profile.law === 'FAN_BAND' || controller.profile.law === 'STEP_VENT') {
    // What airs begins where it is already warm or damp enough, so that it leaves the heater and the humidifier alone.
    const warmth = keep ? keep.keepHighC - 0.3 * (keep.keepHighC - keep.keepLowC) : 25
    if (key.parameter === 'SET_VALUE' || key.parameter === 'NIGHT_SET_VALUE') return level(warmth)
    if (key.parameter === 'BAND') return apart(keep ? Math.max(1, keep.keepHighC - warmth) : 2)
    const damp = keep?.keepHumidityHighPct
    if (damp != null && (key.parameter === 'SET_HUMIDITY' || key.parameter === 'NIGHT_SET_HUMIDITY')) return nearest(key, damp - 5)
  }
  switch (key.parameter) {
    case 'ON_AT':
      return first ? first.onAt : level(keep ? keep.keepLowC + 0.25 * (keep.keepHighC - keep.keepLowC) : 25)
    case 'OFF_AT':
      return first ? first.offAt : level(keep ? keep.keepHighC - 0.25 * (keep.keepHighC - keep.keepLowC) : 26)
    case 'SET_VALUE':
      return first ? first.offAt : level(middle)
    case 'NIGHT_SET_VALUE':
      return level(middle)
    case 'FAN_SET_VALUE':
      return level(keep ? keep.keepHighC : 30)
    case 'DIFFERENTIAL':
      return first ? nearest(key, Math.abs(first.offAt - first.onAt)) : nearest(key, unit === 'F' ? 1 : 0.5)
    case 'LOWER_DIFFERENTIAL':
      return second ? nearest(key, Math.abs(second.offAt - second.onAt)) : apart(1.1)
    case 'HIGH_ALARM':
      return level(keep ? keep.keepHighC + 1.5 : 40)
    case 'LOW_ALARM':
      return level(keep ? keep.keepLowC - 2 : 10)
    default:
      return kind === 'level' ? level(begin ?? middle) : kind === 'difference' ? apart(begin ?? 1) : nearest(key, begin ?? 0)
  }
}

/** Where an output switches, for those that do. */
function switching({ onAt, offAt }: RehearsalAnswer['settings'][number]['points'][number]) {
  return onAt === null || offAt === null ? undefined : { onAt, offAt }
}

/** A humidity controller begins inside what is wanted, its alarms outside. */
function initialHumidity(plan: ChamberPlan, key: KeyPlan): number {
  const low = plan.occupancy?.keepHumidityLowPct ?? 55
  const high = plan.occupancy?.keepHumidityHighPct ?? 65
  switch (key.parameter) {
    case 'ON_AT':
      return nearest(key, low + 0.25 * (high - low))
    case 'OFF_AT':
    case 'SET_VALUE':
    case 'NIGHT_SET_VALUE':
      return nearest(key, low + 0.6 * (high - low))
    case 'DIFFERENTIAL':
    case 'LOWER_DIFFERENTIAL':
      return nearest(key, Math.max(3, 0.3 * (high - low)))
    case 'HIGH_ALARM':
      return nearest(key, Math.min(99, high + 5))
    case 'LOW_ALARM':
      return nearest(key, low - 10)
    default:
      return nearest(key, 0)
  }
}

function nearest(key: KeyPlan, value: number): number {
  const rounded = Number((Math.round(value / key.step) * key.step).toFixed(6))
  return Math.max(key.lowest, Math.min(key.highest, rounded))
}

/** A foam box to begin measuring from. */
export function freshBox(altitudeM: number): NonNullable<ChamberPlan['box']> {
  return {
    innerLengthM: 0.5,
    innerWidthM: 0.4,
    innerHeightM: 0.35,
    walls: Array.from({ length: 6 }, () => ({ layers: [{ materialId: 'expanded-polystyrene', thicknessMm: 50 }], openings: [] })),
    airChangesPerHour: 0.5,
    airMovement: 'STILL',
    altitudeM,
    gradientKm: 0,
    lossFactor: 1,
    tank: null,
  }
}

/** A controller with plain labels, on the first probe and the first appliance that no other switches. */
export function freshController(plan: ChamberPlan): ControllerPlan {
  const taken = new Set(plan.controllers.flatMap((each) => each.loops.flatMap((loop) => loop.applianceIds)))
  const appliance = plan.appliances.find((each) => !taken.has(each.id)) ?? plan.appliances[0]
  const number = (parameter: KeyPlan['parameter'], label: string, step: number, lowest: number, highest: number): KeyPlan => ({
    parameter,
    label,
    step,
    lowest,
    highest,
    factory: null,
    words: [],
    offAt: null,
    also: null,
    place: null,
  })
  return {
    id: crypto.randomUUID(),
    name: 'My controller',
    probeIds: plan.probes[0] ? [plan.probes[0].id] : [],
    profile: {
      law: 'ON_OFF',
      unit: 'C',
      resolution: 0.1,
      samplingS: 1,
      raising: 'OFF_AT_SET',
      lowering: 'OFF_AT_SET',
      strict: false,
      keys: [
        number('SET_VALUE', 'Set value', 0.1, -40, 110),
        number('DIFFERENTIAL', 'Differential', 0.1, 0.1, 15),
        number('HIGH_ALARM', 'High alarm', 0.1, -40, 110),
        number('LOW_ALARM', 'Low alarm', 0.1, -40, 110),
        number('OFFSET', 'Calibration', 0.1, -10, 10),
      ],
      howToSet: '',
      howToSave: '',
      habits: unknownHabits(),
      floorAsOne: null,
    },
    device: null,
    loops: [{ id: crypto.randomUUID(), applianceIds: appliance ? [appliance.id] : [], ratedA: null, ratedDcA: null, ratedW: null, cutOut: false }],
  }
}

/** The habits of a device of which nothing is known. */
export function unknownHabits(): ControllerPlan['profile']['habits'] {
  return { leftAlone: 'UNKNOWN', restS: null, sounder: 'UNKNOWN', linkLoss: 'NO_LINK', highAlarmLeast: 0, lowAlarmLeast: 0, codes: [], calibration: null, highAlarmDoes: null, lowAlarmDoes: null }
}

/** Whether a device works two outlets around one value: it has a differential for each. */
export function isTwoSided(controller: ControllerPlan): boolean {
  return controller.profile.keys.some((key) => key.parameter === 'LOWER_DIFFERENTIAL')
}


/** A probe that hangs in its usual place and feels what follows from it. */
export function freshProbe(): ProbePlan {
  return {
    id: crypto.randomUUID(), name: 'probe', place: null, heaterShare: null, contentsShare: null, roomShare: null, ownWarmthK: 0,
    lightWarmthK: 0, lagS: 40, sensorErrorK: 0, driftKPerDay: 0, pollingKs: 0, humidity: null,
  }
}
