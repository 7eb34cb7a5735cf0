/** What each key of a controller can mean: one row a meaning, and everything the interface has to say of it. */
import type { ControllerPlan, KeyPlan, Parameter } from '../api/types'
import { type DisplayUnit, unitSign } from '../words'

export type Law = ControllerPlan['profile']['law']

/** How a value of a meaning is counted: a level or a difference in the device's unit, or in a unit of its own. */
type Kind = 'level' | 'difference' | 'humidity' | 'percent' | 'minutes' | 'seconds' | 'hour' | 'choice' | 'plain'

interface Meaning {
  name: string
  /** Why it comes where it comes when keys are gone through. */
  why: string
  kind: Kind
  /** For a choice, what a device may show for each. */
  words?: string[]
  /** Step, lowest and highest of a key as it begins; those of the display where it has none. */
  range?: [number, number, number]
  /** Value it begins with, in °C or K where it is a level or a difference; null where it follows from what is wanted. */
  begin: number | null
  /** The schools that have such a key. @default all */
  laws?: Law[]
}

const other = (number: number): Meaning => ({
  name: number === 1 ? 'nothing for the climate' : `nothing for the climate (${number})`,
  why: 'In its place among the keys: backlight, signal, network and the like.',
  kind: 'plain',
  range: [1, 0, 100],
  begin: 0,
})

