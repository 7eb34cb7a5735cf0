/** The parts of a box that stand somewhere in it, as they are drawn: plain functions. */
import type { ChamberPlan, HeatPath, LayoutAnswer, PlacePlan } from '../api/types'
import { fixed } from '../units'
import { APPLIANCE_NAMES, doing, type Doing } from '../words'
import { type Frame, rectOf } from './geometry'
import { type Label, LETTER } from './labels'

export interface Part {
  key: string
  name: string
  what: 'contents' | 'probe' | Doing
  place: PlacePlan
  put: (place: PlacePlan) => void
  note: string
}

/**
 * @param paths how the heat goes; null where that is not drawn
 */
export function partsOf(plan: ChamberPlan, layout: LayoutAnswer, paths: HeatPath[] | null): Part[] {
  const found: Part[] = []
  if (plan.contents) {
    const contents = plan.contents
    found.push({
      key: 'contents',
      name: plan.occupancy?.name ?? 'What is inside',
      what: 'contents',
      place: contents.place ?? layout.contents,
      put: (place) => (contents.place = place),
      note: `${fixed(contents.massKg, 1)} kg`,
    })
  }
  for (const appliance of plan.appliances) {
    const place = appliance.place ?? layout.appliances.find((each) => each.id === appliance.id)?.place
    if (!place) continue
    const watts = heaterW(paths, appliance.id)
    found.push({
      key: appliance.id,
      name: appliance.name || APPLIANCE_NAMES[appliance.kind],
      what: doing(appliance.kind),
      place,
      put: (to) => (appliance.place = to),
      note: watts === null ? `${fixed(appliance.powerW, 0)} W` : `gives ${fixed(watts, watts < 20 ? 1 : 0)} of ${fixed(appliance.powerW, 0)} W`,
    })
  }
  for (const probe of plan.probes) {
    const hung = layout.probes.find((each) => each.id === probe.id)
    const place = probe.place ?? hung?.place
    if (!place || !hung) continue
    const pct = (share: number) => `${fixed(100 * share, share < 0.1 ? 1 : 0)} %`
    found.push({
      key: probe.id,
      name: probe.name,
      what: 'probe',
      place,
      put: (to) => (probe.place = to),
      note: `feels heater ${pct(hung.heaterShare)}, contents ${pct(hung.contentsShare)}, room ${pct(hung.roomShare)}`,
    })
  }
  return found
}

function heaterW(paths: HeatPath[] | null, applianceId: string): number | null {
  return paths?.find((path) => path.kind === 'HEATER' && path.subject === applianceId)?.watts ?? null
}

/** Names stand on parts that have room for them, beside those that have not, and not twice. */
export function labelOf(frame: Frame, part: Part, width: number): Pick<Label, 'x' | 'y' | 'anchor'> | null {
  const rect = rectOf(frame, part.place)
  const right = frame.left + frame.scale * frame.across
  const long = LETTER * part.name.length
  const inside = (x: number) => Math.max(long / 2 + 2, Math.min(width - long / 2 - 2, x))
  if (part.what === 'probe') {
    const fits = rect.x + 16 + long < width
    return fits ? { x: rect.x + 14, y: rect.y - 8, anchor: 'start' } : { x: inside(rect.x), y: rect.y - 16, anchor: 'middle' }
  }
  if (frame.view === 'above') return null
  if (rect.height > 22 && rect.width > long) return { x: rect.x + rect.width / 2, y: rect.y + rect.height / 2 + 4, anchor: 'middle' }
  const flat = rect.width > 2 * rect.height
  return flat && rect.x + rect.width + 6 + long < Math.min(width, right + 70)
    ? { x: rect.x + Math.max(rect.width, 14) + 5, y: rect.y + rect.height / 2 + 4, anchor: 'start' }
    : { x: inside(rect.x + rect.width / 2), y: rect.y - 6, anchor: 'middle' }
}

export const COLOUR: Record<Part['what'], string> = {
  contents: 'var(--keep-edge)',
  probe: 'var(--ink)',
  warms: 'var(--warming)',
  cools: 'var(--cooling)',
  moistens: 'var(--moistening)',
  dries: 'var(--drying)',
  enriches: 'var(--enriching)',
  'moves air': 'var(--quiet)',
  lights: 'var(--mind)',
}
