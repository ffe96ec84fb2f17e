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
