/** Exercises of the trainer, in words. */
import type { ExerciseView, JudgedView } from '../api/types'
import { difference, fixed, kelvinTo, level, type TemperatureUnit } from '../units'

export type Kind = ExerciseView['kind']

export const KINDS: Record<Kind, { title: string; learns: string }> = {
  READ_TRACE: { title: 'Read a trace', learns: 'How far it swings, how long a cycle takes, how hard the heater works.' },
  CHOOSE_DIFFERENTIAL: {
    title: 'Choose the differential',
    learns: 'Narrow enough for what lives there, wide enough for the contact, on devices that mean different things by it.',
  },
  CALIBRATE: { title: 'Calibrate', learns: 'A new offset from a reference beside the probe.' },
  FIND_MISTAKE: { title: 'Find the mistake', learns: 'What has happened to the probe, or that it is not the probe.' },
  ANSWER_ALARM: { title: 'Answer the alarm at three in the morning', learns: 'What is done first decides where the box is at seven.' },
}

const CHOICES: Record<string, string> = {
  NOTHING: 'Nothing is wrong',
  PROBE_FALLEN_OUT: 'The probe has fallen out of the box',
  PROBE_ON_HEATER: 'The probe lies on the heater',
  PROBE_READS_LOW: 'The probe reads too low',
  HEATER_DEAD: 'The heater is dead',
  LID_OPEN: 'The lid stands open',
  RELAY_STUCK_ON: 'The relay is stuck on',
  PULL_HEATER_PLUG: 'Pull the heater’s plug',
  CHANGE_SET_VALUE: 'Key in another set value',
  CLOSE_LID: 'Close the lid',
  OPEN_LID: 'Open the lid',
  HANG_PROBE_BACK: 'Hang the probe back in its place',
  SPARE_HEATER: 'Plug in the spare heater instead',
  BACK_TO_BED: 'Mute it and look in the morning',
}

/** Differentials are numbers; everything else has a name. */
export const choiceOf = (code: string, unit: TemperatureUnit) => CHOICES[code] ?? difference(Number(code), unit)

const STYLES = [
  'as an on/off pair',
  'stops at the set value',
  'starts at the set value',
  'differential to each side of the set value',
  'whole differential centred on the set value',
]

/** What is told and asked. */
export function question({ kind, facts: f, entry }: ExerciseView, unit: TemperatureUnit): string[] {
  const at = (name: string) => level(f[name] ?? 0, unit)
  const keep = `What lives there wants ${at('keepLowC')} to ${at('keepHighC')}; the room is at ${at('roomC')}.`
  switch (kind) {
    case 'READ_TRACE':
      return [
        `Six hours of a display, in a room of ${at('roomC')}. One heater, on or off.`,
        entry === 'SWING_K'
          ? `By how many ${unit === 'F' ? '°F' : 'kelvins'} does it swing, from the lowest to the highest of a cycle?`
          : entry === 'PERIOD_MIN'
            ? 'How many minutes does one cycle take, from switching on to switching on again?'
            : 'How many per cent of the time is the heater on?',
      ]
    case 'CHOOSE_DIFFERENTIAL':
      return [
        `${keep} ${fixed(f.massKg ?? 0, 1)} kg stand in it, the heater has ${fixed(f.heaterW ?? 0, 0)} W, the set value is ${at('setC')}.`,
        `The device: ${STYLES[f.style ?? 0]}. Which differential keeps them inside 99 % of the time, with no more than ${fixed(f.mostPerHour ?? 0, 0)} switchings on an hour?`,
      ]
    case 'CALIBRATE':
      return [
        `The box has been closed and steady for an hour. The display shows ${at('displayC')}, a trusted thermometer beside the probe ${at('referenceC')}${
          f.atOccupantC === undefined ? '' : `, another where the animals are ${at('atOccupantC')}`
        }.`,
        `The offset is ${signed(f.oldOffsetK ?? 0, unit)} and goes in steps of ${difference(f.stepK ?? 0, unit)}. What do you key in?`,
      ]
    case 'FIND_MISTAKE':
      return [keep, 'Something may have happened after two hours. What?']
    case 'ANSWER_ALARM':
      return [
        `${keep} It is three in the morning, the alarm sounds, and this is what the display has shown since midnight.`,
        `The heater ${f.heaterWarm ? 'is warm to the hand' : 'is cold to the hand'}${f.lidOpen === undefined ? '' : f.lidOpen ? ', the lid stands open' : ', the lid is shut'}. What do you do, if only one thing?`,
      ]
  }
}

