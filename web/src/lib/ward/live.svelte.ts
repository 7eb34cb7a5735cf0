/** The temperature that each chamber of a ward is known by, as it comes. */
import { alarms } from '../alarm/alarms.svelte'
import type { WardRow } from '../api/types'
import { isSilent } from '../quantities'

export interface Newest {
  seriesId: string
  name: string
  value: number
  ageS: number
  silent: boolean
}

interface Known {
  seriesId: string
  name: string
  silentAfterS: number
}

/** What came is shown together this often (ms): a station says something every few milliseconds. */
const TOGETHER_MS = 500

export class LiveWard {
  #known = new Map<string, Known>()
  #latest = $state.raw(new Map<string, { at: number; value: number }>())
  #waiting = new Map<string, { at: number; value: number }>()
  #now = $state(Date.now())
  #ahead = 0
  #source: EventSource | null = null
  #timer: ReturnType<typeof setInterval> | undefined

  /** Begins with what a ward's rows say, and goes on with what is heard. */
  start(rows: WardRow[]) {
    this.stop()
    this.#known.clear()
    const latest = new Map<string, { at: number; value: number }>()
    for (const { id, knownBy } of rows) {
      if (!knownBy?.latest) continue
      this.#known.set(id, knownBy)
      latest.set(knownBy.seriesId, { at: Date.parse(knownBy.latest.at), value: knownBy.latest.value })
    }
    this.#latest = latest
    this.#source = new EventSource('/api/v1/stream')
    this.#source.addEventListener('reading', (event) => {
      const { series, at, value } = JSON.parse(event.data as string) as { series: string; at: string; value: number }
      if (latest.has(series)) this.#waiting.set(series, { at: Date.parse(at), value })
    })
    this.#source.addEventListener('alarm', () => alarms.soon())
    this.#source.addEventListener('task', () => this.ontask())
    this.#source.addEventListener('beat', (event) => (this.#ahead = Date.parse((JSON.parse(event.data as string) as { at: string }).at) - Date.now()))
    this.#timer = setInterval(() => this.#show(), TOGETHER_MS)
  }

  #show() {
    const now = Date.now() + this.#ahead
    if (now - this.#now >= 1000) this.#now = now
    if (this.#waiting.size === 0) return
    this.#latest = new Map([...this.#latest, ...this.#waiting])
    this.#waiting.clear()
  }

  /** Called when a task was ticked, moved or called off. */
  ontask = () => {}

  stop() {
    this.#source?.close()
    clearInterval(this.#timer)
  }

  /** What a chamber is known by; null where nothing is measured there. */
  of(chamberId: string): Newest | null {
    const known = this.#known.get(chamberId)
    const newest = known && this.#latest.get(known.seriesId)
    if (!known || !newest) return null
    const ageS = Math.max(0, (this.#now - newest.at) / 1000)
    return { seriesId: known.seriesId, name: known.name, value: newest.value, ageS, silent: isSilent(known, ageS) }
  }
}
