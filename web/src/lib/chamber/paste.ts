/** A device's table as somebody types or pastes it: one key a line, guessed and then confirmed. Plain functions, tested beside. */
import { airOf } from '../held'
import type { KeyPlan, Parameter } from '../api/types'
import { kindOf } from '../api/catalogue'
import { isAmbiguous, parse, toStep } from '../units'
import { freshKey, type Law } from './meanings'
import type { ControllerPlan } from '../api/types'

/** A line that was read. */
export interface PastedKey {
  line: number
  label: string
  /** Value in force, null where the line has none. */
  value: number | null
  /** Whether the line says that it is off. */
  off: boolean
  /** Range where the line has one. */
  range: [number, number] | null
  unit: string
  /** What it may mean; null where nothing can be guessed. */
  meaning: Parameter | null
}

/** A line's value and range as the device counts them. */
export interface Converted {
  value: number | null
  range: [number, number] | null
  /** What has to be put right before it can be taken over; null where nothing has. */
  wrong: string | null
  /** What was done to it; null where nothing was. */
  note: string | null
}

/** A line that could not be read, and why. */
export interface Unread {
  line: number
  text: string
  why: string
}

const NUMBER = '[+−-]?\\d+(?:[.,]\\d+)?'
const RANGE = new RegExp(`(${NUMBER})\\s*(?:°\\s*[CF])?\\s*(?:\\.\\.+|…|to|–)\\s*(${NUMBER})(?:\\s*(°\\s*[CF]))?`, 'i')
const UNIT = '°\\s*[CF]|[CFK](?![a-z])|%\\s*RH|%|min(?:utes?)?|sec(?:onds?)?|s|hours?|h'
const VALUE = new RegExp(`(?:^|[\\s=:;,\\t])(${NUMBER})\\s*(${UNIT})?\\s*$`, 'i')

/** What words on a key commonly say, the more particular first. */
const GUESSES: [RegExp, Parameter][] = [
  [/unit|°c.?\/.?°f/i, 'UNIT'],
  [/heat.*cool|direction|job/i, 'DIRECTION'],
  [/(high|over|max).*(alarm|loud|warn)|(alarm|loud|warn).*(high|over|max|upper)/i, 'HIGH_ALARM'],
  [/(low|under|min).*(alarm|loud|warn)|(alarm|loud|warn).*(low|under|min)/i, 'LOW_ALARM'],
  [/(low|min).*(settable|limit)|limit.*(low|min)/i, 'LOWEST_SETTABLE'],
  [/(high|max).*(settable|limit)|limit.*(high|max)/i, 'HIGHEST_SETTABLE'],
  [/calib|offset|trim|correct/i, 'OFFSET'],
  [/mains|power.?(up|on)|restart/i, 'AFTER_MAINS'],
  [/rest|min.*off|pause/i, 'MIN_OFF'],
  [/delay|wait/i, 'ACT_DELAY'],
  [/night.*(set|temp|aim)|(set|temp|aim).*night/i, 'NIGHT_SET_VALUE'],
  [/differen|hyster|gap|dead.?band/i, 'DIFFERENTIAL'],
  [/on.?at|start.?at|\bon\b/i, 'ON_AT'],
  [/off.?at|stop.?at|\boff\b/i, 'OFF_AT'],
  [/(min|low).*(speed)/i, 'MINIMUM_SPEED'],
  [/(max|high).*(speed)/i, 'MAXIMUM_SPEED'],
  [/humid.*band/i, 'HUMIDITY_BAND'],
  [/humid/i, 'SET_HUMIDITY'],
  [/band/i, 'BAND'],
  [/set|aim|target|wanted|temp/i, 'SET_VALUE'],
  [/light|display|beep|signal|network|wifi|language|lock|tone/i, 'OTHER_1'],
]

/** Reads the lines; a meaning is guessed once, further keys without a meaning for the climate are numbered on. */
export function readTable(text: string): { keys: PastedKey[]; unread: Unread[] } {
  const keys: PastedKey[] = []
  const unread: Unread[] = []
  const taken = new Set<Parameter>()
  text.split(/\r?\n/).forEach((raw, index) => {
    const line = raw.trim()
    if (line === '') return
    const ranged = RANGE.exec(line)
    const rest = ranged
      ? line
          .replace(ranged[0], ' ')
          .replace(/[([]\s*[)\]]/g, ' ')
          .trim()
      : line
    const off = /[\s=:;,\t](off|aus|--+)\s*$/i.exec(rest)
    const valued = off ? null : VALUE.exec(rest)
    const label = (off ? rest.slice(0, off.index) : valued ? rest.slice(0, valued.index) : rest).replace(/[\s=:;,\t]+$/, '').trim()
    if (label === '') {
      unread.push({ line: index + 1, text: line, why: 'has no label before its value' })
      return
    }
    if (label.length > 40) {
      unread.push({ line: index + 1, text: line, why: 'has a label of more than 40 characters' })
      return
    }
    const ambiguous = [valued?.[1], ranged?.[1], ranged?.[2]].find((each) => each !== undefined && isAmbiguous(each) && parse(each) === null)
    if (ambiguous) {
      unread.push({ line: index + 1, text: line, why: `has “${ambiguous}”, which can be read two ways: write ${ambiguous.replace(',', '')} or ${ambiguous.replace(',', '.')}` })
      return
    }
    keys.push({
      line: index + 1,
      label,
      value: valued ? parse(valued[1]!) : null,
      off: off !== null,
      range: ranged ? [parse(ranged[1]!)!, parse(ranged[2]!)!] : null,
      unit: unitOf(valued?.[2] ?? ranged?.[3] ?? ''),
      meaning: guess(label, taken),
    })
  })
  return { keys, unread }
}

