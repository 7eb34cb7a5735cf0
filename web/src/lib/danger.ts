/** Danger limits of a plan or a guide: each says its level in the unit of its quantity. */
import { AIR, type Held, isOfAir, OF_AIR } from './held'
import { fixed, level, type TemperatureUnit } from './units'

/** As a plan or a guide says it; what is not said is null or left out. */
export interface Said {
  side: 'LOW' | 'HIGH'
  levelC?: number | null
  levelPct?: number | null
  levelPpm?: number | null
  durationS: number
  costs?: string | null
}

/** A limit of one quantity, in the model's unit. */
export interface Danger {
  side: 'LOW' | 'HIGH'
  level: number
  durationS: number
}

const FIELD = { TEMPERATURE: 'levelC', RELATIVE_HUMIDITY: 'levelPct', CARBON_DIOXIDE: 'levelPpm' } as const

/** The field in which a limit of a quantity says its level. */
export const fieldOf = (quantity: Held) => FIELD[quantity]

/** What a limit is about. */
export const quantityOf = (limit: Said): Held => OF_AIR.find((each) => (limit[FIELD[each]] ?? null) !== null) ?? 'TEMPERATURE'

export const levelOf = (limit: Said) => limit[FIELD[quantityOf(limit)]] ?? 0

/** The same limit of another level, and of another quantity where one is named. */
export const withLevel = <T extends Said>(limit: T, value: number, quantity = quantityOf(limit)): T => ({
  ...limit,
  levelC: null,
  levelPct: null,
  levelPpm: null,
  [FIELD[quantity]]: value,
})

/** Limits of a quantity that kill, in the model's unit. */
export const deadly = (limits: Said[], quantity: Held = 'TEMPERATURE'): Danger[] =>
  limits.filter((each) => (each.costs ?? null) === null && quantityOf(each) === quantity).map((each) => ({ side: each.side, level: levelOf(each), durationS: each.durationS }))

/** A limit's level in words. */
export const sayLevel = (limit: Said, unit: TemperatureUnit) => {
  const quantity = quantityOf(limit)
  return isOfAir(quantity) ? `${fixed(levelOf(limit), 0)} ${AIR[quantity].sign}` : level(levelOf(limit), unit)
}

/** What sets a limit apart from the others of its list. */
export const keyOf = (limit: Said) => `${limit.side} ${quantityOf(limit)} ${levelOf(limit)} ${limit.durationS} ${limit.costs ?? ''}`
