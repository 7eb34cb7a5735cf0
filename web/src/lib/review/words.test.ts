import { describe, expect, it } from 'vitest'
import type { LogReview } from '../api/types'
import { ORDER, said, untold, type SightView } from './words'

const sight = (sign: SightView['sign'], numbers: Record<string, number>): SightView => ({ sign, sure: 'SURE', where: [], numbers, improvedBy: [] })

describe('what a log shows, in words', () => {
  it('has words for every sign, in both units', () => {
    for (const sign of ORDER)
      for (const unit of ['C', 'F'] as const) {
        const words = said(sight(sign, {}), 'C', unit)
        expect(words.title.length + words.says.length + words.act.length).toBeGreaterThan(40)
        expect(words.says).not.toMatch(/NaN|undefined/)
      }
  })

  it('tells differences as differences, not as levels', () => {
    expect(said(sight('WIDE_SWING', { swing: 2, band: 1 }), 'C', 'F').says).toContain('3.6 °F')
    expect(said(sight('WIDE_SWING', { swing: 20, band: 10 }), 'RH', 'F').says).toContain('20 points')
    expect(said(sight('OFF_CENTRE', { mean: 30, middle: 29, off: 1 }), 'C', 'F').says).toContain('86.0 °F')
  })

  it('says which way', () => {
    expect(said(sight('DRIFT', { moved: -1, aDay: -0.3, overS: 259200 }), 'C', 'C').title).toContain('downwards')
    expect(said(sight('SPIKE', { times: 3, farthest: 12 }), 'C', 'C').says).toMatch(/^3 times, up to 12\.0 K/)
  })

  it('says what cannot be told', () => {
    const review = {
      from: '2026-11-01T00:00:00Z',
      to: '2026-11-02T00:00:00Z',
      everyS: 300,
      wantedLow: null,
      working: [],
      figures: { count: 12, periodS: null },
    } as unknown as LogReview
    expect(untold(review)).toHaveLength(6)
    expect(untold({ ...review, figures: null })).toEqual([])
  })
})
