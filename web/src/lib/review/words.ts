/** A log looked back on, in words. */
import type { LogReview, SeriesUnit } from '../api/types'
import { AIR } from '../held'
import { isTemperature, signOfUnit } from '../quantities'
import { difference, duration, fixed, level, type TemperatureUnit } from '../units'
import type { StepName } from '../steps'

export type SightView = LogReview['seen'][number]
type Sign = SightView['sign']

export const levelOf = (value: number, of: SeriesUnit, unit: TemperatureUnit) => (isTemperature(of) ? level(value, unit) : `${fixed(value, 0)} ${signOfUnit(of)}`)
export const differenceOf = (value: number, of: SeriesUnit, unit: TemperatureUnit) =>
  isTemperature(of) ? difference(value, unit) : `${fixed(value, 0)} ${of === 'RH' ? AIR.RELATIVE_HUMIDITY.differences[1] : signOfUnit(of)}`

export const SURE: Record<SightView['sure'], string> = { SURE: 'sure', LIKELY: 'likely', PERHAPS: 'perhaps' }

/** Signs in the order in which they matter: what can kill first, what only spoils the picture last. */
export const ORDER: Sign[] = [
  'RAN_ON',
  'FELL_SHORT',
  'STUCK_VALUE',
  'LOSES_MORE',
  'HEATER_WEAKER',
  'CHANGED',
  'DRIFT',
  'WIDE_SWING',
  'OFF_CENTRE',
  'DAY_AND_NIGHT',
  'OVERSHOOT',
  'SHORT_CYCLING',
  'MIST',
  'OPENING',
  'SPIKE',
]

interface Said {
  title: string
  /** What was seen, with its numbers. */
  says: string
  /** What to look at first. */
  act: string
  step: StepName
}

const times = (count: number) => (count === 1 ? 'Once' : count === 2 ? 'Twice' : `${fixed(count, 0)} times`)

