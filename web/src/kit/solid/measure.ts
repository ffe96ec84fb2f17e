import type { Vector3 } from 'three'

/** A point of a face that was picked, with its normal, as all stands together. */
export type Picked = { key: string; at: Vector3; normal: Vector3 }

/**
 * How far two faces are apart: along their normal where they are parallel, else from point to point, with the angle between them.
 * Lengths in mm, the angle in degrees.
 */
export function between(a: Picked, b: Picked): { mm: number; parallel: boolean; degrees: number } {
  const cos = a.normal.dot(b.normal)
  const parallel = Math.abs(cos) > 0.99995
  const way = b.at.clone().sub(a.at)
  return {
    mm: parallel ? Math.abs(way.dot(a.normal)) : way.length(),
    parallel,
    degrees: (Math.acos(Math.min(1, Math.max(-1, cos))) * 180) / Math.PI,
  }
}
