/** Asks the server about a chamber as it stands, again and again while it is worked on, and holds what it said last. */
import { api, dataOf, Problem } from '../api/client'
import type { Keyed, RehearsalAnswer, RehearsalRequest, SuggestionAnswer, SuggestionLine, Values } from '../api/types'
import { fieldErrors } from './draft'

export abstract class Rehearsing {
  answer = $state.raw<RehearsalAnswer | null>(null)
  errors = $state.raw<Record<string, string>>({})
  problem = $state.raw<Problem | null>(null)
  busy = $state(false)
  #wanted: { request: RehearsalRequest; edited: boolean } | null = null
  #running = false

  /** The chamber as it stands. */
  protected abstract request(): RehearsalRequest

  abstract snapshotKeyed(): Keyed

  /** Takes the keys that an edit on the ladder gave a controller. */
  protected abstract edited(controllerId: string, values: Values): void

  error(path: string): string | null {
    return this.errors[path] ?? null
  }

  /** Rehearses the chamber as it stands with other values of one controller, beside what is worked on. */
  rehearseWith(controllerId: string, values: Values): Promise<RehearsalAnswer> {
    const keyed = { ...this.snapshotKeyed(), [controllerId]: values }
    return dataOf(api.post('/rehearsals', { body: { ...this.request(), settings: asSettings(keyed) } }))
  }

  /** What the server proposes for one controller of the chamber as it stands; it is told how far the search is. */
  async propose(controllerId: string, onprogress: (share: number) => void, signal: AbortSignal): Promise<SuggestionAnswer> {
    const { chamber, settings } = this.request()
    let answer: SuggestionAnswer | null = null
    let most = 0
    const asked = api.post('/suggestions/lines', { body: { chamber, settings, controllerId }, headers: { Accept: 'application/x-ndjson' }, parseAs: 'stream', signal })
    await api.lines<SuggestionLine>(
      asked,
      (line) => {
        if (line.answer) answer = line.answer
        // Widths are tried beside each other and may be told out of turn.
        else onprogress((most = Math.max(most, line.done / line.of)))
      },
      signal,
    )
    if (!answer) throw new Problem(0, 'Kiln Ward does not answer', 'The search broke off. Try it again.')
    return answer
  }

  /** Only the newest wish is asked; what was wished in between is never sent, so no answer comes out of turn. */
  protected ask(request: RehearsalRequest, edited: boolean) {
    this.#wanted = { request, edited }
    if (!this.#running) void this.#run()
  }

  async #run() {
    this.#running = true
    this.busy = true
    for (let job = this.#wanted; job; job = this.#wanted) {
      this.#wanted = null
      try {
        const answer = await dataOf(api.post('/rehearsals', { body: job.request }))
        // A plain change made meanwhile makes an edit's keys out of date: they must not overwrite what was typed.
        const overtaken = this.#wanted as { edited: boolean } | null
        if (job.edited && !(overtaken && !overtaken.edited)) {
          for (const keyed of answer.settings) this.edited(keyed.controllerId, keyed.values as Values)
        }
        this.answer = answer
        this.errors = {}
        this.problem = null
      } catch (failed) {
        this.fail(failed)
      }
    }
    this.busy = false
    this.#running = false
  }

  protected fail(failed: unknown) {
    if (!(failed instanceof Problem)) throw failed
    this.problem = failed
    this.errors = fieldErrors(failed.errors)
  }
}

export function asSettings(keyed: Keyed): RehearsalRequest['settings'] {
  return Object.entries(keyed).map(([controllerId, values]) => ({ controllerId, values: values as Record<string, number> }))
}
