/** What to have otherwise next time, in words. */
import type { BettermentList } from '../api/types'
import { difference, fixed, level, type TemperatureUnit } from '../units'

export type BettermentView = BettermentList['tried'][number]
export type What = BettermentView['what']

export function said({ what, from, to }: BettermentView, unit: TemperatureUnit): string {
  switch (what) {
    case 'SET_VALUE':
      return `Switch about ${level(to, unit)} on the display instead of ${level(from, unit)}`
    case 'DIFFERENTIAL_NARROWER':
      return `A narrower differential: ${difference(to, unit)} between on and off instead of ${difference(from, unit)}`
    case 'DIFFERENTIAL_WIDER':
      return `A wider differential: ${difference(to, unit)} between on and off instead of ${difference(from, unit)}`
    case 'ALARMS':
      return 'Alarms where the findings want them: outside the swing, early enough to act'
    case 'PROBE_AWAY_FROM_HEATER':
      return `The probe out of the heater’s reach: it feels ${fixed(100 * from, 0)} % of it now`
    case 'WATER_BOTTLE':
      return 'Two litres of water in closed bottles beside what is inside'
    case 'HEATER_WEAKER':
      return `A weaker heater or a dimmer: ${fixed(to, 0)} W instead of ${fixed(from, 0)} W`
    case 'HEATER_STRONGER':
      return `A stronger heater: ${fixed(to, 0)} W instead of ${fixed(from, 0)} W`
    case 'AIR_MOVED':
      return 'A small fan that moves the air inside'
  }
}

export const OBSTACLES: Record<NonNullable<BettermentView['obstacle']>, string> = {
  STILL_THERE: 'but what it is to mend would still be there',
  WORSE_COMES: 'but another finding would come that is as bad or worse',
  HARMS: 'but a day of the room would harm',
  AT_HARM: 'but something would be set at or beyond a harm level',
  OUT_OF_ORDER: 'but an alarm would stand among the levels at which it works',
  REFUSED: 'but the device does not take it',
}

/** What to mind when it is done to the box, not keyed in. */
export function caution(what: What): string {
  switch (what) {
    case 'HEATER_STRONGER':
      return 'Look first where it ends up stuck on, under Faults; guards and clearances anew.'
    case 'HEATER_WEAKER':
      return 'A dimmer only on a resistive heater and within its rating.'
    case 'AIR_MOVED':
      return 'Moving air dries: watch eggs, cuttings and water.'
    case 'WATER_BOTTLE':
      return 'More mass also takes longer to come back after an opening.'
    default:
      return ''
  }
}
