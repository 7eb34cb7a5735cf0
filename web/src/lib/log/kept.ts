/** Entries that wait to be sent, in order: kept in the browser, so that a dead network or a closed page loses none. Each has its name already, so that none is written twice. */
import type { NewLogEntry } from '../api/types'

const place = (chamberId: string) => `kiln-log-${chamberId}`

export function waiting(chamberId: string): NewLogEntry[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(place(chamberId)) ?? '[]')
    return Array.isArray(kept) ? (kept as NewLogEntry[]) : []
  } catch {
    return []
  }
}

export function keep(chamberId: string, queue: NewLogEntry[]) {
  try {
    if (queue.length === 0) localStorage.removeItem(place(chamberId))
    else localStorage.setItem(place(chamberId), JSON.stringify(queue))
  } catch {
    // A browser that keeps nothing: what waits lasts as long as the page.
  }
}