export const MEANINGS: Record<Parameter, Meaning> = {
  UNIT: { name: 'unit', why: 'First of all: every number that follows is in it.', kind: 'choice', words: ['°C', '°F'], begin: 0 },
  DIRECTION: { name: 'heat or cool', why: 'Before any value: the wrong way round it adds to what is too much already.', kind: 'choice', words: ['heat', 'cool'], begin: 0, laws: ['ON_OFF', 'TIME_PROPORTIONAL'] },
  OUTPUT_MODE: { name: 'first output: by program, on or off', why: 'Left on or off by hand it ignores its program, whatever else is keyed in.', kind: 'choice', words: ['auto', 'on', 'off'], begin: 0 },
  SECOND_OUTPUT_MODE: { name: 'second output: by program, on or off', why: 'Left on or off by hand it ignores its program, whatever else is keyed in.', kind: 'choice', words: ['auto', 'on', 'off'], begin: 0 },
  LOWEST_SETTABLE: { name: 'lowest settable value', why: 'Before the set value, so that it can be reached. It bounds what can be set, not what happens.', kind: 'level', begin: null },
  HIGHEST_SETTABLE: { name: 'highest settable value', why: 'Before the set value, so that it can be reached. It bounds what can be set, not what happens.', kind: 'level', begin: null },
  SET_VALUE: { name: 'set value', why: 'After unit and limits, which would refuse or misread it.', kind: 'level', begin: null },
  NIGHT_SET_VALUE: { name: 'set value by night', why: 'Right after that of the day.', kind: 'level', begin: null, laws: ['ON_OFF', 'FAN_BAND'] },
  DIFFERENTIAL: { name: 'differential', why: 'Right after the set value: the two together say where it switches.', kind: 'difference', begin: null, laws: ['ON_OFF', 'STEP_VENT'] },
  LOWER_DIFFERENTIAL: { name: 'differential of the second outlet', why: 'After that of the first outlet, so that both can be seen to leave a rest between them.', kind: 'difference', begin: null, laws: ['ON_OFF'] },
  ON_AT: { name: 'on at', why: 'The pair belongs together: on at, then off at.', kind: 'level', begin: null, laws: ['ON_OFF'] },
  OFF_AT: { name: 'off at', why: 'The pair belongs together: on at, then off at.', kind: 'level', begin: null, laws: ['ON_OFF'] },
  BAND: { name: 'band to full output', why: 'Right after the set value: the two together say how hard it works.', kind: 'difference', begin: 2, laws: ['TIME_PROPORTIONAL', 'FAN_BAND'] },
  NIGHT_BAND: { name: 'band by night', why: 'Right after the set value by night.', kind: 'difference', begin: 2, laws: ['FAN_BAND'] },
  INTEGRAL: { name: 'integral time', why: 'After the band, which it helps to come back to the set value.', kind: 'minutes', range: [1, 0, 240], begin: 20, laws: ['TIME_PROPORTIONAL'] },
  WINDOW: { name: 'window', why: 'After the band: within it the output is shared out.', kind: 'seconds', range: [1, 2, 600], begin: 60, laws: ['TIME_PROPORTIONAL'] },
  NEUTRAL_ZONE: { name: 'neutral zone to each side', why: 'Right after the set value: inside it nothing moves.', kind: 'difference', begin: 1, laws: ['STEP_VENT'] },
  SET_HUMIDITY: { name: 'set humidity', why: 'After the temperature: the larger of the two demands governs.', kind: 'humidity', range: [1, 0, 100], begin: 60, laws: ['FAN_BAND', 'STEP_VENT'] },
  NIGHT_SET_HUMIDITY: { name: 'set humidity by night', why: 'Right after that of the day.', kind: 'humidity', range: [1, 0, 100], begin: 65, laws: ['FAN_BAND', 'STEP_VENT'] },
  HUMIDITY_BAND: { name: 'humidity band to full output', why: 'Right after the set humidity.', kind: 'humidity', range: [1, 1, 50], begin: 10, laws: ['FAN_BAND'] },
  NIGHT_HUMIDITY_BAND: { name: 'humidity band by night', why: 'Right after the set humidity by night.', kind: 'humidity', range: [1, 1, 50], begin: 10, laws: ['FAN_BAND'] },
  HUMIDITY_ZONE: { name: 'neutral zone of humidity', why: 'Right after the set humidity: inside it nothing moves.', kind: 'humidity', range: [1, 0, 50], begin: 5, laws: ['STEP_VENT'] },
  MINIMUM_SPEED: { name: 'lowest speed', why: 'After the set values: it is never undercut; at 0 the fan may stop.', kind: 'percent', range: [1, 0, 100], begin: 20, laws: ['FAN_BAND'] },
  NIGHT_MINIMUM_SPEED: { name: 'lowest speed by night', why: 'Right after that of the day.', kind: 'percent', range: [1, 0, 100], begin: 10, laws: ['FAN_BAND'] },
  MAXIMUM_SPEED: { name: 'highest speed', why: 'After the lowest.', kind: 'percent', range: [1, 0, 100], begin: 100, laws: ['FAN_BAND'] },
  NIGHT_MAXIMUM_SPEED: { name: 'highest speed by night', why: 'Right after that of the day.', kind: 'percent', range: [1, 0, 100], begin: 100, laws: ['FAN_BAND'] },
  UNDER_PRESSURE: { name: 'share taken off the intake', why: 'After the speeds. Some devices count what is taken off, some what is kept: look at both fans.', kind: 'percent', range: [1, 0, 100], begin: 20, laws: ['FAN_BAND'] },
  INTAKE_KEPT: { name: 'share kept for the intake', why: 'After the speeds. Some devices count what is kept, some what is taken off: look at both fans.', kind: 'percent', range: [1, 0, 100], begin: 80, laws: ['FAN_BAND'] },
  INTAKE_BELOW_SET: { name: 'intake below the set values', why: 'After the speeds it chooses from.', kind: 'choice', words: ['stops', 'lowest', 'ratio'], begin: 0, laws: ['FAN_BAND'] },
  START_KICK: { name: 'start at full speed for', why: 'After the speeds: a fan needs a push to turn slowly.', kind: 'seconds', range: [1, 0, 30], begin: 3, laws: ['FAN_BAND'] },
  FAN_FLOOR: { name: 'turns by itself from', why: 'After the speeds. Find it by stepping up until the fan turns by itself.', kind: 'percent', range: [1, 0, 60], begin: 15, laws: ['FAN_BAND'] },
  VENT_STEP: { name: 'each move', why: 'After the zone: steps faster than the box answers make it hunt.', kind: 'percent', range: [1, 1, 50], begin: 5, laws: ['STEP_VENT'] },
  VENT_EVERY: { name: 'time between moves', why: 'After the move.', kind: 'minutes', range: [1, 1, 60], begin: 5, laws: ['STEP_VENT'] },
  MOTOR_STROKE: { name: 'motor, shut to open', why: 'Before its time-out.', kind: 'seconds', range: [1, 5, 600], begin: 120, laws: ['STEP_VENT'] },
  MOTOR_TIMEOUT: { name: 'motor time-out', why: 'Longer than one move takes, or it is stopped on its way.', kind: 'seconds', range: [1, 5, 600], begin: 60, laws: ['STEP_VENT'] },
  OUTDOOR_LOWEST: { name: 'opens for humidity from, outdoors', why: 'After the humidity it guards: colder air would chill the house.', kind: 'level', begin: 5, laws: ['STEP_VENT'] },
  OUTDOOR_HIGHEST: { name: 'opens for humidity up to, outdoors', why: 'After the humidity it guards.', kind: 'level', begin: 30, laws: ['STEP_VENT'] },
  FAN_SET_VALUE: { name: 'set value of the fan that takes over', why: 'After the vent: the fan runs only once it is fully open.', kind: 'level', begin: null, laws: ['STEP_VENT'] },
  DAY_FROM: { name: 'day begins', why: 'After the values of day and night that it switches.', kind: 'hour', range: [0.25, 0, 24], begin: 7, laws: ['ON_OFF', 'FAN_BAND'] },
  DAY_TO: { name: 'night begins', why: 'After the beginning of the day.', kind: 'hour', range: [0.25, 0, 24], begin: 21, laws: ['ON_OFF', 'FAN_BAND'] },
  LIGHT_BELOW: { name: 'night is darker than', why: 'After the values of day and night that it switches.', kind: 'percent', range: [1, 0, 100], begin: 30, laws: ['ON_OFF', 'FAN_BAND'] },
  LIGHT_DELAY: { name: 'night when dark for', why: 'So that a cloud does not make it night.', kind: 'seconds', range: [10, 0, 3600], begin: 300, laws: ['ON_OFF', 'FAN_BAND'] },
  ACT_DELAY: { name: 'delay before acting', why: 'After the values it delays.', kind: 'minutes', range: [1, 0, 10], begin: 0 },
  SECOND_ACT_DELAY: { name: 'delay of the second output', why: 'After the values it delays.', kind: 'minutes', range: [1, 0, 10], begin: 0, laws: ['ON_OFF', 'FAN_BAND', 'STEP_VENT'] },
  MIN_OFF: { name: 'shortest rest', why: 'After the values it holds back.', kind: 'minutes', range: [1, 0, 10], begin: 0 },
  SECOND_MIN_OFF: { name: 'shortest rest of the second output', why: 'After the values it holds back.', kind: 'minutes', range: [1, 0, 10], begin: 0, laws: ['ON_OFF', 'FAN_BAND', 'STEP_VENT'] },
  AFTER_MAINS: { name: 'delay after mains returns', why: 'After the values it holds back.', kind: 'minutes', range: [1, 0, 10], begin: 0 },
  PULSE_ON: { name: 'works for', why: 'After the values it paces: moisture spreads slowly.', kind: 'minutes', range: [1, 0, 60], begin: 10 },
  PULSE_REST: { name: 'then rests for', why: 'Right after how long it works.', kind: 'minutes', range: [1, 0, 60], begin: 0 },
  SECOND_PULSE_ON: { name: 'the second output works for', why: 'After the values it paces.', kind: 'minutes', range: [1, 0, 60], begin: 10, laws: ['ON_OFF'] },
  SECOND_PULSE_REST: { name: 'the second output then rests for', why: 'Right after how long it works.', kind: 'minutes', range: [1, 0, 60], begin: 0, laws: ['ON_OFF'] },
  ONLY_LIT: { name: 'works in the dark too', why: 'After the values it holds back.', kind: 'choice', words: ['always', 'with light'], begin: 0 },
  HIGH_ALARM: { name: 'high alarm', why: 'After the set value: many devices keep a distance from it.', kind: 'level', begin: null },
  HIGH_ALARM_OPENS: { name: 'high alarm opens the outputs', why: 'Right after the high alarm. Right for heat; it would stop a cooler when it is needed most.', kind: 'choice', words: ['no', 'yes'], begin: 0 },
  LOW_ALARM: { name: 'low alarm', why: 'After the set value: many devices keep a distance from it.', kind: 'level', begin: null },
  LINK_LOSS: { name: 'without its head unit', why: 'After all values: it is for the day when none of them counts.', kind: 'choice', words: ['off', 'on'], begin: 0 },
  OFFSET: { name: 'offset (calibration)', why: 'Last: it shifts everything that is shown.', kind: 'difference', range: [0, -10, 10], begin: 0 },
  HUMIDITY_OFFSET: { name: 'offset of the humidity', why: 'Last: it shifts the humidity that is shown.', kind: 'humidity', range: [1, -20, 20], begin: 0, laws: ['FAN_BAND', 'STEP_VENT'] },
  OTHER_1: other(1),
  OTHER_2: other(2),
  OTHER_3: other(3),
  OTHER_4: other(4),
  OTHER_5: other(5),
  OTHER_6: other(6),
  OTHER_7: other(7),
  OTHER_8: other(8),
  OTHER_9: other(9),
  OTHER_10: other(10),
  OTHER_11: other(11),
  OTHER_12: other(12),
}

