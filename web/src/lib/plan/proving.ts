/** Proving runs in words. */
import { type DisplayUnit, airOf } from '../held'
import type { VerdictView } from '../api/types'
import { difference, duration, fixed, level, type TemperatureUnit } from '../units'

type State = VerdictView['state']
type What = VerdictView['untold'][number]
type Cause = NonNullable<VerdictView['cause']>
type ComparedView = VerdictView['compared'][number]

export const STATES: Record<State, { says: string; sign: string; tone: 'well' | 'act' | 'mind' | 'none' }> = {
  PASSED: { says: 'Passed: it does what was rehearsed.', sign: '■', tone: 'well' },
  FAILED: { says: 'Not passed: it does something else than what was rehearsed.', sign: '◆', tone: 'act' },
  NOT_YET: { says: 'Not yet: it has not gone on alike for four hours.', sign: '□', tone: 'none' },
  CANNOT_TELL: { says: 'Cannot be told: too few readings.', sign: '□', tone: 'none' },
}

export const UNTOLD: Record<What, string> = {
  MEAN: 'mean',
  SWING: 'swing',
  PERIOD: 'time of a cycle',
  DUTY: 'share of it that rises',
  HALF_WAY: 'half the way up',
  WARM_UP: 'warm-up',
  RISE: 'pace of the rises',
  FALL: 'pace of the falls',
  POWER: 'mean watts',
  ON_POWER: 'watts while on',
}

/** One comparison as a row: name and both values with their unit. */
export function compared(each: ComparedView, shows: DisplayUnit, unit: TemperatureUnit): { name: string; measured: string; rehearsed: string } {
  const air = airOf(shows)
  const by = (value: number): string => {
    switch (each.what) {
      case 'MEAN':
        return air ? `${fixed(value, 0)} ${air.sign}` : level(value, unit)
      case 'SWING':
        return air ? `${fixed(value, 0)} ${air.differences[1]}` : difference(value, unit)
      case 'PERIOD':
      case 'HALF_WAY':
      case 'WARM_UP':
        return duration(value)
      case 'DUTY':
        return `${fixed(100 * value, 0)} %`
      case 'POWER':
      case 'ON_POWER':
        return `${fixed(value, 1)} W`
      case 'RISE':
      case 'FALL':
        return air ? `${fixed(value, 0)} ${air.differences[1]}/h` : `${difference(value, unit)}/h`
    }
  }
  const name = UNTOLD[each.what]
  return { name: name.charAt(0).toUpperCase() + name.slice(1), measured: by(each.measured), rehearsed: by(each.rehearsed) }
}

const share = (factor: number) => `${fixed(100 * factor, 0)} %`

const SHORT: Record<Cause, string> = {
  LOSES_MORE: 'air leaks',
  WALLS_LET_MORE: 'thin or wet walls',
  LOSES_LESS: 'less heat lost than planned',
  HEATER_WEAKER: 'a weak heater',
  HEATER_STRONGER: 'a strong heater',
  PROBE_NEARER: 'a probe near the heater',
  PROBE_FARTHER: 'a probe far from the heater',
}

/** Causes that explain it about as well. */
export const orElse = (causes: Cause[], metered: boolean) =>
  `These readings cannot tell that apart from ${causes.map((each) => SHORT[each]).join(' or ')}.${metered ? '' : ' A meter at the heater’s plug can: log its watts and run again.'}`

/** What in the plan would explain it, by how much, what to do, and where the plan holds it. */
export const CAUSES: Record<Cause, { says: (factor: number) => string; do: string; step: 'chamber' | 'probes' }> = {
  LOSES_MORE: {
    says: (factor) => `It loses more heat than planned, as if ${fixed(factor, 0)} air changes an hour more went through it.`,
    do: 'Look at lid, seal and openings. Close what leaks and run again, or put the air changes into the plan.',
    step: 'chamber',
  },
  WALLS_LET_MORE: {
    says: (factor) => `The walls let more heat through than planned: ${share(factor)} of it.`,
    do: 'Look at the insulation: is it as thick as planned, dry, and without gaps? Then fix it, or correct the walls in the plan.',
    step: 'chamber',
  },
  LOSES_LESS: {
    says: (factor) => `It loses less heat than planned: ${share(factor)} of it.`,
    do: 'The walls are better or the openings smaller than planned. Put the loss right in the plan: a stuck heater ends hotter than was rehearsed.',
    step: 'chamber',
  },
  HEATER_WEAKER: {
    says: (factor) => `The heater gives about ${share(factor)} of the watts planned.`,
    do: 'Read its label, feel whether all of it warms, and look whether a dimmer or a second heater is off. Then mend it, or put its watts right in the plan.',
    step: 'chamber',
  },
  HEATER_STRONGER: {
    says: (factor) => `The heater gives about ${share(factor)} of the watts planned.`,
    do: 'Read its label and put its watts right in the plan before anything living goes in: stuck on, it ends hotter than was rehearsed.',
    step: 'chamber',
  },
  PROBE_NEARER: {
    says: (factor) => `The probe feels the heater too much: about ${share(factor)} of what it shows.`,
    do: 'Move it away from the heater and into moving air at the height of what lives there, then run again.',
    step: 'probes',
  },
  PROBE_FARTHER: {
    says: (factor) => `The probe feels less of the heater than planned: about ${share(factor)} of what it shows.`,
    do: 'That is well where it hangs at what lives there. Put its place right in the plan.',
    step: 'probes',
  },
}
