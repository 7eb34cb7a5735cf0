import { describe, expect, it } from 'vitest'
import { convert, keysOf, lawOf, readTable } from './paste'

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

  it('never drops a unit: each line is converted by its own, or asked about', () => {
    const { keys } = readTable('Aim 78 °F\nGap 2 °F\nLoud high 80 F (60 to 90)\nDelay 300 s\nRest 0.1 h\nLoud low 72 K')
    const told = keys.map((each) => convert(each, 'C', keys))
    expect(told.map((each) => each.value)).toEqual([25.56, 1.11, 26.67, 5, 6, 72])
    expect(told[0]!.note).toBe('°F turned into °C')
    expect(told[2]!.range).toEqual([15.56, 32.22])
    expect(told[5]!.wrong).toBe('is in K; this key is in °C')
    expect(keysOf(keys, profile).values).toMatchObject({ SET_VALUE: 25.56, ACT_DELAY: 5, MIN_OFF: 6 })
  })

  it('asks where one line has a unit and another has none', () => {
    const { keys } = readTable('Aim 78\nLoud high 82 °F')
    expect(convert(keys[0]!, 'C', keys).wrong).toContain('write the unit behind 78')
    expect(convert(keys[0]!, 'F', keys).wrong).toBeNull()
  })

  it('takes a share that is printed with its sign as what is taken off', () => {
    const [line] = readTable('Under −50 %').keys
    expect(convert({ ...line!, meaning: 'UNDER_PRESSURE' }, 'C', []).value).toBe(50)
    expect(convert({ ...line!, meaning: 'INTAKE_KEPT' }, 'C', []).value).toBe(50)
    expect(convert({ ...line!, value: -20, meaning: 'INTAKE_KEPT' }, 'C', []).value).toBe(80)
  })

  it('does not guess whether a comma before three digits is a thousand', () => {
    const { keys, unread } = readTable('Wait 1,500 s\nAim 28,6')
    expect(keys.map((each) => each.value)).toEqual([28.6])
    expect(unread[0]!.why).toContain('write 1500 or 1.500')
  })
})