/** °C, °F, K, %RH, %, min, s or h; nothing where the line has none. */
function unitOf(text: string): string {
  const plain = text.replace(/\s/g, '').toLowerCase()
  if (plain === '') return ''
  if (/^°?c$/.test(plain)) return '°C'
  if (/^°?f$/.test(plain)) return '°F'
  if (plain === '%rh') return '%RH'
  return plain === 'k' ? 'K' : plain.startsWith('min') ? 'min' : plain.startsWith('s') ? 's' : plain.startsWith('h') ? 'h' : plain
}

const TIMES: Record<string, number> = { s: 1, min: 60, h: 3600 }

/**
 * A line as the device counts it: what stands in another unit of the same kind is converted, what cannot be is said. A table that names a unit in one line and none in
 * another is asked about where the two could be meant.
 */
export function convert(key: PastedKey, unit: ControllerPlan['profile']['unit'], table: PastedKey[]): Converted {
  const plain: Converted = { value: key.value, range: key.range, wrong: null, note: null }
  if (key.meaning === null || key.off) return plain
  const kind = kindOf(key.meaning)
  const said = key.unit
  const by = (turn: (value: number) => number, note: string): Converted => ({
    value: key.value === null ? null : tidy(turn(key.value)),
    range: key.range && [tidy(turn(key.range[0])), tidy(turn(key.range[1]))],
    wrong: null,
    note,
  })
  const not = (wants: string): Converted => ({ ...plain, wrong: `is in ${said}; this key is ${wants}` })
  const degrees = unit === 'F' ? '°F' : '°C'
  const warm = !airOf(unit)
  if (kind === 'LEVEL' || kind === 'DIFFERENCE') {
    if (!warm) return said === '' || said.startsWith('%') ? plain : not('in %RH')
    if (said === '') {
      const other = table.find((each) => each.unit === (unit === 'F' ? '°C' : '°F') && each.meaning !== null)
      return other && key.value !== null ? { ...plain, wrong: `has no unit, and line ${other.line} is in ${other.unit}: write the unit behind ${key.value}` } : plain
    }
    if (said === 'K') return kind === 'DIFFERENCE' ? (unit === 'F' ? by((value) => value * 1.8, 'K turned into °F') : plain) : not(`in ${degrees}`)
    if (said !== '°C' && said !== '°F') return not(`in ${degrees}`)
    if (said === degrees) return plain
    const turn =
      kind === 'LEVEL'
        ? said === '°F'
          ? (value: number) => (value - 32) / 1.8
          : (value: number) => value * 1.8 + 32
        : said === '°F'
          ? (value: number) => value / 1.8
          : (value: number) => value * 1.8
    return by(turn, `${said} turned into ${degrees}`)
  }
  if (kind === 'MINUTES' || kind === 'SECONDS' || kind === 'HOUR') {
    const own = kind === 'MINUTES' ? 'min' : kind === 'SECONDS' ? 's' : 'h'
    if (said === '' || said === own) return plain
    return TIMES[said] ? by((value) => (value * TIMES[said]!) / TIMES[own]!, `${said} turned into ${own}`) : not(`in ${own}`)
  }
  if (kind === 'PERCENT' || kind === 'HUMIDITY') {
    if (said !== '' && !said.startsWith('%')) return not(kind === 'PERCENT' ? 'in %' : 'in %RH')
    // A share that is printed with its sign is what is taken off.
    if (kind === 'PERCENT' && key.value !== null && key.value < 0) {
      const off = -key.value
      return {
        ...plain,
        value: key.meaning === 'INTAKE_KEPT' ? 100 - off : off,
        note: key.meaning === 'INTAKE_KEPT' ? `${off} % taken off leave ${100 - off} %` : 'taken as a share taken off',
      }
    }
  }
  return plain
}

const tidy = (value: number) => toStep(value, 0.01)

function guess(label: string, taken: Set<Parameter>): Parameter | null {
  for (const [words, meaning] of GUESSES) {
    if (!words.test(label)) continue
    const free = meaning === 'OTHER_1' ? OTHERS.find((each) => !taken.has(each)) : taken.has(meaning) ? undefined : meaning
    if (!free) continue
    taken.add(free)
    return free
  }
  return null
}

/** The keys that mean nothing for the climate. */
export const OTHERS = Array.from({ length: 12 }, (_, index) => `OTHER_${index + 1}` as Parameter)

/** The keys of a confirmed table, in its order, each as its meaning usually is with what the line says of it. */
export function keysOf(table: PastedKey[], profile: ControllerPlan['profile']): { keys: KeyPlan[]; values: Partial<Record<Parameter, number>> } {
  const values: Partial<Record<Parameter, number>> = {}
  const keys = table.flatMap((each) => {
    if (each.meaning === null) return []
    const fresh = freshKey(each.meaning, profile)
    const key = { ...fresh, label: each.label }
    const { value, range } = convert(each, profile.unit, table)
    if (range && key.words.length === 0) [key.lowest, key.highest] = range[0] <= range[1] ? range : [range[1], range[0]]
    if (each.off && key.words.length === 0) {
      key.offAt = key.lowest - key.step
      values[each.meaning] = key.offAt
    } else if (value !== null) values[each.meaning] = value
    return [key]
  })
  return { keys, values }
}

/** The school that a table's meanings tell of. */
export function lawOf(table: PastedKey[]): Law {
  const has = (meaning: Parameter) => table.some((each) => each.meaning === meaning)
  return has('MINIMUM_SPEED') && has('BAND') ? 'FAN_BAND' : 'ON_OFF'
}
