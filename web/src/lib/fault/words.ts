/** The words of faults, verdicts, layers and first acts. */
import type { FaultKind, FaultRow, FirstAct, LayerAnswer, VerdictKind } from '../api/types'
import { difference, duration, fixed, type TemperatureUnit } from '../units'

export const KINDS: Record<FaultKind, string> = {
  RELAY_STUCK_ON: 'relay stuck on',
  RELAY_STUCK_OFF: 'relay stuck off',
  LEFT_ON_BY_HAND: 'output left on by hand',
  LEFT_OFF_BY_HAND: 'output left off by hand',
  APPLIANCE_DEAD: 'dead',
  OWN_THERMOSTAT_STUCK: 'its own thermostat stuck on',
  PROBE_FALLEN_OUT: 'fallen out of the box',
  PROBE_ON_HEATER: 'slipped onto the heater',
  PROBE_ABOVE_WATER: 'above the water line',
  TOP_UP_FAILED: 'top-up failed, the water went',
  PROBE_DRIFTED: 'drifted',
  PROBE_UNPLUGGED: 'unplugged or broken',
  PROBE_SHORTED: 'shorted',
  WRONG_UNIT: 'keyed in the wrong unit',
  WRONG_DIRECTION: 'heating and cooling reversed',
  NOT_SAVED: 'change not saved, factory values',
  LIMITS_MISTAKEN: 'limits keyed instead of the set value',
  KNOB_MOVED: 'somebody turned the knob',
  LINK_LOST: 'link between head and outlets lost',
  CONTROLLER_OVERHEATED: 'overheated',
  VENT_JAMMED: 'vent motor jammed',
  ALARM_MUTED: 'alarm muted or never heard',
  POWER_CUT: 'power cut',
  NO_RESTART: 'short power cut; what has a panel stays off',
  LID_LEFT_OPEN: 'lid left open',
  COLD_SNAP: 'cold snap',
  HEAT_WAVE: 'heat wave',
}

/** What a keeper sees first when it happens. */
export const LOOKS: Record<FaultKind, string> = {
  RELAY_STUCK_ON: 'the display climbs past where it should stop, the output lamp off or on',
  RELAY_STUCK_OFF: 'the output lamp is on and nothing warms or cools',
  LEFT_ON_BY_HAND: 'the display climbs or falls without stopping; the output stands on “on”',
  LEFT_OFF_BY_HAND: 'nothing comes on; the output stands on “off”',
  APPLIANCE_DEAD: 'it has current and does nothing: no warmth, no air, no mist',
  OWN_THERMOSTAT_STUCK: 'nothing, as long as all else works',
  PROBE_FALLEN_OUT: 'the display shows the room',
  PROBE_ON_HEATER: 'the display leaps up and down in minutes',
  PROBE_ABOVE_WATER: 'the display shows the air of the room',
  TOP_UP_FAILED: 'the water stands low; the display shows the air of the room',
  PROBE_DRIFTED: 'nothing on the display; a second thermometer disagrees',
  PROBE_UNPLUGGED: 'a code instead of a number, or a number far too low',
  PROBE_SHORTED: 'a code instead of a number, or a number far too high',
  WRONG_UNIT: 'numbers that look like the other unit',
  WRONG_DIRECTION: 'it heats when it should cool, or does nothing',
  NOT_SAVED: 'other values on the keys than on the card',
  LIMITS_MISTAKEN: 'another set value on the key than on the card',
  KNOB_MOVED: 'another set value on the key than on the card',
  LINK_LOST: 'the head shows a number and the outlets do not follow it',
  CONTROLLER_OVERHEATED: 'a hot case, a flag on the display, everything off',
  VENT_JAMMED: 'the vent does not move when it should',
  ALARM_MUTED: 'nothing: no alarm when there should be one',
  POWER_CUT: 'everything dark',
  NO_RESTART: 'the power is back and the appliance is not',
  LID_LEFT_OPEN: 'the lid',
  COLD_SNAP: 'the room is colder than the season was planned for',
  HEAT_WAVE: 'the room is warmer than the season was planned for',
}

