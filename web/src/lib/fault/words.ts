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
  PROBE_FALLEN_OUT: 'fallen out',
  PROBE_ON_HEATER: 'slipped onto the heater',
  PROBE_ABOVE_WATER: 'above the water line',
  TOP_UP_FAILED: 'top-up failed, the water went',
  PROBE_DRIFTED: 'drifted',
  PROBE_UNPLUGGED: 'unplugged or broken',
  PROBE_SHORTED: 'shorted',
  WRONG_UNIT: 'keyed in the wrong unit',
  WRONG_DIRECTION: 'keyed the wrong way round',
  NOT_SAVED: 'change not saved, factory values',
  LIMITS_MISTAKEN: 'limits keyed instead of the set value',
  KNOB_MOVED: 'somebody turned the knob',
  LINK_LOST: 'link between head and outlets lost',
  CONTROLLER_OVERHEATED: 'overheated',
  VENT_JAMMED: 'vent motor jammed',
  ALARM_MUTED: 'alarm muted or never heard',
  POWER_CUT: 'power cut',
  NO_RESTART: 'short power cut; what has a panel stays off',
  LID_LEFT_OPEN: 'left open',
  COLD_SNAP: 'cold snap',
  HEAT_WAVE: 'heat wave',
}

type Effect = NonNullable<FaultRow['effect']>

/** What a keeper sees of something that does not stop, and of something that does not begin, by what it does. */
const NEVER_STOPS: Record<Effect, string> = {
  WARMS: 'the display climbs past where heating should stop',
  COOLS: 'the display falls past where cooling should stop',
  MOISTENS: 'the humidity climbs past where moistening should stop; walls drip',
  DRIES: 'the humidity falls past where drying should stop',
  ENRICHES: 'carbon dioxide climbs past where the valve should shut; people grow dizzy in it',
  AIRS: 'it blows without a rest; the display drifts towards the room’s air',
  STIRS: 'it runs without a rest',
  LIGHTS: 'it never goes dark; the display climbs by night',
}
const NEVER_BEGINS: Record<Effect, string> = {
  WARMS: 'the display falls; what should warm is cold to the hand',
  COOLS: 'the display climbs; what should cool is silent, or its outside is not warm',
  MOISTENS: 'the humidity falls; no mist, no damp stream',
  DRIES: 'the humidity climbs; no water comes out of it',
  ENRICHES: 'carbon dioxide stays at what the room has; the bottle keeps its weight',
  AIRS: 'no draught at its opening; stale air, warmer and damper than it should be',
  STIRS: 'no stream; warm above and cool below, in water the surface stands still',
  LIGHTS: 'it stays dark',
}

/** What a keeper sees first when it happens. */
const LOOKS: Record<FaultKind, string | Record<Effect, string>> = {
  RELAY_STUCK_ON: NEVER_STOPS,
  RELAY_STUCK_OFF: NEVER_BEGINS,
  LEFT_ON_BY_HAND: NEVER_STOPS,
  LEFT_OFF_BY_HAND: NEVER_BEGINS,
  APPLIANCE_DEAD: NEVER_BEGINS,
  OWN_THERMOSTAT_STUCK: 'nothing, as long as all else works',
  PROBE_FALLEN_OUT: 'the display shows the room',
  PROBE_ON_HEATER: 'the display leaps up and down in minutes',
  PROBE_ABOVE_WATER: 'the display shows the air of the room',
  TOP_UP_FAILED: 'the water stands low; the display shows the air of the room',
  PROBE_DRIFTED: 'nothing on the display; a second thermometer disagrees',
  PROBE_UNPLUGGED: 'a code instead of a number, or a number far too low',
  PROBE_SHORTED: 'a code instead of a number, or a number far too high',
  WRONG_UNIT: 'numbers that look like the other unit',
  WRONG_DIRECTION: 'it works when it should rest and rests when it should work',
  NOT_SAVED: 'other values on the keys than on the card',
  LIMITS_MISTAKEN: 'another set value on the key than on the card',
  KNOB_MOVED: 'another set value on the key than on the card',
  LINK_LOST: 'the head shows a number and the outlets do not follow it',
  CONTROLLER_OVERHEATED:
    'a hot case and a flag on the display; exhaust at full and all else off until it has cooled, then its program again; the flag stays until its power is cut',
  VENT_JAMMED: 'the vent does not move when it should',
  ALARM_MUTED: 'nothing: no alarm when there should be one',
  POWER_CUT: 'everything dark',
  NO_RESTART: 'the power is back and the appliance is not',
  LID_LEFT_OPEN: 'it stands open',
  COLD_SNAP: 'the room is colder than the season was planned for',
  HEAT_WAVE: 'the room is warmer than the season was planned for',
}

