/** What each key of a controller can mean: one row a meaning, and everything the interface has to say of it. */
import { type DisplayUnit, HELD, airOf, heldOf, unitSign } from '../held'
import { kindOf, lawOf, parameterOf } from '../api/catalogue'
import type { ControllerPlan, KeyPlan, Parameter } from '../api/types'

export type Law = ControllerPlan['profile']['law']

/** What the interface has to say of a meaning; what it is stands in the catalogue. */
interface Meaning {
  name: string
  /** Why it comes where it comes when keys are gone through. */
  why: string
  /** For a choice, what a device may show for each. */
  words?: string[]
}

const other = (number: number): Meaning => ({
  name: number === 1 ? 'nothing for the climate' : `nothing for the climate (${number})`,
  why: 'In its place among the keys: backlight, signal, network and the like.',
})

export const MEANINGS: Record<Parameter, Meaning> = {
  UNIT: { name: 'unit', why: 'First of all: every number that follows is in it.', words: ['°C', '°F'] },
  DIRECTION: { name: 'heat or cool', why: 'Before any value: the wrong way round it adds to what is too much already.', words: ['heat', 'cool'] },
  OUTPUT_MODE: { name: 'first output: by program, on or off', why: 'Left on or off by hand it ignores its program, whatever else is keyed in.', words: ['auto', 'on', 'off'] },
  SECOND_OUTPUT_MODE: {
    name: 'second output: by program, on or off',
    why: 'Left on or off by hand it ignores its program, whatever else is keyed in.',
    words: ['auto', 'on', 'off'],
  },
  LOWEST_SETTABLE: { name: 'lowest settable value', why: 'Before the set value, so that it can be reached. It bounds what can be set, not what happens.' },
  HIGHEST_SETTABLE: { name: 'highest settable value', why: 'Before the set value, so that it can be reached. It bounds what can be set, not what happens.' },
  SET_VALUE: { name: 'set value', why: 'After unit and limits, which would refuse or misread it.' },
  NIGHT_SET_VALUE: { name: 'set value by night', why: 'Right after that of the day.' },
  DIFFERENTIAL: { name: 'differential', why: 'Right after the set value: the two together say where it switches.' },
  LOWER_DIFFERENTIAL: { name: 'differential of the second outlet', why: 'After that of the first outlet, so that both can be seen to leave a rest between them.' },
  ON_AT: { name: 'on at', why: 'The pair belongs together: on at, then off at.' },
  OFF_AT: { name: 'off at', why: 'The pair belongs together: on at, then off at.' },
  BAND: { name: 'band to full output', why: 'Right after the set value: the two together say how hard it works.' },
  NIGHT_BAND: { name: 'band by night', why: 'Right after the set value by night.' },
  INTEGRAL: { name: 'integral time', why: 'After the band, which it helps to come back to the set value.' },
  WINDOW: { name: 'window', why: 'After the band: within it the output is shared out.' },
  NEUTRAL_ZONE: { name: 'neutral zone to each side', why: 'Right after the set value: inside it nothing moves.' },
  SET_HUMIDITY: { name: 'set humidity', why: 'After the temperature: the larger of the two demands governs.' },
  NIGHT_SET_HUMIDITY: { name: 'set humidity by night', why: 'Right after that of the day.' },
  HUMIDITY_BAND: { name: 'humidity band to full output', why: 'Right after the set humidity.' },
  NIGHT_HUMIDITY_BAND: { name: 'humidity band by night', why: 'Right after the set humidity by night.' },
  HUMIDITY_ZONE: { name: 'neutral zone of humidity', why: 'Right after the set humidity: inside it nothing moves.' },
  MINIMUM_SPEED: { name: 'lowest speed', why: 'After the set values: it is never undercut; at 0 the fan may stop.' },
  NIGHT_MINIMUM_SPEED: { name: 'lowest speed by night', why: 'Right after that of the day.' },
  MAXIMUM_SPEED: { name: 'highest speed', why: 'After the lowest.' },
  NIGHT_MAXIMUM_SPEED: { name: 'highest speed by night', why: 'Right after that of the day.' },
  UNDER_PRESSURE: { name: 'share taken off the intake', why: 'After the speeds. Some devices count what is taken off, some what is kept: look at both fans.' },
  INTAKE_KEPT: { name: 'share kept for the intake', why: 'After the speeds. Some devices count what is kept, some what is taken off: look at both fans.' },
  INTAKE_BELOW_SET: { name: 'intake below the set values', why: 'After the speeds it chooses from.', words: ['stops', 'lowest', 'ratio'] },
  START_KICK: { name: 'start at full speed for', why: 'After the speeds: a fan needs a push to turn slowly.' },
  FAN_FLOOR: { name: 'turns by itself from', why: 'After the speeds. Find it by stepping up until the fan turns by itself.' },
  VENT_STEP: { name: 'each move', why: 'After the zone: steps faster than the box answers make it hunt.' },
  VENT_EVERY: { name: 'time between moves', why: 'After the move.' },
  MOTOR_STROKE: { name: 'motor, shut to open', why: 'Before its time-out.' },
  MOTOR_TIMEOUT: { name: 'motor time-out', why: 'Longer than one move takes, or it is stopped on its way.' },
  OUTDOOR_LOWEST: { name: 'opens for humidity from, outdoors', why: 'After the humidity it guards: colder air would chill the house.' },
  OUTDOOR_HIGHEST: { name: 'opens for humidity up to, outdoors', why: 'After the humidity it guards.' },
  FAN_SET_VALUE: { name: 'set value of the fan that takes over', why: 'After the vent: the fan runs only once it is fully open.' },
  DAY_FROM: { name: 'day begins', why: 'After the values of day and night that it switches.' },
  DAY_TO: { name: 'night begins', why: 'After the beginning of the day.' },
  LIGHT_BELOW: { name: 'night is darker than', why: 'After the values of day and night that it switches.' },
  LIGHT_DELAY: { name: 'night when dark for', why: 'So that a cloud does not make it night.' },
  ACT_DELAY: { name: 'delay before acting', why: 'After the values it delays.' },
  SECOND_ACT_DELAY: { name: 'delay of the second output', why: 'After the values it delays.' },
  MIN_OFF: { name: 'shortest rest', why: 'After the values it holds back.' },
  SECOND_MIN_OFF: { name: 'shortest rest of the second output', why: 'After the values it holds back.' },
  AFTER_MAINS: { name: 'delay after mains returns', why: 'After the values it holds back.' },
  PULSE_ON: { name: 'works for', why: 'After the values it paces: moisture spreads slowly.' },
  PULSE_REST: { name: 'then rests for', why: 'Right after how long it works.' },
  SECOND_PULSE_ON: { name: 'the second output works for', why: 'After the values it paces.' },
  SECOND_PULSE_REST: { name: 'the second output then rests for', why: 'Right after how long it works.' },
  ONLY_LIT: { name: 'works in the dark too', why: 'After the values it holds back.', words: ['always', 'with light'] },
  HIGH_ALARM: { name: 'high alarm', why: 'After the set value: many devices keep a distance from it.' },
  HIGH_ALARM_OPENS: {
    name: 'high alarm opens the outputs',
    why: 'Right after the high alarm. Right for heat; it would stop a cooler when it is needed most.',
    words: ['no', 'yes'],
  },
  LOW_ALARM: { name: 'low alarm', why: 'After the set value: many devices keep a distance from it.' },
  LINK_LOSS: { name: 'without its head unit', why: 'After all values: it is for the day when none of them counts.', words: ['off', 'on'] },
  OFFSET: { name: 'offset (calibration)', why: 'Last: it shifts everything that is shown.' },
  HUMIDITY_OFFSET: { name: 'offset of the humidity', why: 'Last: it shifts the humidity that is shown.' },
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
  const { needed: plain, neededOfPair } = lawOf(law)
  return pair ? neededOfPair : plain
}

