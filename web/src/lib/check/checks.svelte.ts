/** The checks of a chamber: what the server has of them, and what was typed and is still on its way. */
import { api, Problem, dataOf } from '../api/client'
import type { CheckView, NewCheck, NewOffset, NewRow, OffsetSlip, RowDoubt } from '../api/types'
import { keepCheck, keptCheck, type KeptCheck, type Typed } from './kept'

const AGAIN_MS = 10_000

export class Checks {
  all = $state.raw<CheckView[] | null>(null)
  problem = $state.raw<Problem | null>(null)
  /** The row that is asked about, and why. */
  doubted = $state.raw<{ checkId: string; row: NewRow; doubts: RowDoubt[] } | null>(null)
  /** The offset that is asked about, and why. */
  slipped = $state.raw<{ offset: NewOffset; slip: OffsetSlip } | null>(null)
  #kept = $state<Record<string, KeptCheck>>({})
  #sending = false
  #taken = 0

  constructor(readonly chamberId: string) {}

  get open(): CheckView[] {
    return (this.all ?? []).filter((each) => !each.closed)
  }

  async load() {
    await this.#try(async () => {
      const before = this.#taken
      const all = await dataOf(api.get('/chambers/{chamberId}/checks', { params: { path: { chamberId: this.chamberId } } }))
      // What was written meanwhile is newer than what was asked before it.
      if (this.#taken !== before) return
      this.all = all
      for (const { id } of this.open) this.#kept[id] ??= keptCheck(id)
    })
  }

  /** Looks again and sends what waits, for as long as the page is open. Returns what ends it. */
  watch(): () => void {
    const timer = setInterval(() => {
      if (document.hidden) return
      void this.load()
      for (const { id } of this.open) void this.send(id)
    }, AGAIN_MS)
    return () => clearInterval(timer)
  }

  async begin(check: NewCheck): Promise<CheckView | null> {
    const begun = await this.#try(() => dataOf(api.post('/chambers/{chamberId}/checks', { params: { path: { chamberId: this.chamberId } }, body: check })))
    if (begun) this.#take(begun)
    return begun
  }

  typed(checkId: string): Typed {
    return this.#of(checkId).typed
  }

  type(checkId: string, typed: Typed) {
    this.#kept[checkId] = { ...this.#of(checkId), typed }
    keepCheck(checkId, this.#kept[checkId])
  }

  waiting(checkId: string): NewRow[] {
    return this.#of(checkId).queue
  }

  /** Writes a row down: first here, then at the server, as soon as it can be reached. */
  async write(checkId: string, row: NewRow) {
    this.#queue(checkId, [...this.waiting(checkId), row], { display: '', references: {} })
    await this.send(checkId)
  }

  async send(checkId: string) {
    if (this.#sending) return
    this.#sending = true
    try {
      for (let row = this.waiting(checkId)[0]; row; row = this.waiting(checkId)[0]) {
        if (this.doubted?.row.id === row.id) return
        try {
          this.#take(await dataOf(api.post('/chambers/{chamberId}/checks/{id}/rows', { params: this.#at(checkId), body: row })))
          this.problem = null
        } catch (failed) {
          if (!(failed instanceof Problem)) throw failed
          if (failed.status === 422) {
            this.doubted = { checkId, row, doubts: failed.current as RowDoubt[] }
            return
          }
          this.problem = failed
          if (failed.isAway || failed.status === 403) return
          // What cannot be taken at all goes back into the fields, to be mended there.
          this.#queue(checkId, this.waiting(checkId).slice(1), typedOf(row))
          return
        }
        this.#queue(
          checkId,
          this.waiting(checkId).filter((each) => each.id !== row!.id),
          this.typed(checkId),
        )
      }
    } finally {
      this.#sending = false
    }
  }

  /** Answers what was asked about a row: it is meant so, or other values were meant, or it is thrown away. */
  async settle(answer: 'so' | 'meant' | 'mend') {
    const asked = this.doubted
    if (!asked) return
    this.doubted = null
    const { checkId, row, doubts } = asked
    const rest = this.waiting(checkId).filter((each) => each.id !== row.id)
    if (answer === 'mend') {
      this.#queue(checkId, rest, typedOf(row))
      return
    }
    const sent = answer === 'so' ? row : withMeant(row, doubts)
    this.#queue(checkId, [{ ...sent, sure: true }, ...rest], this.typed(checkId))
    await this.send(checkId)
  }

  async withdraw(check: CheckView, rowId: string, restore: boolean) {
    const view = await this.#try(() =>
      dataOf(
        api.post(`/chambers/{chamberId}/checks/{id}/rows/{rowId}/${restore ? 'restore' : 'withdraw'}`, {
          params: { path: { ...this.#at(check.id).path, rowId } },
          body: { note: '' },
        }),
      ),
    )
    if (view) this.#take(view)
  }

  /** Records an offset that was keyed in; null where it was not taken, or something is asked first. */
  async keyIn(checkId: string, offset: NewOffset): Promise<CheckView | null> {
    this.slipped = null
    const view = await this.#try(
      () => dataOf(api.post('/chambers/{chamberId}/checks/{id}/offsets', { params: this.#at(checkId), body: offset })),
      (failed) => {
        if (failed.status !== 422) return false
        this.slipped = { offset, slip: (failed.current as OffsetSlip[])[0]! }
        return true
      },
    )
    if (view) this.#take(view)
    return view
  }

  async close(checkId: string, reopen: boolean, note: string) {
    const view = await this.#try(() => dataOf(api.post(`/chambers/{chamberId}/checks/{id}/${reopen ? 'reopen' : 'close'}`, { params: this.#at(checkId), body: { note } })))
    if (view) this.#take(view)
  }

  /** Rows from a file; true where they were taken. */
  async read(checkId: string, text: string, sure: boolean): Promise<'taken' | 'asked' | 'refused'> {
    let asked = false
    const view = await this.#try(
      () => dataOf(api.post('/chambers/{chamberId}/checks/{id}/rows/file', { params: { ...this.#at(checkId), query: { sure } }, ...api.asText, body: text })),
      (failed) => (asked = failed.status === 422),
    )
    if (view) this.#take(view)
    return view ? 'taken' : asked ? 'asked' : 'refused'
  }

  #take(view: CheckView) {
    this.#taken++
    this.#kept[view.id] ??= keptCheck(view.id)
    this.all = [view, ...(this.all ?? []).filter((each) => each.id !== view.id)].sort((a, b) => b.begunAt.localeCompare(a.begunAt))
  }

  #of(checkId: string): KeptCheck {
    return this.#kept[checkId] ?? { typed: { display: '', references: {} }, queue: [] }
  }

  #queue(checkId: string, queue: NewRow[], typed: Typed) {
    this.#kept[checkId] = { queue, typed }
    keepCheck(checkId, { queue, typed })
  }

  #at(id: string) {
    return { path: { chamberId: this.chamberId, id } }
  }

  async #try<T>(action: () => Promise<T>, asks: (failed: Problem) => boolean = () => false): Promise<T | null> {
    try {
      const done = await action()
      this.problem = null
      return done
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      if (!asks(failed)) this.problem = failed
      return null
    }
  }
}

function typedOf(row: NewRow): Typed {
  return { display: String(row.display), references: Object.fromEntries(Object.entries(row.references).map(([name, value]) => [name, String(value)])) }
}

/** The row with what was probably meant, where that can be told. */
function withMeant(row: NewRow, doubts: RowDoubt[]): NewRow {
  const references = { ...row.references }
  let display = row.display
  for (const { field, meant } of doubts) {
    if (meant === null) continue
    if (field === 'display') display = meant
    else references[field.replace('references.', '')] = meant
  }
  return { ...row, display, references }
}
