import { describe, expect, it } from 'vitest'
import { differences, fieldSpoken, merged, spoken, told } from './conflict'

const base = {
  name: 'Pen',
  box: { innerLengthM: 0.5, innerWidthM: 0.4 },
  probes: [
    { id: 'a', name: 'probe', lagS: 40 },
    { id: 'b', name: 'old', lagS: 40 },
  ],
}

describe('two versions of one chamber', () => {
  it('differ value by value, and say whose a change is', () => {
    const mine = { ...base, name: 'My pen', box: { innerLengthM: 0.6, innerWidthM: 0.4 } }
    const theirs = { ...base, name: 'Their pen', box: { innerLengthM: 0.5, innerWidthM: 0.3 } }
    expect(differences(base, mine, theirs)).toEqual([
      { path: ['name'], mine: 'My pen', theirs: 'Their pen', by: null },
      { path: ['box', 'innerLengthM'], mine: 0.6, theirs: 0.5, by: 'mine' },
      { path: ['box', 'innerWidthM'], mine: 0.4, theirs: 0.3, by: 'theirs' },
    ])
  })

  it('are put together as chosen, entries of a list by what they are', () => {
    const mine = {
      ...base,
      probes: [
        { id: 'b', name: 'old', lagS: 60 },
        { id: 'a', name: 'probe', lagS: 40 },
        { id: 'c', name: 'mine', lagS: 1 },
      ],
    }
    const theirs = { ...base, name: 'Pen two', probes: [{ id: 'a', name: 'probe', lagS: 50 }] }
    const found = differences(base, mine, theirs)
    expect(found.map((each) => [spoken(each.path, mine, theirs), each.by])).toEqual([
      ['name', 'theirs'],
      ['probes, old', null],
      ['probes, probe, lag (s)', 'theirs'],
      ['probes, mine', 'mine'],
    ])
    const both = merged(theirs, found, ['theirs', 'theirs', 'theirs', 'mine'])
    expect(both.probes).toEqual([
      { id: 'a', name: 'probe', lagS: 50 },
      { id: 'c', name: 'mine', lagS: 1 },
    ])
    expect(merged(theirs, found, ['mine', 'mine', 'mine', 'mine'])).toMatchObject({ name: 'Pen', probes: expect.arrayContaining(mine.probes) })
    expect(theirs.probes).toHaveLength(1)
  })

  it('say what is missing and what is empty', () => {
    expect([undefined, null, [], ['a', 'b'], [{}], { name: 'mat' }, true].map(told)).toEqual(['not there', 'empty', 'none', 'a, b', '1 entries', 'mat', 'yes'])
  })
})

describe('a field that the server names', () => {
  it('is said with the names of its entries, and walls by their side', () => {
    const plan = { box: { walls: [{}, {}, { openings: [] }] }, probes: [{ name: 'in the moss' }], name: 'x' }
    expect(fieldSpoken('box.walls[2].openings', plan)).toBe('box, walls, front, openings')
    expect(fieldSpoken('probes[0].lagS', plan)).toBe('in the moss, lag (s)')
    expect(fieldSpoken('box.walls[0].layers[1].thicknessMm', plan)).toBe('box, walls, bottom, layers, 2, thickness (mm)')
  })
})
