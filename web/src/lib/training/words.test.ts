import { describe, expect, it } from 'vitest'
import type { ExerciseView, JudgedView } from '../api/types'
import { because, bestOf, choiceOf, question } from './words'

const calibrate: ExerciseView = {
  kind: 'CALIBRATE',
  level: 3,
  seed: 1,
  facts: { oldOffsetK: 0.5, displayC: 37.6, referenceC: 36, stepK: 0.5, atOccupantC: 36.7 },
  curves: [],
  choices: [],
  entry: 'OFFSET_K',
}

describe('the trainer', () => {
  it('asks in the unit of who learns, differences as differences', () => {
    const asked = question(calibrate, 'F').join(' ')
    expect(asked).toContain('The display shows 99.7 °F')
    expect(asked).toContain('The offset is +0.9 °F')
  })

  it('tells what is best in that unit too', () => {
    const judged: JudgedView = { right: false, best: '-1.0', counted: true, outcomes: { answer: { leftK: 2, occupantC: 35 }, before: { leftK: 1.6, occupantC: 36 } } }
    expect(bestOf(judged, calibrate, 'C')).toBe('−1.0 K')
    expect(because(judged, calibrate, '1', 'C')).toContain('no error of the sensor')
  })

  it('names every choice', () => {
    expect(choiceOf('0.6', 'C')).toBe('0.6 K')
    expect(choiceOf('SPARE_HEATER', 'C')).toBe('Plug in the spare heater instead')
  })
})
