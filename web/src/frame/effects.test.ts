import { describe, expect, it } from 'vitest'
import { figuresOf, touchedBy } from './effects'

const effect = {
  shifts: [
    { key: 'widthMm', from: 320, to: 300 },
    { key: 'costCents', from: 100, to: 250 },
    { key: 'stops', from: 0, to: 1 },
  ],
  partsAdded: ['b'],
  partsRemoved: ['c'],
  partsChanged: ['a'],
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
})
