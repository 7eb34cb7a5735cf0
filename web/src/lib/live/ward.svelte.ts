/** The newest of what is measured in every chamber, as it comes. */
import { alarms } from '../alarm/alarms.svelte'
import { api, dataOf, Problem } from '../api/client'
import type { SeriesView } from '../api/types'
import { isSilent } from './quantities'

export interface Newest {
  series: SeriesView
  value: number
  ageS: number
  silent: boolean
}

export class LiveWard {
  #series = $state.raw<SeriesView[]>([])
  #latest = $state<Record<string, { at: number; value: number }>>({})
  #now = $state(Date.now())
  #ahead = 0
  #source: EventSource | null = null
  #timer: ReturnType<typeof setInterval> | undefined

  async start() {
    try {
      this.#series = await dataOf(api.get('/series'))
    } catch (failed) {
      // Without it the ward is what it was before anything was measured; why, it says itself.
      if (!(failed instanceof Problem)) throw failed
      return
    }
    for (const each of this.#series) if (each.latest) this.#latest[each.id] = { at: Date.parse(each.latest.at), value: each.latest.value }
    if (this.#series.length === 0) return
    this.#source = new EventSource('/api/v1/stream')
    this.#source.addEventListener('reading', (event) => {
      const { series, at, value } = JSON.parse(event.data as string) as { series: string; at: string; value: number }
      this.#latest[series] = { at: Date.parse(at), value }
    })
    this.#source.addEventListener('alarm', () => alarms.soon())
    this.#source.addEventListener('task', () => this.ontask())
    this.#source.addEventListener('beat', (event) => (this.#ahead = Date.parse((JSON.parse(event.data as string) as { at: string }).at) - Date.now()))
    this.#timer = setInterval(() => (this.#now = Date.now() + this.#ahead), 1000)
  }

  /** Called when a task was ticked, moved or called off. */
  ontask = () => {}

  stop() {
    this.#source?.close()
    clearInterval(this.#timer)
  }

  /** The temperature that a chamber is known by: what a controller shows, or else the first that is measured; null where none is. */
  of(chamberId: string): Newest | null {
    const mine = this.#series.filter((each) => each.chamberId === chamberId && each.quantity === 'TEMPERATURE' && this.#latest[each.id])
    const series = mine.find((each) => each.controllerId !== null) ?? mine[0]
    if (!series) return null
    const { at, value } = this.#latest[series.id]!
    const ageS = Math.max(0, (this.#now - at) / 1000)
    return { series, value, ageS, silent: isSilent(series.everyS, ageS) }
  }
}
