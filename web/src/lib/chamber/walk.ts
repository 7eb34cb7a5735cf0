/** Going through a card key by key: where one is, and what the device showed. Kept in the browser, so that a locked phone loses nothing. */
import type { KeyPlan, Parameter, Values } from '../api/types'
import { parse } from '../units'

export interface Walk {
  phase: 'key' | 'keep' | 'read' | 'done'
  at: number
  /** What was read, as typed. */
  shown: Partial<Record<Parameter, string>>
  /** What the display showed when an output switched, as typed, by loop and way. */
  tried: Record<string, string>
}

const PHASES: Walk['phase'][] = ['key', 'keep', 'read', 'done']
const place = (controllerId: string, number: number) => `kiln-walk-${controllerId}-${number}`

/** Where somebody was when the page was last open; the beginning where nobody was, or what is kept cannot be read. */
export function keptWalk(controllerId: string, number: number): Walk {
  try {
    const kept = JSON.parse(localStorage.getItem(place(controllerId, number)) ?? '') as Walk
    if (PHASES.includes(kept.phase) && Number.isInteger(kept.at) && kept.at >= 0 && typeof kept.shown === 'object' && kept.shown !== null)
      return { ...kept, tried: kept.tried ?? {} }
  } catch {
    // Nothing kept, or not by us.
  }
  return { phase: 'key', at: 0, shown: {}, tried: {} }
}

/** Keeps it; null forgets it. */
export function keepWalk(controllerId: string, number: number, walk: Walk | null) {
  try {
    if (walk) localStorage.setItem(place(controllerId, number), JSON.stringify(walk))
    else localStorage.removeItem(place(controllerId, number))
  } catch {
    // A browser that keeps nothing: the walk lasts as long as the page.
  }
}

/** What is known of each key that was read, without a server at hand; a key that was not read is not in it. */
export function answersOf(keys: KeyPlan[], wanted: Values, shown: Walk['shown']): Partial<Record<Parameter, 'same' | 'differs' | 'unreadable'>> {
  const answers: Partial<Record<Parameter, 'same' | 'differs' | 'unreadable'>> = {}
  for (const { parameter } of keys) {
    const text = shown[parameter]
    if (text === undefined || text.trim() === '') continue
    const value = parse(text)
    answers[parameter] = value === null ? 'unreadable' : Math.abs(value - (wanted[parameter] ?? NaN)) < 1e-6 ? 'same' : 'differs'
  }
  return answers
}
