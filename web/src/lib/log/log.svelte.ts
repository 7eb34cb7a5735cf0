/** The log of a chamber at the box: written at once where the server is reached, later and in order where not. */
import { api, dataOf, Problem } from '../api/client'
import type { LogEntryView, NewLogEntry, UsualView } from '../api/types'
import { keep, waiting } from './kept'

const DAY_MS = 86_400_000

export class Log {
  entries = $state.raw<LogEntryView[] | null>(null)
  usual = $state.raw<UsualView[]>([])
  queue = $state.raw<NewLogEntry[]>([])
  trouble = $state.raw<Problem | null>(null)
  days = $state(30)
  #sending: Promise<boolean> | null = null

  constructor(readonly chamberId: string) {
    this.queue = waiting(chamberId)
  }

  async load() {
    try {
      const path = { chamberId: this.chamberId }
      const query = { from: new Date(Date.now() - this.days * DAY_MS).toISOString(), to: new Date(Date.now() + DAY_MS).toISOString() }
      this.entries = await dataOf(api.get('/chambers/{chamberId}/entries', { params: { path, query } }))
      this.usual = await dataOf(api.get('/chambers/{chamberId}/entries/usual', { params: { path } }))
      if (this.trouble?.isAway) this.trouble = null
    } catch (failed) {
      this.#tell(failed)
    }
  }

  /** Takes entries in and sends what waits, oldest first. What the server refuses stands aside and says why. */
  async write(added: NewLogEntry[]): Promise<boolean> {
    this.#put([...this.queue, ...added])
    return this.send()
  }

  /** Sends what waits. What is added meanwhile goes along; what comes just after the last was sent begins anew. */
  async send(): Promise<boolean> {
    const sending = (this.#sending ??= this.#sendAll())
    const sent = await sending
    // Whoever comes first after it ends the sending; nobody waits for the list to be read again.
    if (this.#sending === sending) this.#sending = null
    return sent && this.queue.length > 0 ? this.send() : sent
  }

  async #sendAll(): Promise<boolean> {
    try {
      while (this.queue[0]) {
        await dataOf(api.post('/chambers/{chamberId}/entries', { params: { path: { chamberId: this.chamberId } }, body: this.queue[0] }))
        this.#put(this.queue.slice(1))
      }
      this.trouble = null
      return true
    } catch (failed) {
      this.#tell(failed)
      return false
    } finally {
      void this.load()
    }
  }

  /** Takes the first that waits out again: it was refused, and somebody puts it right. */
  takeBack(): NewLogEntry | null {
    const first = this.queue[0] ?? null
    this.#put(this.queue.slice(1))
    this.trouble = null
    return first
  }

  #put(queue: NewLogEntry[]) {
    this.queue = queue
    keep(this.chamberId, queue)
  }

  #tell(failed: unknown) {
    if (!(failed instanceof Problem)) throw failed
    this.trouble = failed
  }
}
