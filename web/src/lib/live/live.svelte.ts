/** A chamber as it is measured: its series, the newest readings as they come, and the last hours of some of them. */
import { alarms } from '../alarm/alarms.svelte'
import { api, dataOf, Problem } from '../api/client'
import type { Chart, SeriesView } from '../api/types'

interface ReadingEvent {
  series: string
  at: string
  value: number
}

/** How long a page waits for a sign of life before it says that there is none (ms); the server gives one every nine seconds. */
const QUIET_MS = 25_000
/** Late readings come in swarms: they are asked for together (ms). */
const TOGETHER_MS = 800
const BUCKETS = 360

export class LiveChamber {
  series = $state.raw<SeriesView[] | null>(null)
  /** Newest reading of each series. */
  latest = $state<Record<string, { at: number; value: number }>>({})
  charts = $state.raw<Record<string, Chart>>({})
  trouble = $state.raw<Problem | null>(null)
  /** Whether the server has given a sign of life lately. */
  connected = $state(false)
  /** Whether the server can look into its record. */
  recordReached = $state(true)
  /** By the server's clock (ms since 1970), moving. */
  now = $state(Date.now())
  #ahead = 0
  #heard = 0
  #source: EventSource | null = null
  #timer: ReturnType<typeof setInterval> | undefined
  #late: ReturnType<typeof setTimeout> | undefined
  #span: { from: number; to: number } | null = null
  readonly #id: string

  constructor(id: string) {
    this.#id = id
  }

  async start() {
    await this.refresh()
    this.#source = new EventSource(`/api/v1/stream?chamber=${this.#id}`)
    const heard = () => {
      this.#heard = Date.now()
      this.connected = true
    }
    this.#source.addEventListener('reading', (event) => {
      heard()
      this.#take(JSON.parse(event.data as string) as ReadingEvent)
    })
    for (const name of ['late', 'reload']) {
      this.#source.addEventListener(name, () => {
        heard()
        this.#soon()
      })
    }
    this.#source.addEventListener('alarm', () => alarms.soon())
    this.#source.addEventListener('beat', (event) => {
      heard()
      const beat = JSON.parse(event.data as string) as { at: string; recordReached: boolean }
      this.#ahead = Date.parse(beat.at) - Date.now()
      this.recordReached = beat.recordReached
    })
    this.#source.onerror = () => (this.connected = false)
    this.#timer = setInterval(() => {
      this.now = Date.now() + this.#ahead
      if (Date.now() - this.#heard > QUIET_MS) this.connected = false
    }, 1000)
  }

  stop() {
    this.#source?.close()
    clearInterval(this.#timer)
    clearTimeout(this.#late)
  }

  async refresh() {
    try {
      this.series = await dataOf(api.get('/chambers/{chamberId}/series', { params: { path: { chamberId: this.#id } } }))
      for (const each of this.series) if (each.latest) this.#newest(each.id, Date.parse(each.latest.at), each.latest.value)
      this.trouble = null
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      this.trouble = failed
    }
  }

  /** The last so many hours of some series, kept up as readings come. */
  async show(ids: string[], hours: number) {
    const to = Date.now() + this.#ahead
    const from = to - hours * 3_600_000
    this.#span = { from, to }
    try {
      const charts = await Promise.all(
        ids.map((id) =>
          dataOf(
            api.get('/series/{id}/chart', {
              params: { path: { id }, query: { from: new Date(from).toISOString(), to: new Date(to).toISOString(), buckets: BUCKETS } },
            }),
          ),
        ),
      )
      this.charts = Object.fromEntries(ids.map((id, index) => [id, charts[index] as Chart]))
      this.trouble = null
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      this.trouble = failed
    }
  }

  get span() {
    return this.#span
  }

  ageS(id: string): number | null {
    const newest = this.latest[id]
    return newest ? Math.max(0, (this.now - newest.at) / 1000) : null
  }

  #newest(id: string, at: number, value: number) {
    const before = this.latest[id]
    if (!before || at >= before.at) this.latest[id] = { at, value }
  }

  #take({ series, at, value }: ReadingEvent) {
    this.#newest(series, Date.parse(at), value)
    const chart = this.charts[series]
    if (!chart) return
    const bucket = Math.floor((Date.parse(at) - Date.parse(chart.at[0]!)) / 1000 / chart.bucketS)
    // What does not fit any more is asked for anew: the window has moved on.
    if (bucket < 0 || bucket > chart.at.length + 2) return this.#soon()
    const low = [...chart.low]
    const high = [...chart.high]
    const times = [...chart.at]
    while (times.length <= bucket) {
      times.push(new Date(Date.parse(times.at(-1)!) + 1000 * chart.bucketS).toISOString())
      low.push(null)
      high.push(null)
    }
    low[bucket] = Math.min(low[bucket] ?? value, value)
    high[bucket] = Math.max(high[bucket] ?? value, value)
    this.charts = { ...this.charts, [series]: { ...chart, at: times, low, high } }
    if (bucket > chart.at.length + 1) this.#soon()
  }

  /** What is shown, asked for anew. */
  again: () => void = () => {}

  #soon() {
    clearTimeout(this.#late)
    this.#late = setTimeout(() => this.again(), TOGETHER_MS)
  }
}
