import type { Schemas } from '../../api/client'

export type NumberedHole = { hole: Schemas['FeatureHole']; number: number }

/** Holes in the order of the table and of the written packet: by u, then v, then id. */
export function numberedHoles(part: Schemas['Part']): NumberedHole[] {
  return part.features
    .filter((f): f is Schemas['FeatureHole'] => f.kind === 'hole')
    .sort((a, b) => a.at.u - b.at.u || a.at.v - b.at.v || (a.id < b.id ? -1 : 1))
    .map((hole, i) => ({ hole, number: i + 1 }))
}

/** Where a bevel ends on the face that it makes shorter. */
export function bevelEnd(f: Schemas['FeatureBevel'], w: number, h: number, thick: number): [Schemas['Uv'], Schemas['Uv']] {
  const inward = thick * Math.tan((f.angleDeg * Math.PI) / 180)
  const across = f.edge === 'uLeast' ? inward : f.edge === 'uMost' ? w - inward : f.edge === 'vLeast' ? inward : h - inward
  return f.edge === 'uLeast' || f.edge === 'uMost'
    ? [
        { u: across, v: 0 },
        { u: across, v: h },
      ]
    : [
        { u: 0, v: across },
        { u: w, v: across },
      ]
}
