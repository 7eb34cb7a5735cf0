/** What a draft works out without touching anything: plain functions, tested beside. */
import type { FieldProblem } from '../api/client'
import { catalogue } from '../api/catalogue'
import type { ChamberPlan, ControllerPlan, ProbePlan, RehearsalAnswer, Values } from '../api/types'

/** Whether two plain values are the same, whatever the order of their fields. */
export function same(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false
  const aKeys = Object.keys(a)
  const bKeys = Object.keys(b)
  return (
    Array.isArray(a) === Array.isArray(b) && aKeys.length === bKeys.length && aKeys.every((key) => same((a as Record<string, unknown>)[key], (b as Record<string, unknown>)[key]))
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

/** Drops what is keyed into controllers and keys that are there no longer. */
export function dropKeys(plan: ChamberPlan, keyed: Record<string, Values>) {
  for (const id of Object.keys(keyed)) {
    const keys = plan.controllers.find((controller) => controller.id === id)?.profile.keys
    if (keys)
      keyed[id] = Object.fromEntries(keys.filter(({ parameter }) => keyed[id]?.[parameter] !== undefined).map(({ parameter }) => [parameter, keyed[id]![parameter]])) as Values
    else delete keyed[id]
  }
}

/** Controllers with keys that hold nothing yet. */
export function lackingKeys(plan: ChamberPlan, keyed: Record<string, Values>): ControllerPlan[] {
  return plan.controllers.filter(({ id, profile }) => profile.keys.some(({ parameter }) => keyed[id]?.[parameter] === undefined))
}

/** Where the outputs of a controller switch, for those that do. */
export function switching(answer: RehearsalAnswer | null, controllerId: string): { onAt: number; offAt: number }[] {
  const points = answer?.settings.find((each) => each.controllerId === controllerId)?.points ?? []
  return points.flatMap(({ onAt, offAt }) => (onAt === null || offAt === null ? [] : [{ onAt, offAt }]))
}

/** A foam box to begin measuring from. */
export function freshBox(altitudeM: number): NonNullable<ChamberPlan['box']> {
  return { ...structuredClone(catalogue.box), altitudeM }
}

/** A controller with plain labels, on the first probe and the first appliance that no other switches. */
export function freshController(plan: ChamberPlan): ControllerPlan {
  const taken = new Set(plan.controllers.flatMap((each) => each.loops.flatMap((loop) => loop.applianceIds)))
  const appliance = plan.appliances.find((each) => !taken.has(each.id)) ?? plan.appliances[0]
  return {
    id: crypto.randomUUID(),
    name: 'My controller',
    probeIds: plan.probes[0] ? [plan.probes[0].id] : [],
    profile: structuredClone(catalogue.profile),
    device: null,
    loops: [{ id: crypto.randomUUID(), applianceIds: appliance ? [appliance.id] : [], ratedA: null, ratedDcA: null, ratedW: null, cutOut: false }],
  }
}

/** The habits of a device of which nothing is known. */
export const unknownHabits = (): ControllerPlan['profile']['habits'] => structuredClone(catalogue.profile.habits)

/** Whether a device works two outlets around one value: it has a differential for each. */
export function isTwoSided(controller: ControllerPlan): boolean {
  return controller.profile.keys.some((key) => key.parameter === 'LOWER_DIFFERENTIAL')
}

/** A probe that hangs in its usual place and feels what follows from it. */
export function freshProbe(): ProbePlan {
  return { ...structuredClone(catalogue.probe), id: crypto.randomUUID() }
}