export const ACTS: Record<FirstAct, string> = {
  PULL_PLUG: 'Pull the heater’s plug, with dry hands. Let the warmth out.',
  KEEP_WARM: 'Keep what warmth there is: lid shut, blankets round the box and away from heaters, bottles of warm water.',
  COOL_DOWN: 'Let warmth out: shade, open, move air.',
  BACK_TO_AUTO: 'Put the output back to automatic.',
  SPARE_PART: 'Put in the spare; until then keep what warmth or damp there is.',
  PROBE_BACK: 'Hang the probe back where it belongs and wait for the display.',
  TOP_UP: 'Switch the heater off, top the water up, switch it on again.',
  CHECK_DISPLAY: 'Hold a trusted thermometer beside the probe and go by that one.',
  RESEAT_PROBE: 'Pull the heater’s plug, plug the probe in again or the spare one, then the heater.',
  KEY_IN_CARD: 'Key the card in, save it, read it back.',
  LINK_BACK: 'Bring head and outlets together again, or switch the outlets by hand and stay with them.',
  CONTROLLER_OFF: 'Cut the controller’s power, let it cool in moving air, find out why.',
  VENT_BY_HAND: 'Move the vent by hand.',
  UNMUTE: 'Let the alarm be heard again.',
  SWITCH_ON: 'Switch on by hand what did not start again.',
  SHUT_LID: 'Shut the lid.',
}

export const VERDICTS: Record<VerdictKind, { words: string; sign: string; tone: 'act' | 'mind' | 'well' }> = {
  HOLDS: { words: 'holds', sign: '■', tone: 'well' },
  TIGHT: { words: 'tight', sign: '▲', tone: 'mind' },
  HARMED: { words: 'harmed', sign: '◆', tone: 'act' },
  HARMED_UNSEEN: { words: 'harmed unseen', sign: '◆', tone: 'act' },
}

export const ORDER: VerdictKind[] = ['HARMED_UNSEEN', 'HARMED', 'TIGHT', 'HOLDS']

export const STOPS: Record<FaultRow['stop'], string> = {
  NOTHING_NEEDED: 'does no harm by itself',
  SECOND_LAYER: 'the second layer stops it',
  SOMEBODY: 'only somebody who comes in time',
  NOTHING: 'nothing stops it in time',
}

export const LAYERS: Record<LayerAnswer['layer'], string> = {
  OWN_THERMOSTAT: 'The heater’s own thermostat, a few degrees above',
  SECOND_CONTROLLER: 'A second controller in series, with its own probe',
  MECHANICAL_THERMOSTAT: 'A mechanical thermostat in series',
  THERMAL_FUSE: 'A thermal fuse',
  TWO_HALF_HEATERS: 'Two heaters of half the size',
  TWO_FANS: 'Two fans instead of one',
  OPENING_ALARM: 'A high alarm that also opens the outputs',
  MESSAGE: 'Alarms sent to your phone',
}

export const SHARED: Record<LayerAnswer['shared'][number], string> = {
  PROBE: 'it knows only what the same probe says',
  OUTLET: 'it hangs on the same outlet',
  KIND: 'it is the same kind of device and fails alike',
}

/** A fault as a person says it. */
export function nameOf(row: { kind: FaultKind; subject: string; size: number | null }, unit: TemperatureUnit): string {
  const words = KINDS[row.kind]
  const size =
    row.size === null ? ''
    : row.kind === 'PROBE_DRIFTED' ? `, shows ${difference(Math.abs(row.size), unit, 0)} too ${row.size < 0 ? 'little' : 'much'}`
    : row.kind === 'COLD_SNAP' || row.kind === 'HEAT_WAVE' ? `, ${difference(Math.abs(row.size), unit, 0)} for two days`
    : `, ${duration(row.size)}`
  if (row.subject === '') return words.charAt(0).toUpperCase() + words.slice(1) + size
  return `${row.subject.charAt(0).toUpperCase()}${row.subject.slice(1)}: ${words}${size}`
}

/** Share of the samples in which the worst of it came out so, as a person says it. */
export function sureOf(counts: Partial<Record<VerdictKind, number>> | undefined, kind: VerdictKind, samples: number): string {
  return counts ? `${fixed((100 * (counts[kind] ?? 0)) / samples, 0)} %` : ''
}
