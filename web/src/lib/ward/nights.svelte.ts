/** The chambers of a ward, and the coming night of each that is drawn: known ones at once, the others rehearsed beside each other. */
import { api, dataOf, Problem } from '../api/client'
import type { Outlook, WardRow } from '../api/types'

export interface Row {
  view: WardRow
  answer: Outlook | null
  /** Why it could not be rehearsed all the same; null where it was, or where nobody has tried. */
  refused: string | null
}

/** Rehearsed beside each other: the server gives one address no more at once. */
const AT_ONCE = 3
/** As many as are told at once. */
const TOLD = 60

/** Whether its night is still to be rehearsed. */
export const isWaiting = (row: Row) => row.view.ready && !row.answer && !row.refused

export class WardNights {
  /** Null until they have come. */
  rows = $state.raw<Row[] | null>(null)
  trouble = $state.raw<Problem | null>(null)
  #looking = false
  /** Whoever has left the page waits for nothing on it any more; what is derived for it stands still from then on. */
  #left = false

  /** All rows, with what is known of them; empty where they could not be had. */
  async load(): Promise<WardRow[]> {
    this.trouble = null
    try {
      const views = await dataOf(api.get('/ward'))
      this.rows = views.map((view) => ({ view, answer: null, refused: null }))
      return views
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      this.trouble = failed
      return []
    }
  }

  leave() {
    this.#left = true
  }

  /** The nights of what is drawn; asked again while they come, since other rows may be drawn by then. */
  async look(drawn: () => Row[]) {
    if (this.#looking || this.#left) return
    const wanted = drawn().filter(isWaiting).slice(0, TOLD)
    if (wanted.length === 0) return
    this.#looking = true
    try {
      const known = wanted.filter((row) => row.view.rehearsed).map((row) => row.view.id)
      if (known.length > 0) {
        const nights = await dataOf(api.get('/outlooks', { params: { query: { of: known } } }))
        this.rows = this.rows!.map((row) => (nights[row.view.id] ? { ...row, answer: nights[row.view.id]! } : row))
      }
      const waiting = wanted.filter((row) => !this.rows!.find((each) => each.view === row.view)?.answer).map((row) => row.view)
      await Promise.all(
        Array.from({ length: AT_ONCE }, async () => {
          for (let view = waiting.shift(); view && !this.#left; view = waiting.shift()) await this.#rehearse(view)
        }),
      )
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      this.trouble = failed
    } finally {
      this.#looking = false
    }
    if (!this.trouble && !this.#left) void this.look(drawn)
  }

  /** One that cannot be rehearsed says so itself: the others are none the worse for it. */
  async #rehearse(view: WardRow) {
    let told: Pick<Row, 'answer' | 'refused'>
    try {
      const answer = await dataOf(api.get('/chambers/{id}/outlook', { params: { path: { id: view.id } } }))
      told = { answer, refused: null }
    } catch (failed) {
      // Without the server, or when it has too much to do, it is everybody's trouble.
      if (!(failed instanceof Problem) || failed.status !== 400) throw failed
      told = { answer: null, refused: failed.errors[0] ? `${failed.errors[0].field.replace(/^chamber\./, '')} ${failed.errors[0].allowed}` : failed.detail }
    }
    this.rows = this.rows!.map((row) => (row.view === view ? { ...row, ...told } : row))
  }
}
