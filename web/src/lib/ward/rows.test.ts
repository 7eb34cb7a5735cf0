import { describe, expect, it } from 'vitest'
import type { WardRow } from '../api/types'
import { found, grouped } from './rows'

const row = (name: string, standsAt: string | null, living: string | null) =>
  ({ name, standsAt, living: living === null ? null : { name: living, where: 'at the eggs', keepLowC: 26, keepHighC: 30, startedOn: null } }) as WardRow

describe('a ward of many', () => {
  it('finds by any of the words that name a chamber', () => {
    const box = row('Box 12', 'North rack', 'Corn-snake eggs')
    expect(found(box, '')).toBe(true)
    expect(found(box, 'rack 12')).toBe(true)
    expect(found(box, 'SNAKE')).toBe(true)
    expect(found(box, 'rack 13')).toBe(false)
  })

  it('keeps the order, and the group of the first row first', () => {
    const rows = [row('a', 'Cellar', null), row('b', 'Shed', null), row('c', 'Cellar', null), row('d', null, null)].map((view) => ({ view }))
    expect(grouped(rows, 'place').map((group) => [group.name, group.rows.map((each) => each.view.name)])).toEqual([
      ['Cellar', ['a', 'c']],
      ['Shed', ['b']],
      ['Nobody said where', ['d']],
    ])
    expect(grouped(rows, 'need').length).toBe(1)
  })
})
