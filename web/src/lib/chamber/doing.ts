/** What a controller does with what is keyed in, in words for its card, and how to try it. Plain functions, tested beside. */
import type { ControllerPlan, KeyPlan, Parameter, RehearsalAnswer, Values } from '../api/types'
import { decimalsOf, fixed } from '../units'
import { type DisplayUnit, HELD, heldOf, unitSign } from '../held'

type Keyed = RehearsalAnswer['settings'][number]

/** An output that must be seen to switch. */
export interface Tryout {
  loopId: string
  switched: 'ON' | 'OFF'
  /** What the display must show then. */
  wanted: number
  /** Whether the display has to be brought up to get there. */
  rising: boolean
  words: string
}

/** What an output does when it works. */
const work = (raises: boolean, unit: DisplayUnit) => HELD[heldOf(unit)][raises ? 'raising' : 'lowering']

/** What a key does, in a sentence; empty where nothing is to be said. */
export function does(parameter: Parameter, profile: ControllerPlan['profile'], values: Values, keyed: Keyed, unit: DisplayUnit): string {
  const digits = decimalsOf(keyed.resolution)
  const level = (value: number) => `${fixed(value, digits)} ${unitSign(unit)}`
  const value = values[parameter]
  if (value === undefined) return ''
  const of = (other: Parameter) => values[other] ?? 0
  switch (parameter) {
    case 'OUTPUT_MODE':
    case 'SECOND_OUTPUT_MODE':
      return value < 0.5 ? 'It follows its program.' : value < 1.5 ? 'It is on whatever its program says.' : 'It is off whatever its program says.'
    case 'HIGH_ALARM':
      return values.HIGH_ALARM_OPENS ? 'It sounds at this and above, and opens the outputs.' : 'It sounds at this and above.'
    case 'LOW_ALARM':
      return 'It sounds at this and below.'
    case 'PULSE_ON':
      return of('PULSE_REST') > 0 ? `It works ${fixed(value, 0)} min, then rests ${fixed(of('PULSE_REST'), 0)} min.` : ''
    case 'UNDER_PRESSURE':
      return `With the exhaust at 100 % the intake runs at ${fixed(100 - value, 0)} %.`
    case 'INTAKE_KEPT':
      return `With the exhaust at 100 % the intake runs at ${fixed(value, 0)} %.`
    case 'LIGHT_BELOW':
      return `Night is when it is darker than this for ${fixed(of('LIGHT_DELAY'), 0)} s without a break.`
  }
  switch (profile.law) {
    case 'ON_OFF':
      return switching(parameter, profile, keyed, unit, level)
    case 'TIME_PROPORTIONAL': {
      const raises = keyed.points[0]?.direction === 'RAISE'
      if (parameter === 'SET_VALUE') return 'It holds about this.'
      if (parameter === 'BAND') return `${work(raises, unit)} is full at ${level(of('SET_VALUE') + (raises ? -value : value))}.`
      return ''
    }
    case 'FAN_BAND':
      if (parameter === 'SET_VALUE' || parameter === 'NIGHT_SET_VALUE') return 'Up to this the fan stays at its lowest speed.'
      if (parameter === 'BAND') return `It is at full speed at ${level(of('SET_VALUE') + value)}.`
      if (parameter === 'SET_HUMIDITY') return 'Up to this humidity asks for no more than the lowest speed.'
      if (parameter === 'HUMIDITY_BAND') return `It is at full speed at ${fixed(of('SET_HUMIDITY') + value, 0)} %RH.`
      return ''
    case 'STEP_VENT':
      if (parameter === 'NEUTRAL_ZONE') return `It opens above ${level(of('SET_VALUE') + value)} and shuts below ${level(of('SET_VALUE') - value)}.`
      if (parameter === 'HUMIDITY_ZONE') return `It opens above ${fixed(of('SET_HUMIDITY') + value, 0)} %RH and shuts below ${fixed(of('SET_HUMIDITY') - value, 0)} %RH.`
      if (parameter === 'FAN_SET_VALUE') return switching('SET_VALUE', profile, { ...keyed, points: keyed.points.slice(1) }, unit, level)
      return ''
  }
}