/** What a keeper sees first of a fault, by what the thing it befalls does. */
export function looksOf(row: { kind: FaultKind; effect: FaultRow['effect'] }): string {
  const looks = LOOKS[row.kind]
  return typeof looks === 'string' ? looks : looks[row.effect ?? 'WARMS']
}

export const ACTS: Record<FirstAct, string> = {
  STOP_WARMING: 'Pull the plug of what warms, with dry hands. Let the warmth out.',
  STOP_COOLING: 'Pull the plug of what cools, with dry hands. Keep what warmth there is.',
  SHUT_THE_BOTTLE: 'Shut the valve on the gas bottle and leave the room at once. Air it well before anybody goes back in: carbon dioxide takes your senses without a warning.',
  GO_WITHOUT: 'Nothing is harmed: they grow slower until it works again. Shut the bottle before you look at the valve.',
  STOP_MOISTENING: 'Pull the plug of what moistens, with dry hands. Air it until it has come down.',
  STOP_DRYING: 'Pull the plug of what dries, with dry hands. Mist by hand and keep it closed.',
  STOP_AIR: 'Pull its plug, with dry hands, or cover most of its opening. Keep what warmth and damp there is, and some air.',
  STOP_LIGHT: 'Put the lamp out at its plug, with dry hands. Darken by hand when it is night.',
  KEEP_WARM: 'Keep what warmth there is: closed up, blankets round it and away from heaters, bottles of warm water. Then the spare.',
  COOL_DOWN: 'Bring the warmth down: shade, moving air, a cooler room, closed bottles of ice. Then the spare.',
  KEEP_DAMP: 'Keep what damp there is: mist by hand, let less air through. Then the spare.',
  DRY_OUT: 'Let damp out: air it, wipe what is wet. Then the spare.',
  AIR_BY_HAND: 'Open a gap by hand: what lives here needs air. Then the spare.',
  STIR_BY_HAND: 'Move the air by hand or with any fan; in water bring air in, with a stone, a cup, anything. Then the spare.',
  LIGHT_BY_HAND: 'Put another lamp there that warms no more than this one.',
  BACK_TO_AUTO: 'Put the output back to its program.',
  PROBE_BACK: 'Hang the probe back where it belongs and wait for the display.',
  TOP_UP: 'Switch off what heats or cools the water, top it up, switch it on again.',
  CHECK_DISPLAY: 'Hold a trusted thermometer beside the probe and go by that one.',
  RESEAT_PROBE: 'Pull the plugs of what this probe governs, plug the probe in again or the spare one, then them.',
  KEY_IN_CARD: 'Key the card in, save it, read it back.',
  LINK_BACK: 'Bring head and outlets together again, or switch the outlets by hand and stay with them.',
  CONTROLLER_OFF: 'Give the controller moving air and shade until it is cool, find out why it got hot, then cut its power once to clear the flag.',
  VENT_BY_HAND: 'Move the vent by hand.',
  UNMUTE: 'Let the alarm be heard again.',
  SWITCH_ON: 'Switch on by hand what did not start again.',
  SHUT_LID: 'Close it.',
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
    row.size === null
      ? ''
      : row.kind === 'PROBE_DRIFTED'
        ? `, shows ${difference(Math.abs(row.size), unit, 0)} too ${row.size < 0 ? 'little' : 'much'}`
        : row.kind === 'COLD_SNAP' || row.kind === 'HEAT_WAVE'
          ? `, ${difference(Math.abs(row.size), unit, 0)} for two days`
          : `, ${duration(row.size)}`
  if (row.subject === '') return words.charAt(0).toUpperCase() + words.slice(1) + size
  return `${row.subject.charAt(0).toUpperCase()}${row.subject.slice(1)}: ${words}${size}`
}

/** Share of the samples in which the worst of it came out so, as a person says it. */
export function sureOf(counts: Partial<Record<VerdictKind, number>> | undefined, kind: VerdictKind, samples: number): string {
  return counts ? `${fixed((100 * (counts[kind] ?? 0)) / samples, 0)} %` : ''
}
