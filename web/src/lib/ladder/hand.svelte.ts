/** A rung in hand, by pointer or by keys. */
import { type DisplayUnit } from '../held'
import type { EditPlan, RungAnswer, Values } from '../api/types'
import type { ChamberDraft } from '../chamber/draft.svelte'
import { parse, toStep } from '../units'
import type { Quantity } from './quantity'

export type Named = Pick<RungAnswer, 'kind' | 'controllerId' | 'night'>

/** What the keys were when it was taken, and where it is wanted now. */
export interface Held extends Named {
  from: Record<string, Values>
  start: number
  target: number
  startY: number
  both: boolean
  byPointer: boolean
  /** Let go, but the answer to where it was put is still under way: it stays there and does not jump back. */
  released: boolean
}

/** The ladder on which rungs are moved, as it stands at the moment. */
export interface LadderAtHand {
  readonly draft: ChamberDraft
  readonly quantity: Quantity
  readonly mayKey: boolean
  readonly range: { low: number; high: number }
  readonly plotHeight: number
  nameOf(rung: Named): string
  /** Unit and step of a rung on its display. */
  keyedOf(rung: Named): { unit: DisplayUnit; resolution: number } | undefined
}

export const isSame = (a: Named, b: Named) => a.kind === b.kind && a.controllerId === b.controllerId && a.night === b.night
const isSwitching = (rung: Named) => !rung.kind.endsWith('_ALARM')
/** So long after the last key a rung counts as let go (ms). */
const AT_REST_MS = 1200

export class Hand {
  held = $state.raw<Held | null>(null)
  /** While a rung is moved the axis stands still, or the rung would run away from the pointer. */
  heldRange = $state.raw<{ low: number; high: number } | null>(null)
  /** The newest change asked for by the rung in hand. */
  #lastEdit: EditPlan | null = null
  #restTimer: ReturnType<typeof setTimeout> | undefined
  readonly #at: LadderAtHand

  constructor(at: LadderAtHand) {
    this.#at = at
  }

  #take(rung: RungAnswer, byPointer: boolean, startY = 0): Held {
    const { draft } = this.#at
    draft.checkpoint(`moving “${this.#at.nameOf(rung).toLowerCase()}”`)
    this.heldRange = this.#at.range
    const { kind, controllerId, night } = rung
    return { kind, controllerId, night, from: draft.snapshotKeyed(), start: rung.display!, target: rung.display!, startY, both: false, byPointer, released: false }
  }

  #moveTo(hand: Held, target: number, both: boolean) {
    const resolution = this.#at.keyedOf(hand)?.resolution ?? 0.1
    const stepped = toStep(target, resolution)
    if (stepped === hand.target && both === hand.both) return
    this.held = { ...hand, target: stepped, both }
    const plain = { rung: null, quantity: this.#at.quantity.of, night: hand.night, high: null, unit: null }
    const edit: EditPlan = both
      ? { controllerId: hand.controllerId, kind: 'MOVE_BAND', ...plain, display: toStep(stepped - hand.start, resolution) }
      : { controllerId: hand.controllerId, kind: 'MOVE_RUNG', ...plain, rung: hand.kind, display: stepped }
    this.#lastEdit = edit
    this.#at.draft.edit(edit, hand.from, true)
  }

  letGo() {
    clearTimeout(this.#restTimer)
    // Moving it asked for first looks only; where it was put is looked at in full.
    if (this.held && !this.held.released && this.#lastEdit) this.#at.draft.edit(this.#lastEdit, this.held.from)
    this.#lastEdit = null
    if (this.held) this.held = { ...this.held, byPointer: false, released: true }
  }

  /** The answer to where it was put is there: the rung stands where the answer says. */
  answered() {
    this.held = null
    this.heldRange = null
  }

  pressed(event: PointerEvent, rung: RungAnswer) {
    if (!this.#at.mayKey || !rung.movable || event.button !== 0) return
    const target = event.currentTarget as HTMLElement
    target.focus()
    target.setPointerCapture(event.pointerId)
    this.held = this.#take(rung, true, event.clientY)
  }

  dragged(event: PointerEvent) {
    if (!this.held?.byPointer) return
    const keyed = this.#at.keyedOf(this.held)
    if (!keyed) return
    const { range, plotHeight, quantity } = this.#at
    const by = ((this.held.startY - event.clientY) * (range.high - range.low)) / plotHeight / quantity.perDisplay(keyed.unit)
    this.#moveTo(this.held, this.held.start + by, event.shiftKey && isSwitching(this.held))
  }

  key(event: KeyboardEvent, rung: RungAnswer) {
    const steps = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1, PageUp: 10, PageDown: -10 }[event.key]
    if (steps === undefined || !this.#at.mayKey || !rung.movable) return
    event.preventDefault()
    const both = event.shiftKey && isSwitching(rung)
    const again = this.held && !this.held.byPointer && !this.held.released && isSame(this.held, rung) && this.held.both === both
    const hand: Held = again ? this.held! : { ...this.#take(rung, false), both }
    const resolution = this.#at.keyedOf(rung)?.resolution ?? 0.1
    this.#moveTo(hand, hand.target + steps * resolution, both)
    clearTimeout(this.#restTimer)
    this.#restTimer = setTimeout(() => this.letGo(), AT_REST_MS)
  }

  /** @returns whether it was a number */
  typed(text: string, rung: RungAnswer): boolean {
    const number = parse(text)
    if (number === null) return false
    this.#moveTo(this.#take(rung, false), number, false)
    this.letGo()
    return true
  }
}