function switching(parameter: Parameter, profile: ControllerPlan['profile'], keyed: Keyed, unit: DisplayUnit, level: (value: number) => string): string {
  const of: Partial<Record<Parameter, Keyed['points']>> = {
    SET_VALUE: keyed.points,
    ON_AT: keyed.points,
    OFF_AT: keyed.points,
    DIFFERENTIAL: keyed.points.slice(0, 1),
    LOWER_DIFFERENTIAL: keyed.points.slice(1),
  }
  return (of[parameter] ?? [])
    .flatMap(({ direction, onAt, offAt }) =>
      onAt === null || offAt === null ? [] : [`${work(direction === 'RAISE', unit)} comes on at ${level(onAt)} and stops at ${level(offAt)}.`],
    )
    .join(' ')
}

/** The switchings to be seen once everything is keyed in, first those met while the display rises. */
export function tryouts(keyed: Keyed, unit: DisplayUnit): Tryout[] {
  const found = keyed.points.flatMap(({ loopId, direction, onAt, offAt }): Tryout[] => {
    if (onAt === null || offAt === null) return []
    const raises = direction === 'RAISE'
    const what = work(raises, unit)
    return [
      { loopId, switched: 'OFF', wanted: offAt, rising: raises, words: `${what} stops` },
      { loopId, switched: 'ON', wanted: onAt, rising: !raises, words: `${what} comes on` },
    ]
  })
  return [...found.filter((each) => each.rising), ...found.filter((each) => !each.rising)]
}

/** How to bring the display up and down, and what else must then be met. */
export function trials(profile: ControllerPlan['profile'], values: Values, keyed: Keyed, unit: DisplayUnit): string[] {
  const level = (value: number) => `${fixed(value, decimalsOf(keyed.resolution))} ${unitSign(unit)}`
  const [up, down] =
    unit === 'RH'
      ? ['Breathe on the probe', 'Let it dry in a draught']
      : unit === 'PPM'
        ? ['Breathe on the sensor and step back', 'Fan fresh air over it']
        : ['Warm the probe in your hand, or in a warm dry cloth where a hand is not enough', 'Cool it in a damp cloth, away from anything on the mains']
  const said: string[] = []
  if (profile.law === 'FAN_BAND')
    said.push(
      `${up}: the fan must speed up above ${level(values.SET_VALUE ?? 0)} and be at full speed at ${level((values.SET_VALUE ?? 0) + (values.BAND ?? 0))}. Look at both fans: the intake must be the slower one.`,
    )
  else if (profile.law === 'STEP_VENT') said.push(`${up}: the vent must begin to open above ${level((values.SET_VALUE ?? 0) + (values.NEUTRAL_ZONE ?? 0))}, one move at a time.`)
  else if (profile.law === 'TIME_PROPORTIONAL')
    said.push(`${up}: the output must be on for less of each ${fixed(values.WINDOW ?? 0, 0)} s, and off altogether well past ${level(values.SET_VALUE ?? 0)}.`)
  else said.push(`${up}.`)
  if (values.HIGH_ALARM !== undefined) said.push(`It must sound at ${level(values.HIGH_ALARM)}${values.HIGH_ALARM_OPENS ? ' and open its outputs' : ''}.`)
  said.push(`${down}.`)
  if (values.LOW_ALARM !== undefined) said.push(`It must sound at ${level(values.LOW_ALARM)}.`)
  said.push('Force each output once and feel that the right appliance answers. Then set it back to automatic.')
  return said
}

/** A value of a key as the device shows it. */
export const shownValue = (key: KeyPlan, value: number) =>
  key.offAt !== null && value === key.offAt ? 'off' : key.words.length > 0 ? (key.words[Math.round(value)] ?? '') : fixed(value, decimalsOf(key.step))

/** What becomes of a change when the keys rest, as its user found out; empty where that is not known. */
export function leftAlone({ habits }: ControllerPlan['profile']): string {
  if (habits.leftAlone === 'UNKNOWN') return ''
  return `Left alone${habits.restS === null ? '' : ` for ${fixed(habits.restS, decimalsOf(habits.restS))} s`}, a change is ${habits.leftAlone === 'KEPT' ? 'kept' : 'dropped'}.`
}
