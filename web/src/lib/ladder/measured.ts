/** What was measured, as lines for the ladder. */
import { type Held } from '../held'
import type { Chart, RehearsalAnswer, SeriesView } from '../api/types'

/** A line on a ladder; nulls are gaps. In °C or %RH at the occupant where `main`, else as measured. */
export interface Line {
  name: string
  main: boolean
  low: (number | null)[]
  high: (number | null)[]
}

export interface MeasuredTrace {
  lines: Line[]
  /** Whether the rehearsed trace is drawn, too. */
  beside: boolean
  /** In words: what the main line is. */
  says: string
}

/**
 * The series of one quantity as lines. What a display shows is moved by the difference of its place, as the rungs are, so that it meets them at one height; what a probe
 * of its own says stays as it is.
 *
 * @param bucketed newest readings on one grid, by series
 */
export function linesOf(all: SeriesView[], bucketed: Record<string, Pick<Chart, 'low' | 'high'>>, answer: RehearsalAnswer, of: Held): Line[] {
  const mine = all.filter((each) => bucketed[each.id] && each.quantity === of)
  const displays = mine.filter((each) => each.controllerId !== null && each.controllerId in answer.ladder.placementK)
  const moved = (values: (number | null)[], by: number) => values.map((value) => (value === null ? null : value + by))
  return mine.map((each) => {
    const { low, high } = bucketed[each.id]!
    const by = each.controllerId === null ? undefined : answer.ladder.placementK[each.controllerId]
    const isDisplay = by !== undefined
    return { name: each.name, main: isDisplay || displays.length === 0, low: isDisplay ? moved(low, by) : low, high: isDisplay ? moved(high, by) : high }
  })
}

/** Stretches of a line without a gap, as ranges of buckets. Single buckets missing between two others are bridged: a reading may come a moment late. */
export function stretches(values: readonly (number | null)[], bridged = 1): [number, number][] {
  const found: [number, number][] = []
  for (let i = 0; i < values.length; i++) {
    if (values[i] === null) continue
    const last = found.at(-1)
    if (last && i - last[1] <= bridged + 1) last[1] = i
    else found.push([i, i])
  }
  return found
}
