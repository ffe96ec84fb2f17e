import { describe, expect, it } from 'vitest'
import type { Design } from '../../project/useProject'
import { deckAxes, decksOf } from './decks'

const empty = { trays: [{ id: 'tray-1', name: 'Tray' }], devices: [] } as unknown as Design

describe('decks', () => {
  it('runs u to the left on the back, as seen from outside', () => {
    expect(deckAxes(empty, 'panel/back').u).toEqual({ axis: 'x', sign: -1 })
    expect(deckAxes(empty, 'tray-1')).toEqual({ u: { axis: 'x', sign: 1 }, v: { axis: 'y', sign: 1 } })
    const upright = { ...empty, trays: [{ ...empty.trays[0], plane: 'facesRight' }] } as Design
    expect(deckAxes(upright, 'tray-1')).toEqual({ u: { axis: 'y', sign: 1 }, v: { axis: 'z', sign: 1 } })
  })
  it('lists trays before panels', () => {
    expect(decksOf(empty).map((d) => d.id)).toEqual([
      'tray-1',
      'panel/left',
      'panel/right',
      'panel/front',
      'panel/back',
      'panel/bottom',
      'panel/top',
    ])
  })
})
