/** Alarms and rules in words: what, where, since when, and what to do about it. */
import type { AlarmView, Measured, RuleKind, RulePlan, SeriesUnit, TrialView, Urgency, Way } from '../api/types'
import { QUANTITIES } from '../quantities'
import { celsiusTo, difference, duration, fixed, timeLeft, type TemperatureUnit } from '../units'

export const URGENCIES: Record<Urgency, { words: string; sign: string; tone: 'act' | 'mind'; meaning: string }> = {
  NOW: { words: 'Needs you now', sign: '◆', tone: 'act', meaning: 'harm is coming: it wakes people, whatever their quiet hours' },
  SOON: { words: 'Act soon', sign: '◆', tone: 'act', meaning: 'in time, before it becomes harm' },
  MIND: { words: 'Mind this', sign: '▲', tone: 'mind', meaning: 'when somebody is about' },
}

export const RULES: Record<RuleKind, string> = {
  HIGH: 'too high',
  LOW: 'too low',
  RATE: 'changes too fast',
  SILENCE: 'device silent',
  BROKEN_PROBE: 'probe broken',
  OUT_OF_BAND: 'out of band for too long',
  HARM_NEAR: 'harm is near',
  OUTLIER: 'away from its peers',
  NO_EFFECT: 'output without effect',
  STUCK: 'stuck at one value',
  WATER_LOW: 'water low',
}

export const WAYS: Record<Way, string> = {
  AS_KEYED: 'controllers do as they are keyed',
  NOTHING_RUNS: 'nothing runs',
  WARMING_ON: 'all that warms is on',
  COOLING_ON: 'all that cools is on',
}

/** The same, for the end of a line in a picture. */
export const WAYS_SHORT: Record<Way, string> = { AS_KEYED: 'as keyed', NOTHING_RUNS: 'nothing runs', WARMING_ON: 'warmth on', COOLING_ON: 'cold on' }

const SIGNS: Record<SeriesUnit, string> = {
  C: '°C',
  F: '°F',
  RH: '%RH',
  LX: 'lx',
  UMOL_M2_S: 'µmol/m²s',
  PPM: 'ppm',
  MM: 'mm',
  CM: 'cm',
  INCH: 'in',
  PH: 'pH',
  US_CM: 'µS/cm',
  MS_CM: 'mS/cm',
  W: 'W',
}

type Of = { quantity: Measured; unit: SeriesUnit }

export function valueOf(value: number, of: Of, unit: TemperatureUnit): string {
  const digits = QUANTITIES[of.quantity].digits
  return of.quantity === 'TEMPERATURE' ? `${fixed(celsiusTo(unit, value), digits)} °${unit}` : `${fixed(value, digits)} ${SIGNS[of.unit]}`
}

export function stepOf(value: number, of: Of, unit: TemperatureUnit): string {
  return of.quantity === 'TEMPERATURE' ? difference(value, unit) : `${fixed(value, QUANTITIES[of.quantity].digits)} ${SIGNS[of.unit]}`
}

/** One sentence of an alarm, without the chamber's name. */
export function sentence(alarm: AlarmView, unit: TemperatureUnit): string {
  const is = alarm.value === null ? '' : valueOf(alarm.value, alarm, unit)
  const limit = alarm.quantity && valueOf(alarm.limit, alarm, unit)
  switch (alarm.kind) {
    case 'HIGH':
      return `${is}, at or above ${limit}`
    case 'LOW':
      return `${is}, at or below ${limit}`
    case 'WATER_LOW':
      return `The water stands at ${is}, at or below ${limit}`
    case 'RATE':
      return `${alarm.side === 'LOW' ? 'Falling' : 'Rising'} by ${stepOf(alarm.limit, alarm, unit)} an hour or more, at ${is}`
    case 'SILENCE':
      return `Nothing heard of its device for ${duration(alarm.limit)}`
    case 'BROKEN_PROBE':
      return `Nothing that can be for ${duration(alarm.limit)}, though its device sends`
    case 'OUT_OF_BAND':
      return `${is}, outside ${limit} to ${valueOf(alarm.secondLimit ?? 0, alarm, unit)} for too long`
    case 'HARM_NEAR':
      return `${is}; at this rate harm was less than ${duration(alarm.limit)} away`
    case 'OUTLIER':
      return `${is}, ${stepOf(alarm.limit, alarm, unit)} or more from its peers`
    case 'NO_EFFECT':
      return `${is}; it should be ${alarm.side === 'HIGH' ? 'falling' : 'rising'} and is not`
    case 'STUCK':
      return `At ${is} without a change for too long`
    default:
      return alarm.kind satisfies never
  }
}

