import type { Schemas } from '../../api/client'

export type Vec = [number, number, number]
type Pose = Schemas['Pose'] | null
type Point = Schemas['Point3']

/** A point told along axes of their own, in the enclosure. No axes are the enclosure's. */
export const inSpace = (pose: Pose | undefined, p: Point): Point =>
  pose
    ? {
        x: pose.origin.x + p.x * pose.x.x + p.y * pose.y.x + p.z * pose.z.x,
        y: pose.origin.y + p.x * pose.x.y + p.y * pose.y.y + p.z * pose.z.y,
        z: pose.origin.z + p.x * pose.x.z + p.y * pose.y.z + p.z * pose.z.z,
      }
    : p

/** A direction told along such axes, in the enclosure. */
export const wayInSpace = (pose: Pose | undefined, [x, y, z]: Vec): Vec => {
  if (!pose) return [x, y, z]
  const from = inSpace(pose, { x: 0, y: 0, z: 0 })
  const to = inSpace(pose, { x, y, z })
  return [to.x - from.x, to.y - from.y, to.z - from.z]
}

/** The corners of a block as they are seen along one axis of the enclosure, in order round them. */
export function seenCorners(
  pose: Pose | undefined,
  box: Schemas['Box'],
  across: keyof Point,
  up: keyof Point,
): [number, number][] {
  if (!pose) {
    const [a, b] = [box.min, box.max]
    return [
      [a[across], a[up]],
      [b[across], a[up]],
      [b[across], b[up]],
      [a[across], b[up]],
    ]
  }
  const at = (key: keyof Point, most: number) => (most ? box.max[key] : box.min[key])
  const points = Array.from({ length: 8 }, (_, i) =>
    inSpace(pose, { x: at('x', i & 1), y: at('y', i & 2), z: at('z', i & 4) }),
  ).map((p): [number, number] => [p[across], p[up]])
  return hull(points)
}

/** The convex line round points, counter-clockwise. */
function hull(points: [number, number][]): [number, number][] {
  const sorted = [...points].sort((p, q) => p[0] - q[0] || p[1] - q[1])
  const half = (list: [number, number][]) => {
    const line: [number, number][] = []
    for (const p of list) {
      for (;;) {
        const [a, b] = [line[line.length - 2], line[line.length - 1]]
        if (!a || !b || (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]) > 1e-9) break
        line.pop()
      }
      line.push(p)
    }
    return line.slice(0, -1)
  }
  return [...half(sorted), ...half(sorted.reverse())]
}
