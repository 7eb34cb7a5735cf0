/** How a chamber stood before each change, the last change first to be undone. */
import type { ChamberPlan, Keyed } from '../api/types'
import { same } from './draft'

export interface Snapshot {
  /** What the change was. */
  label: string
  plan: ChamberPlan
  keyed: Keyed
}

const MOST = 50

export class Undo {
  #before = $state.raw<Snapshot[]>([])

  /** The change that would be undone. */
  get label(): string | null {
    return this.#before.at(-1)?.label ?? null
  }

  /** Remembers how things stand; where nothing changed since the last time, that one is named anew. */
  push(now: Snapshot) {
    const last = this.#before.at(-1)
    const kept = last && same(last.plan, now.plan) && same(last.keyed, now.keyed) ? this.#before.slice(0, -1) : this.#before
    this.#before = [...kept.slice(1 - MOST), now]
  }

  pop(): Snapshot | undefined {
    const last = this.#before.at(-1)
    this.#before = this.#before.slice(0, -1)
    return last
  }
}
