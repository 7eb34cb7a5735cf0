/** The words for what the server names by a code. */
import type { ApplianceKind, ControllerPlan, Guide, RungKind, Step } from './api/types'
import { HELD, type Held } from './held'
import type { StepName } from './steps'

/** What happens at a rung whose name is the same of every quantity. */
const RUNGS: Record<Exclude<RungKind, `${'RAISE' | 'LOWER'}_${string}`>, string> = {
  HOLDS: 'Holds here',
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

/** What happens at a rung, by what it is a level of. */
export function rungName(rung: { kind: RungKind; quantity: string }): string {
  if (rung.kind in RUNGS) return RUNGS[rung.kind as keyof typeof RUNGS]
  const { raising, lowering } = HELD[rung.quantity as Held]
  const work = rung.kind.startsWith('RAISE') ? raising : lowering
  return rung.kind.endsWith('_FULL') ? `Full ${work.toLowerCase()}` : `${work} ${rung.kind.endsWith('_ON') ? 'starts' : 'stops'}`
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
export type Doing = 'warms' | 'cools' | 'moistens' | 'dries' | 'enriches' | 'moves air' | 'lights'

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
  GAS_VALVE: { name: 'carbon dioxide valve', does: 'enriches' },
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
