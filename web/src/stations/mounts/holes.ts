import type { Schemas } from '../../api/client'

export type NumberedHole = { hole: Schemas['FeatureHole']; number: number }

/** Holes in the order of the table and of the written packet: by u, then v, then id. */
export function numberedHoles(part: Schemas['Part']): NumberedHole[] {
  return part.features
    .filter((f): f is Schemas['FeatureHole'] => f.kind === 'hole')
    .sort((a, b) => a.at.u - b.at.u || a.at.v - b.at.v || (a.id < b.id ? -1 : 1))
    .map((hole, i) => ({ hole, number: i + 1 }))
}