/** One thing that was seen, told to somebody who has the box before them. */
export function said({ sign, numbers: n }: SightView, of: SeriesUnit, unit: TemperatureUnit): Said {
  const at = (name: string) => levelOf(n[name] ?? 0, of, unit)
  const by = (name: string) => differenceOf(Math.abs(n[name] ?? 0), of, unit)
  const long = (name: string) => duration(n[name] ?? 0)
  switch (sign) {
    case 'SPIKE':
      return {
        title: 'Single readings that cannot be',
        says: `${times(n.times ?? 0)}, up to ${by('farthest')} off, with the readings before and after agreeing. They are marked and stay in the record.`,
        act: 'Look at the plug and the radio link of the sensor, and at what switches beside its cable.',
        step: 'probes',
      }
    case 'STUCK_VALUE':
      return {
        title: 'The value stood still',
        says: `For up to ${long('longestS')} it did not change at all; it usually changes within ${long('usualS')}.`,
        act: 'The sensor, its link or the logger hung. Nobody knows what the box did meanwhile: look at what another instrument says of those hours.',
        step: 'probes',
      }
    case 'SHORT_CYCLING':
      return {
        title: 'It switches too often',
        says: `A cycle takes ${long('periodS')}, ${fixed(n.cyclesPerHour ?? 0, 0)} an hour. A contact that is to last a year bears ${long('limitS')}.`,
        act: 'Widen the differential, or move the probe away from what warms, or take less watts.',
        step: 'settings',
      }
    case 'WIDE_SWING':
      return {
        title: 'It swings wider than what is wanted',
        says: `It rises and falls by ${by('swing')}; what is wanted is ${by('band')} wide.`,
        act: 'Narrow the differential first; where it stays wide the probe is slow or the heater strong for this box.',
        step: 'settings',
      }
    case 'OFF_CENTRE':
      return {
        title: (n.off ?? 0) > 0 ? 'Its mean is too high' : 'Its mean is too low',
        says: `The mean is ${at('mean')}, ${by('off')} from the middle of what is wanted there, ${at('middle')}.`,
        act: 'Check the display against a reference, then move the set value.',
        step: 'settings',
      }
    case 'OPENING':
      return {
        title:
          (n.writtenDown ?? 0) >= (n.times ?? 0)
            ? 'It was opened'
            : (n.writtenDown ?? 0) > 0
              ? 'It was opened oftener than is written down'
              : 'It was opened, and nobody wrote it down',
        says: `${times(n.times ?? 0)}, by up to ${by('deepest')} within minutes; back after ${long('recoveryS')}. ${fixed(n.writtenDown ?? 0, 0)} of them stand in the log.`,
        act: 'Write openings into the log. Where nobody opened it, look at lid, seal and draught.',
        step: 'run',
      }
    case 'RAN_ON':
      return {
        title: 'It ran on above where it turns',
        says: `${times(n.times ?? 0)}, by up to ${by('farthest')}, for up to ${long('longestS')}. It usually turns at ${at('usual')}.`,
        act: 'A relay that sticks, a probe that slipped, or sun and a warm room. Look at the relay and the probe first: the next time it may not come loose.',
        step: 'faults',
      }
    case 'FELL_SHORT':
      return {
        title: 'It fell below where it turns',
        says: `${times(n.times ?? 0)}, by up to ${by('farthest')}, for up to ${long('longestS')}. It usually turns at ${at('usual')}.`,
        act: 'The heater did not warm, or not enough: fuse, plug, heater, a cold night, the mains. See which alarm would have told.',
        step: 'faults',
      }
    case 'LOSES_MORE':
      return {
        title: 'It loses more heat than before',
        says: `Since then it heats up at ${fixed(100 * (n.shareOfRise ?? 1), 0)} % of the pace before, and cools at ${fixed(100 * (n.shareOfFall ?? 1), 0)} %.`,
        act: 'If the room got no colder then: look for a lid or door that does not close, a seal, a vent that stays open, wet insulation.',
        step: 'chamber',
      }
    case 'HEATER_WEAKER':
      return {
        title: 'The heater gives less than before',
        says: `Since then it heats up at ${fixed(100 * (n.shareOfRise ?? 1), 0)} % of the pace before, and cools at ${fixed(100 * (n.shareOfFall ?? 1), 0)} %.`,
        act: 'If the room got no colder then: check the heater. A lead, a plug, a bulb or one of two heaters may be dead. Replace it before a cold night.',
        step: 'chamber',
      }
    case 'CHANGED':
      return {
        title: 'From one moment on it behaved otherwise',
        says: `A cycle took ${long('periodBeforeS')} and ${by('swingBefore')} before, ${long('periodAfterS')} and ${by('swingAfter')} since.`,
        act: 'Look into the log for what was done then: settings, load, a probe that was moved, a fan that stands.',
        step: 'run',
      }
    case 'DRIFT':
      return {
        title: (n.moved ?? 0) > 0 ? 'It creeps upwards' : 'It creeps downwards',
        says: `${by('moved')} within ${long('overS')}, ${by('aDay')} a day.`,
        act: 'Hold the sensor against a reference: it, or the box, is changing.',
        step: 'check',
      }
    case 'OVERSHOOT':
      return {
        title: 'The first time it went too far',
        says: `${by('over')} above where it turns later, up to ${at('highest')}.`,
        act: 'Put nothing living in before it has settled, and let the controller come up in steps where it can.',
        step: 'prove',
      }
    case 'MIST':
      return {
        title: 'Droplets on the sensor',
        says: `${times(n.times ?? 0)} it leapt to the end of its scale, for up to ${long('longestS')}, while it usually stands at ${at('usual')}. Air does not do that.`,
        act: 'Wipe the cap dry, hang the sensor out of the mist and above it, and let the humidifier work in pulses.',
        step: 'probes',
      }
    case 'DAY_AND_NIGHT':
      return {
        title: 'It goes with the hour of the day',
        says: `By ${by('amplitude')} to either side, once a day: ${fixed(100 * (n.shareOfAll ?? 0), 0)} % of all that it moves.`,
        act: 'The room reaches in, or a lamp does: more insulation or watts for the cold hours, or settings of day and night that mean it.',
        step: 'chamber',
      }
  }
}

/** What of a review cannot be told, and why. */
export function untold(review: LogReview): string[] {
  const figures = review.figures
  if (!figures) return []
  const spanS = (Date.parse(review.to) - Date.parse(review.from)) / 1000
  return [
    ...(figures.count < 30 ? ['what it shows: that takes thirty readings'] : []),
    ...(review.everyS > 150 ? ['openings: it is read too seldom'] : []),
    ...(spanS < 1.9 * 86_400 ? ['day and night, and creeping: that takes two days'] : []),
    ...(review.wantedLow === null ? ['what was wanted: the plan does not say'] : []),
    ...(figures.periodS === null ? ['cycles: it does not rise and fall often enough to be seen'] : []),
    ...(review.working.length < 2 ? ['which appliance fought which: for that the watts of both have to be logged'] : []),
  ]
}