export const PARAMETERS = Object.keys(MEANINGS) as Parameter[]

export const LAW_NAMES: Record<Law, string> = {
  ON_OFF: 'on and off between two points',
  TIME_PROPORTIONAL: 'on for a share of each window',
  FAN_BAND: 'fan speed by band',
  STEP_VENT: 'a vent moved in steps',
}

/** The keys a device of a school cannot do without. */
export function needed(law: Law, pair: boolean): Parameter[] {
  switch (law) {
    case 'ON_OFF':
      return pair ? ['ON_AT', 'OFF_AT'] : ['SET_VALUE', 'DIFFERENTIAL']
    case 'TIME_PROPORTIONAL':
      return ['SET_VALUE', 'BAND', 'WINDOW']
    case 'FAN_BAND':
      return ['SET_VALUE', 'BAND', 'MINIMUM_SPEED', 'MAXIMUM_SPEED']
    case 'STEP_VENT':
      return ['SET_VALUE', 'NEUTRAL_ZONE', 'VENT_STEP', 'VENT_EVERY']
  }
}

/** The unit a key's value is in, for a controller keyed in °C, °F or %RH; empty for a choice. */
export function keyUnit(parameter: Parameter, unit: DisplayUnit): string {
  switch (MEANINGS[parameter].kind) {
    case 'choice':
    case 'plain':
      return ''
    case 'humidity':
      return '%RH'
    case 'percent':
      return '%'
    case 'minutes':
      return 'min'
    case 'seconds':
      return 's'
    case 'hour':
      return 'h'
    default:
      return unitSign(unit)
  }
}