export const signed = (valueK: number, unit: TemperatureUnit) => `${valueK < 0 ? '−' : '+'}${difference(Math.abs(valueK), unit)}`

/** What a typed number is in, and how it is sent. */
export function entryUnit(entry: NonNullable<ExerciseView['entry']>, unit: TemperatureUnit): string {
  return entry === 'PERIOD_MIN' ? 'min' : entry === 'DUTY_PCT' ? '%' : unit === 'F' ? '°F' : 'K'
}
export const isDifference = (entry: ExerciseView['entry']) => entry === 'SWING_K' || entry === 'OFFSET_K'

export function bestOf({ best }: JudgedView, { entry }: ExerciseView, unit: TemperatureUnit): string {
  if (entry === null) return choiceOf(best, unit)
  if (entry === 'OFFSET_K') return signed(Number(best), unit)
  return isDifference(entry) ? difference(Number(best), unit) : `${fixed(Number(best), entry === 'DUTY_PCT' ? 0 : 1)} ${entryUnit(entry, unit)}`
}

/** Why, from what the simulator made of it. */
export function because(judged: JudgedView, { kind, facts, entry }: ExerciseView, answer: string, unit: TemperatureUnit): string {
  const of = (code: string) => judged.outcomes[code] ?? {}
  switch (kind) {
    case 'READ_TRACE': {
      const m = of('measured')
      return `It swings ${difference(m.swingK ?? 0, unit)} although the differential is ${difference(m.differentialK ?? 0, unit)}: the heater goes on giving after it is off. A cycle takes ${fixed(
        m.periodMin ?? 0,
        0,
      )} min, and ${fixed(100 * (m.dutyShare ?? 0), 0)} % of it the heater is on.${entry === 'DUTY_PCT' ? ' The rise begins a little after the heater does, so the share that rises is only nearly that.' : ''}`
    }
    case 'CHOOSE_DIFFERENTIAL': {
      const m = of(answer)
      return `With yours it is inside ${fixed(100 * (m.inBandShare ?? 0), 0)} % of the time, from ${level(m.lowestC ?? 0, unit)} to ${level(m.highestC ?? 0, unit)}, and switches on ${fixed(m.perHour ?? 0, 1)} times an hour; ${fixed(facts.mostPerHour ?? 0, 0)} are borne.`
    }
    case 'CALIBRATE':
      return `New offset = old offset + reference beside the probe − display. With yours the display is off by ${signed(of('answer').leftK ?? 0, unit)} and the animals come to ${level(
        of('answer').occupantC ?? 0,
        unit,
      )}; it was ${signed(of('before').leftK ?? 0, unit)}. Wait an hour, then check again.${facts.atOccupantC === undefined ? '' : ' What hangs at the animals reads another place: that is no error of the sensor.'}`
    case 'FIND_MISTAKE':
      return 'A display that goes to the room’s temperature is outside; one that leaps and turns often is near the heater; one that stands right while a thermometer at the occupant does not reads wrong; where both fall together the heat is missing or going out.'
    case 'ANSWER_ALARM': {
      const m = of(answer)
      const best = of(judged.best)
      return `With yours it goes from ${level(m.lowestC ?? 0, unit)} to ${level(m.highestC ?? 0, unit)} until seven${m.harmed ? ', and harm is done' : ''}: ${fixed(kelvinTo(unit, m.outOfBandKh ?? 0), 1)} ${unit === 'F' ? '°F' : 'K'}·h out of band. With what is best it would be ${fixed(
        kelvinTo(unit, best.outOfBandKh ?? 0),
        1,
      )}.`
    }
  }
}
