/** What was typed at the box and is not yet with the server: kept in the browser, so that a closed page or a dead network loses nothing. */
import type { NewRow } from '../api/types'
import { parse } from '../units'

export interface Typed {
  display: string
  references: Record<string, string>
}

export interface KeptCheck {
  typed: Typed
  /** Rows that wait to be sent, in order. */
  queue: NewRow[]
}

const place = (checkId: string) => `kiln-check-${checkId}`

export function keptCheck(checkId: string): KeptCheck {
  try {
    const kept = JSON.parse(localStorage.getItem(place(checkId)) ?? '') as KeptCheck
    if (typeof kept.typed?.display === 'string' && typeof kept.typed.references === 'object' && Array.isArray(kept.queue)) return kept
  } catch {
    // Nothing kept, or not by us.
  }
  return { typed: { display: '', references: {} }, queue: [] }
}

export function keepCheck(checkId: string, kept: KeptCheck) {
  try {
    const empty = kept.queue.length === 0 && kept.typed.display === '' && Object.values(kept.typed.references).every((each) => each === '')
    if (empty) localStorage.removeItem(place(checkId))
    else localStorage.setItem(place(checkId), JSON.stringify(kept))
  } catch {
    // A browser that keeps nothing: what is typed lasts as long as the page.
  }
}

/** What is wrong with what was typed, by field; empty where it can be written down. */
export function complaints(typed: Typed, names: string[]): Record<string, string> {
  const found: Record<string, string> = {}
  if (typed.display.trim() === '') found['display'] = 'must be given'
  else if (parse(typed.display) === null) found['display'] = 'must be a number'
  for (const name of names) {
    const text = typed.references[name] ?? ''
    if (text.trim() !== '' && parse(text) === null) found[name] = 'must be a number'
  }
  if (names.length > 0 && names.every((name) => (typed.references[name] ?? '').trim() === '')) found[names[0]!] = 'at least one reference must be given'
  return found
}

/** The row that was typed; points that were made always read the same. */
export function rowOf(typed: Typed, fixedReadings: Record<string, number>, id: string, at: string): NewRow {
  const references: Record<string, number> = { ...fixedReadings }
  for (const [name, text] of Object.entries(typed.references)) {
    const value = parse(text)
    if (value !== null) references[name] = value
  }
  return { id, at, display: parse(typed.display)!, references, sure: false }
}
