import { describe, expect, it } from 'vitest'
import { said } from './betterment'

describe('what to have otherwise', () => {
  it('is told in the unit of who reads, differences as differences', () => {
    expect(said({ what: 'DIFFERENTIAL_NARROWER', from: 1, to: 0.5 } as never, 'F')).toBe('A narrower differential: 0.9 °F between on and off instead of 1.8 °F')
    expect(said({ what: 'SET_VALUE', from: 27, to: 28.5 } as never, 'F')).toBe('Switch about 83.3 °F on the display instead of 80.6 °F')
  })
})
