/** Entries of the log in words. */
import type { EntryKind, LogEntryView, UnderstoodView } from '../api/types'
import { celsiusTo, fixed, type TemperatureUnit } from '../units'

export const KINDS: Record<EntryKind, { done: string; press: string }> = {
  NOTE: { done: 'Note', press: 'Note' },
  READ: { done: 'Read', press: 'Read off' },
  OPENED: { done: 'Opened', press: 'Opened' },
  TOPPED_UP: { done: 'Topped up', press: 'Topped up' },
  MISTED: { done: 'Misted', press: 'Misted' },
  TURNED: { done: 'Turned', press: 'Turned' },
  WEIGHED: { done: 'Weighed', press: 'Weighed' },
  CANDLED: { done: 'Candled', press: 'Candled' },
  WATER_CHANGED: { done: 'Water changed', press: 'Water changed' },
  LOST: { done: 'Taken out', press: 'Taken out' },
  DIED: { done: 'Died', press: 'Died' },
  TRAY_PULLED: { done: 'Trays pulled', press: 'Trays pulled' },
  HATCHED: { done: 'Hatched', press: 'Hatched' },
  HARVESTED: { done: 'Harvested', press: 'Harvest' },
  REPLACED: { done: 'Part replaced', press: 'Part replaced' },
}

type Told = Pick<LogEntryView, 'kind' | 'amount' | 'unit' | 'pieces' | 'temperatureC' | 'humidityPct'>

const amountOf = (of: Told) =>
  of.amount === null || of.amount === undefined
    ? ''
    : of.unit === 'LITRES'
      ? of.amount < 1
        ? `${fixed(1000 * of.amount, 0)} ml`
        : `${fixed(of.amount, 2)} l`
      : `${fixed(of.amount, 1)} g`

/** What was done, how much, what was read. */
export function told(of: Told | UnderstoodView, unit: TemperatureUnit): string {
  const parts = [
    [KINDS[of.kind].done, of.pieces ?? null, amountOf(of)].filter((each) => each !== null && each !== '').join(' '),
    of.temperatureC === null || of.temperatureC === undefined ? '' : `${fixed(celsiusTo(unit, of.temperatureC), 1)} °${unit}`,
    of.humidityPct === null || of.humidityPct === undefined ? '' : `${fixed(of.humidityPct, 0)} %RH`,
  ]
  return parts.filter((each) => each !== '').join(', ')
}

/** The title of an entry's mark on the timeline: its kind and numbers. */
export function entryTitle(title: string): string {
  const [kind, ...rest] = title.split(' ')
  return [KINDS[kind as EntryKind]?.done ?? kind, ...rest].join(' ')
}
