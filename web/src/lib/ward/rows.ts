/** A ward's rows: what is found among them, in which groups, and in which order. */
import type { WardRow } from '../api/types'

export type Grouping = 'need' | 'place' | 'living'

/** How much a chamber wants somebody: sign, tone and words, by its rank rounded up. */
export const MARKS = [
  ['◆', 'act', 'Needs you now'],
  ['▲', 'mind', 'Mind this'],
  ['■', 'well', 'Well'],
  ['□', 'none', 'Not begun'],
] as const

/** How many are drawn at once; the rest is asked for. */
export const SHOWN = 40

/** Words of a search are looked for in name, place and who lives there; all of them must be there. */
export function found(row: WardRow, search: string): boolean {
  const text = `${row.name} ${row.standsAt ?? ''} ${row.living?.name ?? ''}`.toLowerCase()
  return search
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word))
}

/** The heading that a row stands under; empty for none. */
export function groupOf(row: WardRow, grouping: Grouping): string {
  if (grouping === 'place') return row.standsAt ?? 'Nobody said where'
  if (grouping === 'living') return row.living?.name ?? 'Nobody lives there yet'
  return ''
}

export interface Group<T> {
  name: string
  rows: T[]
}

/** Rows in their order under headings; the group with the first row comes first, so that what is most in need stays on top. */
export function grouped<T extends { view: WardRow }>(rows: T[], grouping: Grouping): Group<T>[] {
  const groups = new Map<string, Group<T>>()
  for (const row of rows) {
    const name = groupOf(row.view, grouping)
    const group = groups.get(name) ?? { name, rows: [] }
    group.rows.push(row)
    groups.set(name, group)
  }
  return [...groups.values()]
}
