/** A device's table as somebody types or pastes it: one key a line, guessed and then confirmed. Plain functions, tested beside. */
import type { KeyPlan, Parameter } from '../api/types'
import { parse } from '../units'
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

/** A line that could not be read, and why. */
export interface Unread {
  line: number
  text: string
  why: string
}

const NUMBER = '[+−-]?\\d+(?:[.,]\\d+)?'
const RANGE = new RegExp(`(${NUMBER})\\s*(?:\\.\\.+|…|to|–)\\s*(${NUMBER})`, 'i')
const VALUE = new RegExp(`(?:^|[\\s=:;,\\t])(${NUMBER})\\s*(°\\s*[CF]|K|%\\s*RH|%|min|s|h)?\\s*$`, 'i')

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
    keys.push({
      line: index + 1,
      label,
      value: valued ? parse(valued[1]!) : null,
      off: off !== null,
      range: ranged ? [parse(ranged[1]!)!, parse(ranged[2]!)!] : null,
      unit: (valued?.[2] ?? '').replace(/\s/g, ''),
      meaning: guess(label, taken),
    })
  })
  return { keys, unread }
}

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
    if (each.range && key.words.length === 0) [key.lowest, key.highest] = each.range[0] <= each.range[1] ? each.range : [each.range[1], each.range[0]]
    if (each.off && key.words.length === 0) {
      key.offAt = key.lowest - key.step
      values[each.meaning] = key.offAt
    } else if (each.value !== null) values[each.meaning] = each.value
    return [key]
  })
  return { keys, values }
}

/** The school that a table's meanings tell of. */
export function lawOf(table: PastedKey[]): Law {
  const has = (meaning: Parameter) => table.some((each) => each.meaning === meaning)
  return has('MINIMUM_SPEED') && has('BAND') ? 'FAN_BAND' : 'ON_OFF'
}
