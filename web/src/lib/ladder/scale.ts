/** The geometry of the ladder: plain functions of numbers, in CSS pixels from the top. */

/** A vertical axis from value to pixels. */
export interface Scale {
  low: number
  high: number
  top: number
  height: number
  y(value: number): number
  value(y: number): number
}

export function scaleOf(low: number, high: number, top: number, height: number): Scale {
  const perUnit = height / (high - low)
  return {
    low,
    high,
    top,
    height,
    y: (value) => top + (high - value) * perUnit,
    value: (y) => high - (y - top) / perUnit,
  }
}

/** What the axis has to show, all at the occupant in one unit. */
export interface Extent {
  keep: { low: number; high: number } | null
  harmLow: number | null
  harmHigh: number | null
  rungs: number[]
  traceLow: number
  traceHigh: number
  /** Width of the margins: 1 for kelvins, more for percent. @default 1 */
  pad?: number
}

/** Harm further away than this from the target range is left off the axis, or the band would shrink to a line. */
const FARTHEST_HARM = 5.5

export function rangeOf({ keep, harmLow, harmHigh, rungs, traceLow, traceHigh, pad = 1 }: Extent): { low: number; high: number } {
  const lows = [traceLow - 0.3 * pad, ...rungs.map((rung) => rung - 0.6 * pad)]
  const highs = [traceHigh + 0.3 * pad, ...rungs.map((rung) => rung + 0.6 * pad)]
  if (keep) {
    lows.push(keep.low - 0.8 * pad)
    highs.push(keep.high + 0.8 * pad)
    if (harmLow !== null && keep.low - harmLow <= FARTHEST_HARM * pad) lows.push(harmLow - 0.7 * pad)
    if (harmHigh !== null && harmHigh - keep.high <= FARTHEST_HARM * pad) highs.push(harmHigh + 1.2 * pad)
  }
  return { low: Math.min(...lows), high: Math.max(...highs) }
}

/** Round values for ticks, about so many. */
export function ticks(low: number, high: number, about: number): number[] {
  const rough = (high - low) / Math.max(1, about)
  const power = 10 ** Math.floor(Math.log10(rough))
  const step = [1, 2, 5, 10].map((factor) => factor * power).find((candidate) => candidate >= rough - 1e-9) ?? 10 * power
  const found: number[] = []
  for (let tick = Math.ceil(low / step) * step; tick <= high + 1e-9; tick += step) found.push(Number(tick.toFixed(6)))
  return found
}

/**
 * Spreads labels that would overlap, each as near to its place as the others allow.
 *
 * @param wanted where each label wants to stand, in any order
 * @param gap least distance between two
 * @returns where each stands, in the order of `wanted`
 */
export function spread(wanted: number[], gap: number, top: number, bottom: number): number[] {
  // Groups that touch are merged and centred on the mean of what their members want.
  const order = wanted.map((_, index) => index).sort((a, b) => wanted[a]! - wanted[b]!)
  const groups: { members: number[]; start: number }[] = []
  const startOf = (members: number[]) => {
    const mean = members.reduce((sum, index, place) => sum + wanted[index]! - place * gap, 0) / members.length
    return Math.max(top, Math.min(mean, bottom - (members.length - 1) * gap))
  }
  for (const index of order) {
    let group = { members: [index], start: startOf([index]) }
    for (let last = groups.at(-1); last && last.start + last.members.length * gap > group.start; last = groups.at(-1)) {
      groups.pop()
      const members = [...last.members, ...group.members]
      group = { members, start: startOf(members) }
    }
    groups.push(group)
  }
  const placed = new Array<number>(wanted.length)
  for (const group of groups) group.members.forEach((index, place) => (placed[index] = group.start + place * gap))
  return placed
}

/** A closed path around lowest and highest of each bucket; at least `thin` pixels thick, so that a steady value shows. */
export function envelopePath(low: number[], high: number[], x: (bucket: number) => number, scale: Scale, thin: number): string {
  const upper: string[] = []
  const lower: string[] = []
  for (let bucket = 0; bucket < low.length; bucket++) {
    let above = scale.y(high[bucket]!)
    let below = scale.y(low[bucket]!)
    if (below - above < thin) {
      const middle = (above + below) / 2
      above = middle - thin / 2
      below = middle + thin / 2
    }
    upper.push(`${x(bucket).toFixed(1)},${above.toFixed(1)}`)
    lower.push(`${x(bucket).toFixed(1)},${below.toFixed(1)}`)
  }
  return `M${upper.join('L')}L${lower.reverse().join('L')}Z`
}
