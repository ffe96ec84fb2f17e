import { describe, expect, it } from 'vitest'
import { blankModel, copyOf, freeId, symmetryWords } from './models'

describe('own models', () => {
  it('get an id that no other has and that the server takes', () => {
    const board = blankModel([])
    expect(board.id).toBe('own-board')
    expect(blankModel([board]).id).toBe('own-board-2')
    expect(freeId('Größe 5/4!', [])).toMatch(/^[a-z0-9][a-z0-9-]*$/)
    expect(freeId('!!!', [])).toBe('own')
  })
  it('are copied without touching the model they come from', () => {
    const board = blankModel([])
    expect(copyOf(board, [board])).toMatchObject({ id: 'own-own-board', holes: [] })
    expect(board.id).toBe('own-board')
  })
  it('say what turning over does', () => {
    const none = { noTrap: false, turn180: false, mirrorLeftRight: false, mirrorFrontBack: false }
    expect(symmetryWords({ ...none, noTrap: true })).toContain('whichever way')
    expect(symmetryWords(none)).toContain('asymmetrical')
    expect(symmetryWords({ ...none, turn180: true })).toContain('only turned half round')
  })
})
