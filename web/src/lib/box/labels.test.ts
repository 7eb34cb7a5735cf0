import { describe, expect, it } from 'vitest'
import { apart, type Label } from './labels'

const label = (text: string, x: number, y: number): Label => ({ key: text, text, x, y, anchor: 'middle' })

describe('names in a drawing', () => {
  it('stay where they want to be while nothing is in their way', () => {
    const wanted = [label('mat', 50, 80), label('probe', 200, 80), label('lamp', 50, 100)]
    expect(apart(wanted)).toEqual(wanted)
  })

  it('give way by a line, up first', () => {
    const [pump, heater, chiller] = apart([label('pump', 100, 80), label('guard heater', 110, 80), label('chiller', 105, 80)])
    expect([pump!.y, heater!.y, chiller!.y]).toEqual([80, 66, 94]) // a line of 14 up; then one down, since that is taken
  })

  it('never leave the drawing at its top', () => {
    const [, second] = apart([label('pump', 100, 20), label('guard heater', 100, 20)])
    expect(second!.y).toBe(34)
  })
})