/** A key as it begins, labelled by what it means. */
export function freshKey(parameter: Parameter, profile: ControllerPlan['profile']): KeyPlan {
  const { name, kind, words, range } = MEANINGS[parameter]
  const base = { parameter, label: name.slice(0, 40), factory: null, offAt: null, also: null, place: null }
  if (words) {
    const own = parameter === 'DIRECTION' && profile.unit === 'RH' ? ['moisten', 'dry'] : words
    return { ...base, step: 1, lowest: 0, highest: own.length - 1, words: [...own] }
  }
  const scale = profile.unit === 'F' && kind === 'difference' ? 1.5 : 1
  if (range) return { ...base, step: range[0] || profile.resolution, lowest: range[1] * scale, highest: range[2] * scale, words: [] }
  if (kind === 'difference') return { ...base, step: profile.resolution, lowest: profile.resolution, highest: 15 * scale, words: [] }
  if (profile.unit === 'RH') return { ...base, step: profile.resolution, lowest: 0, highest: 100, words: [] }
  return { ...base, step: profile.resolution, lowest: -40, highest: profile.unit === 'F' ? 230 : 110, words: [] }
}

/** What the outlets of a device are for, in their order. */
export function outlets(controller: ControllerPlan): string[] {
  const { law, unit, keys } = controller.profile
  const has = (parameter: Parameter) => keys.some((key) => key.parameter === parameter)
  if (law === 'FAN_BAND') return ['exhaust', 'intake that follows it']
  if (law === 'STEP_VENT') return has('FAN_SET_VALUE') ? ['moves the vent', 'fan that takes over'] : ['moves the vent']
  if (law === 'ON_OFF' && has('LOWER_DIFFERENTIAL')) return unit === 'RH' ? ['moistens', 'dries'] : ['warms', 'cools']
  return ['switches']
}

/** What a value of a key reads as: the word of a choice, or its number. */
export const wordOf = (key: KeyPlan, value: number): string | null => (key.words.length > 0 ? (key.words[Math.round(value)] ?? '') : null)
