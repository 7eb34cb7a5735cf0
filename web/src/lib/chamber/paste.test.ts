import { describe, expect, it } from 'vitest'
import { keysOf, lawOf, readTable } from './paste'

const profile = { law: 'ON_OFF', unit: 'C', resolution: 0.1 } as never

describe('a pasted table of keys', () => {
  it('reads label, value, unit and range, and guesses meanings once', () => {
    const { keys, unread } = readTable('Aim temperature\t28.6 °C\nGap = 0,5 K\nLoud high: 31 (20 to 60)\nLoud low  25\nTrim −0.3\nBacklight 1\nNetwork signal 2')
    expect(unread).toEqual([])
    expect(keys.map((each) => [each.label, each.value, each.meaning])).toEqual([
      ['Aim temperature', 28.6, 'SET_VALUE'],
      ['Gap', 0.5, 'DIFFERENTIAL'],
      ['Loud high', 31, 'HIGH_ALARM'],
      ['Loud low', 25, 'LOW_ALARM'],
      ['Trim', -0.3, 'OFFSET'],
      ['Backlight', 1, 'OTHER_1'],
      ['Network signal', 2, 'OTHER_2'],
    ])
    expect(keys[0]!.unit).toBe('°C')
    expect(keys[2]!.range).toEqual([20, 60])
  })

  it('leaves open what it cannot guess, and says what it cannot read', () => {
    const { keys, unread } = readTable(`Z7  12\n= 4\n${'x'.repeat(41)} 3`)
    expect(keys).toMatchObject([{ label: 'Z7', value: 12, meaning: null }])
    expect(unread.map((each) => each.line)).toEqual([2, 3])
  })

  it('makes keys in the order of the lines, with their range and an off', () => {
    const { keys } = readTable('Aim 28\nGap 0.5\nLoud high off')
    const made = keysOf(keys, profile)
    expect(made.keys.map((each) => each.parameter)).toEqual(['SET_VALUE', 'DIFFERENTIAL', 'HIGH_ALARM'])
    expect(made.values).toMatchObject({ SET_VALUE: 28, DIFFERENTIAL: 0.5 })
    expect(made.values.HIGH_ALARM).toBe(made.keys[2]!.offAt)
    expect(lawOf(readTable('Band 2\nMin speed 20').keys)).toBe('FAN_BAND')
  })
})
