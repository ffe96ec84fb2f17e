import { describe, expect, it } from 'vitest'
import { figuresOf, namesOf, touchedBy } from './effects'

const effect = {
  shifts: [
    { key: 'widthMm', from: 320, to: 300 },
    { key: 'costCents', from: 100, to: 250 },
    { key: 'stops', from: 0, to: 1 },
  ],
  partsAdded: ['b'],
  partsRemoved: ['c'],
  partsChanged: ['a'],
  partNames: { a: 'Front', b: 'Rail', b2: 'Rail' },
  workLost: [],
  findingsGained: [],
  findingsLost: [],
}

describe('effects', () => {
  it('name the figures that moved with sign and unit, and leave counts of snags to the lists', () => {
    expect(figuresOf(effect)).toEqual(['width −20 mm', 'cost +1.50'])
  })
  it('gather every part that is touched', () => {
    expect(touchedBy(effect)).toEqual(['a', 'b', 'c'])
  })
  it('call parts by their names, equal ones once, and count what is too much to read', () => {
    expect(namesOf(effect, ['a', 'b', 'b2', 'c'])).toBe('Front, Rail (2), c')
    const many = Array.from({ length: 9 }, (_, i) => `p${i}`)
    expect(namesOf(effect, many)).toBe('p0, p1, p2, p3, p4, p5 and 3 more')
  })
})
