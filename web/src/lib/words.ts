/** The words for what the server names by a code. */
import type { ApplianceKind, ControllerPlan, Guide, RungKind, Step } from './api/types'
import type { StepName } from './steps'

export const RUNG_NAMES: Record<RungKind, string> = {
  HEAT_ON: 'Heat starts',
  HEAT_OFF: 'Heat stops',
  COOL_ON: 'Cooling starts',
  COOL_OFF: 'Cooling stops',
  MOISTEN_ON: 'Moistening starts',
  MOISTEN_OFF: 'Moistening stops',
  DRY_ON: 'Drying starts',
  DRY_OFF: 'Drying stops',
  HOLDS: 'Holds here',
  HEAT_FULL: 'Full heat',
  COOL_FULL: 'Full cooling',
  MOISTEN_FULL: 'Full moistening',
  DRY_FULL: 'Full drying',
  FAN_LEAST: 'Fan speeds up',
  FAN_FULL: 'Fan at full speed',
  VENT_OPENS: 'Vent opens',
  VENT_SHUTS: 'Vent shuts',
  HIGH_ALARM: 'High alarm',
  LOW_ALARM: 'Low alarm',
  BACKUP_OPENS: 'Backup opens',
  BACKUP_CLOSES: 'Backup closes',
  STUCK_ON_END: 'Stuck on ends',
  HEATER_DEAD_END: 'Heater dead ends',
}

export const KEEPING_NAMES: Record<Guide['keeping'], string> = {
  INCUBATOR: 'incubator',
  BROODER: 'brooder',
  MUSHROOM_BOX: 'mushroom box',
  GROW_ROOM: 'grow room',
  AQUARIUM: 'aquarium',
  HIVE: 'hive',
  STORE: 'store',
}

/** What an appliance does, for its colour and shape. */
export type Doing = 'warms' | 'cools' | 'moistens' | 'dries' | 'moves air' | 'lights'

/** Each kind of appliance: what it is called, and what it does. */
const APPLIANCES: Record<ApplianceKind, { name: string; does: Doing }> = {
  MAT: { name: 'heating mat', does: 'warms' },
  BULB: { name: 'bulb', does: 'warms' },
  CERAMIC_EMITTER: { name: 'ceramic emitter', does: 'warms' },
  RADIANT_PANEL: { name: 'radiant panel', does: 'warms' },
  CABLE: { name: 'heating cable', does: 'warms' },
  FANNED_ELEMENT: { name: 'element in a fan’s stream', does: 'warms' },
  ROD: { name: 'heating rod or tube', does: 'warms' },
  SELF_LIMITING: { name: 'self-limiting element', does: 'warms' },
  WARM_LIQUID: { name: 'warm liquid, pumped round', does: 'warms' },
  REVERSED_MODULE: { name: 'thermoelectric module, reversed', does: 'warms' },
  IN_TANK: { name: 'heater in the water', does: 'warms' },
  COOLER: { name: 'cooler with a compressor', does: 'cools' },
  CHILLER: { name: 'chiller', does: 'cools' },
  THERMOELECTRIC: { name: 'thermoelectric cooler', does: 'cools' },
  HUMIDIFIER_ULTRASONIC: { name: 'humidifier, ultrasonic', does: 'moistens' },
  HUMIDIFIER_EVAPORATING: { name: 'humidifier, evaporating', does: 'moistens' },
  BOWL: { name: 'bowl of water', does: 'moistens' },
  DEHUMIDIFIER: { name: 'dehumidifier', does: 'dries' },
  DEHUMIDIFIER_MODULE: { name: 'dehumidifier without a compressor', does: 'dries' },
  FAN_CIRCULATION: { name: 'fan or pump inside', does: 'moves air' },
  FAN_EXHAUST: { name: 'exhaust fan', does: 'moves air' },
  FAN_INTAKE: { name: 'intake fan', does: 'moves air' },
  FAN_SURFACE: { name: 'fan over the water', does: 'moves air' },
  VENT: { name: 'vent', does: 'moves air' },
  LAMP: { name: 'lamp', does: 'lights' },
}

const KINDS = Object.keys(APPLIANCES) as ApplianceKind[]

export const APPLIANCE_NAMES = Object.fromEntries(KINDS.map((kind) => [kind, APPLIANCES[kind].name])) as Record<ApplianceKind, string>

export const doing = (kind: ApplianceKind): Doing => APPLIANCES[kind].does

export const HEATERS: ApplianceKind[] = KINDS.filter((kind) => doing(kind) === 'warms')

export const WALL_NAMES = ['bottom', 'top', 'front', 'back', 'left', 'right'] as const

export const STYLE_NAMES: Record<ControllerPlan['profile']['raising'], string> = {
  PAIR: 'a pair: on at, off at',
  OFF_AT_SET: 'stops at the set value',
  ON_AT_SET: 'starts at the set value',
  EACH_SIDE: 'differential on each side of the set value',
  CENTRED: 'whole differential, centred on the set value',
}

export const GRADE_NAMES: Record<'PUBLISHED' | 'COMMON_PRACTICE' | 'FROM_MEMORY', string> = {
  PUBLISHED: 'published',
  COMMON_PRACTICE: 'common practice, no source',
  FROM_MEMORY: 'from memory, not looked up',
}

/** Where in the interface a remedy is carried out. */
export function stepOf(step: Step): StepName {
  switch (step) {
    case 'OCCUPANT':
      return 'occupant'
    case 'CHAMBER':
      return 'chamber'
    case 'PROBES':
      return 'probes'
    case 'LOADS':
      return 'loads'
    case 'CARD':
      return 'card'
    case 'CHECK':
      return 'check'
    case 'FAULTS':
      return 'faults'
    default:
      return 'settings'
  }
}

/** The unit a controller shows and is keyed in. */
export type DisplayUnit = 'C' | 'F' | 'RH'

export const unitSign = (unit: DisplayUnit) => (unit === 'RH' ? '%RH' : `°${unit}`)
