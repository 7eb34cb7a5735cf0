/** Two revisions of a controller's settings, value by value, and what the change does to the chamber as it is planned now. */
import type { FindingAnswer, KeyPlan, Parameter, RehearsalAnswer, SettingsView } from '../api/types'

export interface ChangedValue {
  parameter: Parameter
  /** Null where that revision has no such value: the key came or went with the profile. */
  from: number | null
  to: number | null
}

/** What differs between two revisions, in key order; keys that the profile no longer has come last. */
export function changed(from: SettingsView, to: SettingsView, keys: KeyPlan[]): ChangedValue[] {
  const order = keys.map((key) => key.parameter)
  const all = new Set([...order, ...(Object.keys(from.values) as Parameter[]), ...(Object.keys(to.values) as Parameter[])])
  return [...all].map((parameter) => ({ parameter, from: from.values[parameter] ?? null, to: to.values[parameter] ?? null })).filter((each) => each.from !== each.to)
}

/** What is found with one rehearsal and not with another, one of each kind. */
export function onlyIn(one: RehearsalAnswer, other: RehearsalAnswer): FindingAnswer[] {
  const known = new Set(other.findings.map((finding) => finding.code))
  return one.findings.filter((finding, at) => !known.has(finding.code) && one.findings.findIndex((each) => each.code === finding.code) === at)
}
