import { expect, it } from 'vitest'
import { among, listed } from './outcome'

it('never gives a share without what is known of it', () => {
  expect(among({ some: 7, of: 12, share: 7 / 12, low: 0.3195, high: 0.8067 })).toBe('58 % (32 to 81)')
})

it('lists what differs', () => {
  expect(listed(['guide', 'source', 'month'])).toBe('guide, source and month')
  expect(listed(['month'])).toBe('month')
})
