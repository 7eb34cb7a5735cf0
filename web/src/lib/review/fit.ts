/** A box that was learned from its log, in words. */
import type { BoxDriftView, FitView } from '../api/types'
import { duration, fixed, level, type TemperatureUnit } from '../units'

export type BoxParameter = FitView['estimates'][number]['parameter']
type ExperimentView = FitView['experiments'][number]

interface Thing {
  name: string
  /** The same in the middle of a sentence. */
  inside: string
  unit: string
  scale: number
}

const THINGS: Record<BoxParameter, Thing> = {
  LOSS: { name: 'Heat lost through walls and seals', inside: 'the heat lost through walls and seals', unit: 'W/K', scale: 1 },
  AIR: { name: 'Air changes', inside: 'the air changes', unit: 'an hour', scale: 1 },
  MASS: { name: 'What is inside weighs', inside: 'the mass inside', unit: 'kg', scale: 1 },
  HEATER: { name: 'The heater draws', inside: 'the watts of the heater', unit: 'W', scale: 1 },
  ELEMENT: { name: 'The heater itself holds', inside: 'the heat the heater itself holds', unit: 'J/K', scale: 1 },
  ELEMENT_TO_AIR: { name: 'Heater to the air', inside: 'how well the heater passes its heat to the air', unit: 'W/K', scale: 1 },
  ELEMENT_TO_CONTENTS: { name: 'Heater to what is inside', inside: 'how well the heater passes its heat to what is inside', unit: 'W/K', scale: 1 },
  PROBE_NEAR_HEATER: { name: 'Of what the probe feels, the heater is', inside: 'how near the probe is to the heater', unit: '%', scale: 100 },
  PROBE_LAG: { name: 'The probe follows within', inside: 'the lag of the probe', unit: 's', scale: 1 },
}

export const thing = (parameter: BoxParameter) => THINGS[parameter]

/** Three figures, and no more digits than say something. */
function figures(value: number): string {
  const size = Math.abs(value)
  return fixed(value, size >= 100 ? 0 : size >= 10 ? 1 : size >= 1 ? 2 : 3)
}

export const amount = (parameter: BoxParameter, value: number) => `${figures(value * THINGS[parameter].scale)} ${THINGS[parameter].unit}`
export const between = (parameter: BoxParameter, low: number, high: number) => `${figures(low * THINGS[parameter].scale)} to ${figures(high * THINGS[parameter].scale)}`

/** What the log does not tell, and why. */
export function untoldOf({ parameter, with: other }: FitView['untold'][number]): string {
  const what = THINGS[parameter].inside
  return other === null ? `no reading shows ${what}` : `${what} cannot be told apart from ${THINGS[other].inside}`
}

/** What to do to learn more, told to somebody who has the box before them. */
export function experimentOf({ kind, takesS, tells, lowestC, bearable }: ExperimentView, unit: TemperatureUnit): string {
  const would = `That would tell ${tells.map((each) => THINGS[each].inside).join(' and ')}.`
  const lowest = lowestC === null ? '' : ` At the occupant it would go down to ${level(lowestC, unit)}.`
  const care = bearable ? '' : ' Only while nothing lives in it.'
  switch (kind) {
    case 'READ_THE_WATTS':
      return `Read a plug-in meter once while the heater is on, and put the watts into the plan. ${would}`
    case 'HEATER_OFF_30_MIN':
      return `Switch the heater off at its switch for 30 min at night, and log on for two hours. ${would}${lowest}${care} Leave the alarm armed.`
    case 'HEATER_OFF_60_MIN':
      return `Switch the heater off at its switch for an hour at night, and log on for two hours. ${would}${lowest}${care} Leave the alarm armed.`
    case 'WARM_UP_FROM_COLD':
      return `Let it stand switched off until it is as cold as the room, then log it for ${duration(takesS)} from when you switch it on. ${would}${care}`
  }
}

/** What changes over months, and what to look at. */
export function driftOf({ parameter, perMonth, lastsDays }: BoxDriftView): { title: string; act: string } {
  const by = `${fixed(100 * Math.abs(perMonth), 0)} % a month`
  const until = lastsDays === null ? '' : ` Going on like that, the heater will no longer hold it in the coldest room in about ${fixed(Math.max(1, lastsDays), 0)} days.`
  switch (parameter) {
    case 'LOSS':
      return perMonth > 0
        ? { title: `It loses ${by} more heat`, act: `Look at the seal of the lid, at vents that were opened, and at damp in the walls.${until}` }
        : { title: `It loses ${by} less heat`, act: 'Was it lagged or moved, or is a vent shut that should be open?' }
    case 'HEATER':
      return perMonth < 0
        ? { title: `Its heater gives ${by} less`, act: `A mat or element that dies by and by: have another at hand.${until}` }
        : { title: `Its heater gives ${by} more`, act: 'Was it changed for another, or a dimmer turned?' }
    default:
      return {
        title: `Its probe ${perMonth > 0 ? 'feels more' : 'feels less'} of the heater each month`,
        act: 'Look where it hangs: fasten it at the height of what lives there, out of reach of the heater.',
      }
  }
}
