import type { Schemas } from '../../api/client'

/**
 * Where a piece is when so many turns are undone, mm from its place.
 * @param turns With a fraction for the turn that is under way: screws come out in its first half, what they held in the second.
 */
export function apartBy(moves: readonly Schemas['ApartMove'][], turns: number): [number, number, number] {
  const at: [number, number, number] = [0, 0, 0]
  for (const { turn, first, by } of moves) {
    const way = Math.min(1, Math.max(0, (turns - turn) * 2 - (first ? 0 : 1)))
    at[0] += by.x * way
    at[1] += by.y * way
    at[2] += by.z * way
  }
  return at
}