/** What a rule does, as a person says it. */
export function ruleSays(rule: RulePlan, of: Of, unit: TemperatureUnit): string {
  const limit = valueOf(rule.limit, of, unit)
  const after = rule.onDelayS ? `, for ${duration(rule.onDelayS)}` : ''
  switch (rule.kind) {
    case 'HIGH':
      return `${limit} and above${after}`
    case 'LOW':
    case 'WATER_LOW':
      return `${limit} and below${after}`
    case 'RATE':
      return `${stepOf(rule.limit, of, unit)} an hour and more${after}`
    case 'SILENCE':
      return `nothing of its device for ${duration(rule.limit)}`
    case 'BROKEN_PROBE':
      return `nothing that can be for ${duration(rule.limit)} while its device sends`
    case 'OUT_OF_BAND':
      return `outside ${limit} to ${valueOf(rule.secondLimit ?? 0, of, unit)}${after}`
    case 'HARM_NEAR':
      return `harm less than ${duration(rule.limit)} away at the present pace${after}`
    case 'OUTLIER':
      return `${stepOf(rule.limit, of, unit)} and more from the median of its peers${after}`
    case 'NO_EFFECT':
      return `output at ${fixed(rule.limit, 0)} W and more for ${duration(rule.overS ?? 0)}, and it moves by less than ${stepOf(Math.abs(rule.secondLimit ?? 0), of, unit)}`
    case 'STUCK':
      return `within ${stepOf(rule.limit, of, unit)} for ${duration(rule.overS ?? 0)}`
    default:
      return rule.kind satisfies never
  }
}

/** Whether a rule sounds for nothing: it gets switched off sooner or later, and is not offered ticked. */
export const isNuisance = (trial: TrialView) => trial.goodDaySounds > 0 || trial.nuisances > 0

/** How a rule did before it was armed. */
export function trialSays(trial: TrialView, kind: RuleKind = 'HIGH'): string[] {
  const said: string[] = []
  if (trial.rehearsed) {
    said.push(trial.goodDaySounds === 0 ? 'Silent on rehearsed good days.' : `Sounds ${trial.goodDaySounds} × in ${fixed(trial.goodDays, 0)} rehearsed good days: a nuisance.`)
    const harmful = trial.told.filter((each) => each.harmS !== null)
    const inTime = harmful.filter((each) => each.soundS !== null && each.soundS < each.harmS!)
    if (inTime.length > 0) {
      const least = Math.min(...inTime.map((each) => each.harmS! - each.soundS!))
      said.push(`Tells of ${inTime.length} rehearsed faults before they harm, at least ${timeLeft(least)} before.`)
    } else if (harmful.length > 0) said.push('Tells of no rehearsed fault before it harms.')
    if (harmful.length > inTime.length)
      said.push(harmful.length - inTime.length === 1 ? 'One other harms before it sounds.' : `${harmful.length - inTime.length} others harm before it sounds.`)
  } else
    said.push(
      kind === 'SILENCE' || kind === 'BROKEN_PROBE'
        ? 'Cannot be rehearsed: a simulated chamber always sends.'
        : 'Not rehearsed: the plan or its settings are not complete, or the model does not know what is measured.',
    )
  if (trial.pastDays >= 0.5) {
    const days = trial.pastDays < 2 ? `${fixed(trial.pastDays * 24, 0)} measured hours` : `${fixed(trial.pastDays, 0)} measured days`
    said.push(
      trial.pastSounded === 0
        ? `Would not have sounded in ${days}.`
        : `Would have sounded ${trial.pastSounded} × in ${days}${trial.nuisances ? `, ${trial.nuisances} × for nothing` : ''}.`,
    )
  }
  return said
}

/** Alarms of one cause, the first out of them first. */
export interface Group {
  causeId: string
  alarms: AlarmView[]
  /** The most urgent of them, which speaks for all. */
  leads: AlarmView
  /** Whether somebody has to say that they know. */
  wants: boolean
}

const ORDER: Urgency[] = ['NOW', 'SOON', 'MIND']

export function groupsOf(alarms: AlarmView[]): Group[] {
  const groups = new Map<string, AlarmView[]>()
  for (const each of alarms) groups.set(each.causeId, [...(groups.get(each.causeId) ?? []), each])
  return [...groups].map(([causeId, of]) => ({
    causeId,
    alarms: of,
    leads: [...of].sort((a, b) => Number(gone(a)) - Number(gone(b)) || ORDER.indexOf(a.urgency) - ORDER.indexOf(b.urgency))[0]!,
    wants: of.some((each) => each.state === 'UNACKNOWLEDGED' || each.state === 'RETURNED'),
  }))
}

const gone = (alarm: AlarmView) => alarm.state === 'RETURNED' || alarm.state === 'SHELVED'
