/** The record of changes in words: which value, and what it was. The file to take along has them as they are kept. */
import { when } from '../when'

/** What the last part of a name says of its unit. */
const UNITS: Record<string, string> = {
  C: '°C',
  K: 'K',
  Kh: 'K/h',
  Km: 'K/m',
  Pct: '%',
  S: 's',
  W: 'W',
  V: 'V',
  A: 'A',
  M: 'm',
  M2: 'm²',
  M3: 'm³',
  Mm: 'mm',
  Kg: 'kg',
  Wm2: 'W/m²',
}
/** Which values are one of a few codes; anything else may be somebody's own words, and stays as it is. */
const CODED = new Set(['airMovement', 'direction', 'kind', 'measured', 'parameter', 'quantity', 'side', 'state', 'urgency'])
const INSTANT = /^\d{4}-\d\d-\d\dT\d\d:\d\d(:\d\d(\.\d+)?)?Z$/
const CODE = /^[A-Z][A-Z0-9]*(_[A-Z0-9]+)*$/

const lower = (code: string) => code.toLowerCase().replaceAll('_', ' ')
const last = (path: string) =>
  path
    .split(/[.[\]]+/)
    .filter(Boolean)
    .at(-1) ?? ''

/** `occupancy.keepLowC` is occupancy, keep low (°C); what stands in brackets is what people call that part. */
export function valueName(path: string): string {
  if (path === '') return 'all of it'
  return [...path.matchAll(/\[([^\]]*)\]|([^.[\]]+)/g)].map(([, named, own]) => (named !== undefined ? `“${named}”` : said(own!))).join(', ')
}

function said(name: string): string {
  if (CODE.test(name)) return lower(name)
  const words = name.match(/[A-Z]?[a-z0-9]+|[A-Z](?![a-z])/g) ?? [name]
  const end = words.length > 1 ? words.at(-1)! : ''
  const unit = UNITS[end]
  const plain = unit || end === 'Us' || end === 'Id' ? words.slice(0, -1) : words
  return plain.map((each) => each.toLowerCase()).join(' ') + (unit ? ` (${unit})` : '')
}

/** A moment as people read it, a code as words, anything else as it was written. */
export function valueSaid(path: string, text: string): string {
  const name = last(path)
  if (name.endsWith('Us') && /^\d{12,17}$/.test(text)) return when(Number(text) / 1000, 'moment')
  if (INSTANT.test(text)) return when(text, 'moment')
  return CODED.has(name) && CODE.test(text) ? lower(text) : text
}

const THINGS: Record<string, string> = { entry: 'log entry', way: 'way to be told', 'box fit': 'learned box' }

/** What kind of thing it is. */
export const thingName = (thing: string) => THINGS[thing] ?? thing

/** What a thing is called: what has no name of its own goes by its kind. */
export const thingNamed = (thing: string, named: string) => (['entry', 'rule', 'check entry'].includes(thing) && CODE.test(named) ? lower(named) : named)
