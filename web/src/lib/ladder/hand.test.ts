import { describe, expect, it, vi } from 'vitest'
import type { EditPlan, RungAnswer } from '../api/types'
import type { ChamberDraft } from '../chamber/draft.svelte'
import { Hand } from './hand.svelte'
import type { Quantity } from './quantity'

const rung = { kind: 'RAISE_OFF', controllerId: 'c', night: false, movable: true, display: 28.6 } as unknown as RungAnswer

function taken() {
  const edits: { edit: EditPlan; coarse: boolean }[] = []
  const draft = { checkpoint: vi.fn(), snapshotKeyed: () => ({ c: {} }), edit: (edit: EditPlan, _from: unknown, coarse = false) => edits.push({ edit, coarse }) }
  const at = {
    draft: draft as unknown as ChamberDraft,
    quantity: { of: 'TEMPERATURE', perDisplay: () => 1 } as unknown as Quantity,
    mayKey: true,
    range: { low: 20, high: 40 },
    plotHeight: 200,
    nameOf: () => 'Heat stops',
    keyedOf: () => ({ unit: 'C' as const, resolution: 0.1 }),
  }
  return { hand: new Hand(at), at, draft, edits }
}
const press = (key: string, shiftKey = false) => ({ key, shiftKey, preventDefault: () => {} }) as KeyboardEvent

describe('a rung in hand', () => {
  it('moves by steps of the device, and is looked at in full where it is let go', () => {
    const { hand, draft, edits } = taken()
    hand.key(press('ArrowUp'), rung)
    hand.key(press('ArrowUp'), rung)
    hand.key(press('PageUp'), rung)
    expect(hand.held?.target).toBeCloseTo(29.8, 9)
    expect(edits.map(({ edit, coarse }) => [edit.kind, edit.display, coarse])).toEqual([
      ['MOVE_RUNG', 28.7, true],
      ['MOVE_RUNG', 28.8, true],
      ['MOVE_RUNG', 29.8, true],
    ])
    expect(draft.checkpoint).toHaveBeenCalledOnce()
    hand.letGo()
    expect(edits.at(-1)).toMatchObject({ coarse: false, edit: { display: 29.8 } })
    expect(hand.held?.released).toBe(true)
    expect(hand.heldRange).toEqual({ low: 20, high: 40 })
    hand.answered()
    expect([hand.held, hand.heldRange]).toEqual([null, null])
  })

  it('takes the whole band along with shift, but no alarm', () => {
    const { hand, edits } = taken()
    hand.key(press('ArrowDown', true), rung)
    expect(edits.at(-1)?.edit).toMatchObject({ kind: 'MOVE_BAND', display: -0.1 })
    hand.answered()
    hand.key(press('ArrowDown', true), { ...rung, kind: 'HIGH_ALARM' } as RungAnswer)
    expect(edits.at(-1)?.edit).toMatchObject({ kind: 'MOVE_RUNG', rung: 'HIGH_ALARM', display: 28.5 })
  })

  it('follows a pointer at the scale of the axis', () => {
    const { hand, edits } = taken()
    const target = { focus: vi.fn(), setPointerCapture: vi.fn() }
    hand.pressed({ button: 0, clientY: 100, pointerId: 1, currentTarget: target } as unknown as PointerEvent, rung)
    hand.dragged({ clientY: 90, shiftKey: false } as PointerEvent)
    expect(edits.at(-1)?.edit.display).toBeCloseTo(29.6, 9) // 10 of 200 pixels of 20 K
    hand.letGo()
    hand.dragged({ clientY: 50, shiftKey: false } as PointerEvent)
    expect(edits).toHaveLength(2)
  })

  it('takes what is typed, and refuses what is no number', () => {
    const { hand, edits } = taken()
    expect(hand.typed('28,9', rung)).toBe(true)
    expect(edits.map(({ edit, coarse }) => [edit.display, coarse])).toEqual([
      [28.9, true],
      [28.9, false],
    ])
    expect(hand.typed('warm', rung)).toBe(false)
  })

  it('stays where nobody may key, and where nothing can be moved', () => {
    const { hand, at, edits } = taken()
    hand.key(press('ArrowUp'), { ...rung, movable: false } as RungAnswer)
    at.mayKey = false
    hand.key(press('ArrowUp'), rung)
    expect(edits).toEqual([])
    expect(hand.held).toBeNull()
  })
})
