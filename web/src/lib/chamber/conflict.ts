/** Two people's versions of one document, value by value. Plain functions, tested beside. */
import { WALL_NAMES } from '../words'
import { same } from './draft'
import type { Problem } from '../api/client'

/** What to do when somebody else has saved first. */
export interface Conflict {
  what: 'plan' | 'settings'
  problem: Problem
  /** Tries the save again, now over what is in force. */
  again: () => Promise<boolean>
}

/** The versions that a conflict is between, and what both began from. */
export interface Sides {
  base: unknown
  mine: unknown
  theirs: unknown
}

/** Where a value stands: names of fields, and of list entries what tells them apart. */
export type Path = string[]
export type Side = 'mine' | 'theirs'

export interface Difference {
  path: Path
  mine: unknown
  theirs: unknown
  /** Whose it is when only one side changed it; null where both did and somebody has to choose. */
  by: Side | null
}

type Fields = Record<string, unknown>
const isFields = (value: unknown): value is Fields => typeof value === 'object' && value !== null && !Array.isArray(value)

/** What tells an entry of a list from the others, where its entries have such a thing. */
const identity = (entry: unknown): string | null =>
  isFields(entry) ? (typeof entry['id'] === 'string' ? entry['id'] : typeof entry['parameter'] === 'string' ? entry['parameter'] : null) : null

function named(list: unknown): Fields | null {
  if (!Array.isArray(list)) return null
  const names = list.map(identity)
  return names.includes(null) || new Set(names).size < names.length ? null : Object.fromEntries(list.map((entry, at) => [names[at]!, entry]))
}

/** The values in which two versions differ, with what both began from. */
export function differences(base: unknown, mine: unknown, theirs: unknown, path: Path = []): Difference[] {
  if (same(mine, theirs)) return []
  const [b, m, t] = [named(base), named(mine), named(theirs)]
  const [baseFields, mineFields, theirFields] = m && t ? [b, m, t] : [base, mine, theirs]
  if (isFields(mineFields) && isFields(theirFields)) {
    return [...new Set([...Object.keys(mineFields), ...Object.keys(theirFields)])].flatMap((field) =>
      differences(isFields(baseFields) ? baseFields[field] : undefined, mineFields[field], theirFields[field], [...path, field]),
    )
  }
  return [{ path, mine, theirs, by: same(mine, base) ? 'theirs' : same(theirs, base) ? 'mine' : null }]
}

/** Theirs, with mine wherever that was chosen; choices stand in the order of the differences. */
export function merged<T>(theirs: T, found: Difference[], choices: Side[]): T {
  const result = structuredClone(theirs)
  found.forEach(({ path, mine }, at) => {
    if (choices[at] === 'mine') put(result, path, mine)
  })
  return result
}

function put(root: unknown, path: Path, value: unknown) {
  let holder = root
  for (const step of path.slice(0, -1)) holder = Array.isArray(holder) ? holder.find((entry) => identity(entry) === step) : (holder as Fields)[step]
  const last = path.at(-1)!
  if (Array.isArray(holder)) {
    const at = holder.findIndex((entry) => identity(entry) === last)
    if (value === undefined) holder.splice(at, at < 0 ? 0 : 1)
    else if (at < 0) holder.push(structuredClone(value))
    else holder[at] = structuredClone(value)
  } else if (isFields(holder)) {
    if (value === undefined) delete holder[last]
    else holder[last] = structuredClone(value)
  }
}

/** What a path leads to, in words: fields as they are read, entries by their names. */
export function spoken(path: Path, ...roots: unknown[]): string {
  const words: string[] = []
  let here = roots
  for (const step of path) {
    const next = here.map((root) => (Array.isArray(root) ? root.find((entry) => identity(entry) === step) : isFields(root) ? root[step] : undefined))
    const isEntry = here.some(Array.isArray)
    const entry = next.find((each) => isFields(each) && (each['name'] ?? each['label']))
    words.push(isEntry && isFields(entry) ? String(entry['name'] ?? entry['label']) : readable(step))
    here = next
  }
  return words.join(', ')
}

/** The same for a field as the server names it, lists by number: `box.walls[2].openings` is the front wall's. */
export function fieldSpoken(field: string, root: unknown): string {
  let here = root
  const words: string[] = []
  for (const step of field.replace(/\[(\d+)\]/g, '.$1').split('.')) {
    const list = here
    here = Array.isArray(list) ? list[Number(step)] : isFields(list) ? list[step] : undefined
    if (!/^\d+$/.test(step)) words.push(readable(step))
    else if (isFields(here) && (here['name'] ?? here['label'])) words.splice(-1, 1, String(here['name'] ?? here['label']))
    else words.push(words.at(-1) === 'walls' ? WALL_NAMES[Number(step)]! : String(Number(step) + 1))
  }
  return words.join(', ')
}

const UNITS: Record<string, string> = { C: '°C', K: 'K', M: 'm', Mm: 'mm', Pct: '%', S: 's', W: 'W', Kg: 'kg', M2: 'm²', A: 'A', V: 'V' }

/** keepLowC → keep low (°C). */
function readable(field: string): string {
  const parts = field.replace(/([a-z0-9])([A-Z])/g, '$1 $2').split(' ')
  const unit = UNITS[parts.at(-1) ?? '']
  return unit && parts.length > 1 ? `${parts.slice(0, -1).join(' ').toLowerCase()} (${unit})` : parts.join(' ').toLowerCase()
}

/** A value in a few words. */
export function told(value: unknown): string {
  if (value === undefined) return 'not there'
  if (value === null || value === '') return 'empty'
  if (Array.isArray(value)) return value.length === 0 ? 'none' : value.every((each) => typeof each !== 'object') ? value.join(', ') : `${value.length} entries`
  if (isFields(value)) return String(value['name'] ?? value['label'] ?? 'something else')
  return value === true ? 'yes' : value === false ? 'no' : String(value)
}