/** Whether a device of a school may have a key of a meaning. */
export const offers = (law: Law, parameter: Parameter): boolean => lawOf(law).offered.includes(parameter)

/** The unit a key's value is in, for a controller keyed in °C, °F or %RH; empty for a choice. */
export function keyUnit(parameter: Parameter, unit: DisplayUnit): string {
  switch (kindOf(parameter)) {
    case 'CHOICE':
    case 'PLAIN':
      return ''
    case 'HUMIDITY':
      return '%RH'
    case 'PERCENT':
      return '%'
    case 'MINUTES':
      return 'min'
    case 'SECONDS':
      return 's'
    case 'HOUR':
      return 'h'
    default:
      return unitSign(unit)
  }
}

/** A key as it begins, labelled by what it means. */
export function freshKey(parameter: Parameter, { unit, resolution }: Pick<ControllerPlan['profile'], 'unit' | 'resolution'>): KeyPlan {
  const { name, words } = MEANINGS[parameter]
  const { step, lowest, highest } = parameterOf(parameter).begins[unit]!
  const own = parameter === 'DIRECTION' && airOf(unit) ? [HELD[heldOf(unit)].raise, HELD[heldOf(unit)].lower] : (words ?? [])
  const moves = step ?? resolution
  return { parameter, label: name.slice(0, 40), step: moves, lowest: lowest ?? moves, highest, factory: null, words: [...own], offAt: null, also: null, place: null }
}

/** What the outlets of a device are for, in their order. */
export function outlets(controller: ControllerPlan): string[] {
  const { law, unit, keys } = controller.profile
  const has = (parameter: Parameter) => keys.some((key) => key.parameter === parameter)
  if (law === 'FAN_BAND') return ['exhaust', 'intake that follows it']
  if (law === 'STEP_VENT') return has('FAN_SET_VALUE') ? ['moves the vent', 'fan that takes over'] : ['moves the vent']
  if (law === 'ON_OFF' && has('LOWER_DIFFERENTIAL')) return [HELD[heldOf(unit)].raises, HELD[heldOf(unit)].lowers]
  return ['switches']
}

/** What a value of a key reads as: the word of a choice, or its number. */
export const wordOf = (key: KeyPlan, value: number): string | null => (key.words.length > 0 ? (key.words[Math.round(value)] ?? '') : null)
