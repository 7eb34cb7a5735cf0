/** The words for what the server names by a code. */
import type { ApplianceKind, ControllerPlan, Guide, RungKind, Step } from './api/types'
import type { StepName } from './router.svelte'

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

export const APPLIANCE_NAMES: Record<ApplianceKind, string> = {
  MAT: 'heating mat',
  BULB: 'bulb',
  CERAMIC_EMITTER: 'ceramic emitter',
  CABLE: 'heating cable',
  FANNED_ELEMENT: 'element in a fan’s stream',
  ROD: 'heating rod or tube',
  SELF_LIMITING: 'self-limiting element',
  WARM_LIQUID: 'warm liquid, pumped round',
  REVERSED_MODULE: 'thermoelectric module, reversed',
  IN_TANK: 'heater in the water',
  COOLER: 'cooler with a compressor',
  CHILLER: 'chiller',
  THERMOELECTRIC: 'thermoelectric cooler',
  HUMIDIFIER_ULTRASONIC: 'humidifier, ultrasonic',
  HUMIDIFIER_EVAPORATING: 'humidifier, evaporating',
  BOWL: 'bowl of water',
  DEHUMIDIFIER: 'dehumidifier',
  FAN_CIRCULATION: 'fan or pump inside',
  FAN_EXHAUST: 'exhaust fan',
  FAN_INTAKE: 'intake fan',
  FAN_SURFACE: 'fan over the water',
  VENT: 'vent',
  LAMP: 'lamp',
}

/** What an appliance does, for its colour and shape. */
export type Doing = 'warms' | 'cools' | 'moistens' | 'dries' | 'moves air' | 'lights'

export function doing(kind: ApplianceKind): Doing {
  if (HEATERS.includes(kind)) return 'warms'
  switch (kind) {
    case 'COOLER':
    case 'CHILLER':
    case 'THERMOELECTRIC':
      return 'cools'
    case 'HUMIDIFIER_ULTRASONIC':
    case 'HUMIDIFIER_EVAPORATING':
    case 'BOWL':
      return 'moistens'
    case 'DEHUMIDIFIER':
      return 'dries'
    case 'LAMP':
      return 'lights'
    default:
      return 'moves air'
  }
}

export const HEATERS: ApplianceKind[] = ['MAT', 'BULB', 'CERAMIC_EMITTER', 'CABLE', 'FANNED_ELEMENT', 'ROD', 'SELF_LIMITING', 'WARM_LIQUID', 'REVERSED_MODULE', 'IN_TANK']

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
