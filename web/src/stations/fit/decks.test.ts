import { describe, expect, it } from 'vitest'
import type { Design } from '../../project/useProject'
import { countedFromFront, decksOf, depthFollows } from './decks'

const empty = { trays: [{ id: 'tray-1', name: 'Tray' }], devices: [], structures: [] } as unknown as Design

describe('decks', () => {
  it('is measured from the front on a wall board alone', () => {
    const board = { ...empty, structures: [{ system: 'backBoard' }] } as unknown as Design
    expect(countedFromFront(board, 'panel/back')).toBe(true)
    expect(countedFromFront(board, 'panel/left')).toBe(false)
    expect(countedFromFront(empty, 'panel/back')).toBe(false)
  })
  it('lets the depth follow only with a board and nothing round it', () => {
    const panels = (front: string) => [
      { face: 'back', hold: 'fixed' },
      { face: 'front', hold: front },
    ]
    const board = { ...empty, trays: [], structures: [{ system: 'backBoard' }] }
    expect(depthFollows({ ...board, box: { panels: panels('open') } } as unknown as Design)).toBe(true)
    expect(depthFollows({ ...board, box: { panels: panels('fixed') } } as unknown as Design)).toBe(false)
    expect(depthFollows({ ...board, trays: empty.trays, box: { panels: panels('open') } } as unknown as Design)).toBe(false)
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
