import type { Schemas } from '../../api/client'
import { onRim, wholeOf } from '../../kit/drawing/outline'
import { inSpace, wayInSpace, type Vec } from '../../kit/drawing/pose'
import { placeOfDevice } from '../../project/places'

type Point = Schemas['Point3']

/** Something to show in the solid view: a plate with its openings, or a block. Coordinates in mm, Z up. */
export type Solid = {
  key: string
  name: string
  kind: 'plate' | 'bar' | 'device' | 'port'
  min: Vec
  max: Vec
  /** The axes that a plain block lies along; null = the enclosure's. Plates are told in the enclosure. */
  pose: Schemas['Pose'] | null
  /** Outline and openings of a plate in its own u and v; null for a plain block. */
  plate: {
    origin: Vec
    u: Vec
    v: Vec
    length: number
    width: number
    thickness: number
    openings: Opening[]
    outline: Outline[]
  } | null
  /** A bend or a round block, exactly; null for what is straight. */
  ring: Ring | null
  /** Where it goes when the view is pulled apart, per step of 1. */
  apart: Vec
}

/** A sector of a ring: its centre where it begins along the axis, the way to its first end and that a right angle on, how far it turns. */
export type Ring = { centre: Vec; first: Vec; second: Vec; turn: number; length: number; inside: number; outside: number }

/** A rim and what is cut out of its inside, as [u, v]. */
export type Outline = { rim: [number, number][]; inside: [number, number][][] }

export type Opening = { u: number; v: number; width: number; height: number | null }

const DIRECTIONS: Record<Schemas['Direction'], Vec> = {
  left: [-1, 0, 0],
  right: [1, 0, 0],
  front: [0, -1, 0],
  back: [0, 1, 0],
  down: [0, 0, -1],
  up: [0, 0, 1],
}

const vec = (p: Point): Vec => [p.x, p.y, p.z]

const cross = (a: Vec, b: Vec): Vec => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]]

/** All solids of a plan: parts with their openings cut, devices, and their ports. */
export function solidsOf({ plan, outlines }: Pick<Schemas['ProjectView'], 'plan' | 'outlines'>): Solid[] {
  const middle = vec(plan.outer.max).map((m) => m / 2) as Vec
  const away = ({ min, max }: Schemas['Box'], pose: Schemas['Pose'] | null = null): Vec => {
    const at = vec(inSpace(pose, { x: (min.x + max.x) / 2, y: (min.y + max.y) / 2, z: (min.z + max.z) / 2 }))
    return at.map((a, i) => a - (middle[i] ?? 0)) as Vec
  }
  // a bent or printed whole is drawn by its faces; what fills less than its box, block by block
  const parts = plan.parts
    .filter((p) => p.body.length > 0)
    .flatMap((p) => {
      if (p.rings.length > 0) return p.rings.map((r) => ringOf(p, r))
      return p.body.length === 1 ? [whole(p)] : p.body.map((b) => block(p, b))
    })
  function block(p: Schemas['Part'], b: Schemas['Box']): Solid {
    const [min, max] = [vec(b.min), vec(b.max)]
    const apart = away(p.box, p.pose)
    return { key: p.id, name: p.name, kind: 'bar', min, max, pose: p.pose, plate: null, ring: null, apart }
  }
  function ringOf(p: Schemas['Part'], r: Schemas['BendRing']): Solid {
    const [first, second] = [DIRECTIONS[r.first], DIRECTIONS[r.second]]
    // the axis along which it is drawn out, right-handed with both its ends
    const axis = cross(first, second)
    const from = axis.some((a) => a > 0) ? r.fromMm : -r.toMm
    const centre = vec(r.centre).map((c, i) => ((axis[i] ?? 0) === 0 ? c : (axis[i] ?? 0) * from)) as Vec
    return {
      key: p.id,
      name: p.name,
      // a bend is a wall and is seen through like one
      kind: p.leafOf === null ? 'bar' : 'plate',
      min: vec(p.box.min),
      max: vec(p.box.max),
      pose: p.pose,
      plate: null,
      ring: {
        centre,
        first,
        second,
        turn: (r.turnDeg * Math.PI) / 180,
        length: r.toMm - r.fromMm,
        inside: r.insideMm,
        outside: r.outsideMm,
      },
      apart: away(p.box, p.pose),
    }
  }
  function outlineOf(p: Schemas['Part']): Outline[] {
    const points = (ring: Schemas['Uv'][]) => ring.map((q): [number, number] => [q.u, q.v])
    return (outlines[p.id] ?? [wholeOf(p.lengthMm, p.widthMm)]).map((r) => ({ rim: points(r.rim), inside: r.inside.map(points) }))
  }
  function whole(p: Schemas['Part']): Solid {
    const [min, max] = [vec(p.box.min), vec(p.box.max)]
    return {
      key: p.id,
      name: p.name,
      kind: p.flat ? 'plate' : 'bar',
      min,
      max,
      pose: p.pose,
      plate: p.flat
        ? {
            origin: vec(inSpace(p.pose, p.frame.origin)),
            u: wayInSpace(p.pose, DIRECTIONS[p.frame.u]),
            v: wayInSpace(p.pose, DIRECTIONS[p.frame.v]),
            length: p.lengthMm,
            width: p.widthMm,
            thickness: p.thicknessMm,
            outline: outlineOf(p),
            openings: p.features.flatMap((f) =>
              f.kind === 'opening' && !onRim(f, p.lengthMm, p.widthMm)
                ? [{ u: f.at.u, v: f.at.v, width: f.widthMm, height: f.heightMm }]
                : f.kind === 'hole' && f.depthMm === null && f.diaMm >= 5
                  ? [{ u: f.at.u, v: f.at.v, width: f.diaMm, height: null }]
                  : [],
            ),
          }
        : null,
      ring: null,
      apart: away(p.box, p.pose),
    }
  }
  const devices = plan.devices.flatMap((d): Solid[] => {
    const apart = away(d.body, d.pose)
    return [
      ...d.blocks.map((b): Solid => {
        const [min, max] = [vec(b.min), vec(b.max)]
        return { key: placeOfDevice(d.id), name: d.name, kind: 'device', min, max, pose: d.pose, plate: null, ring: null, apart }
      }),
      ...d.ports.map((p): Solid => {
        const axis = DIRECTIONS[p.exit]
        const [least, most] = [vec(p.connector.min), vec(p.connector.max)]
        return {
          key: placeOfDevice(d.id),
          name: d.name,
          kind: 'port',
          min: least.map((m, i) => Math.min(m, m + (axis[i] ?? 0) * 1.5)) as Vec,
          max: most.map((m, i) => Math.max(m, m + (axis[i] ?? 0) * 1.5)) as Vec,
          pose: d.pose,
          plate: null,
          ring: null,
          apart,
        }
      }),
    ]
  })
  const fittings = plan.fittings.flatMap((f) => {
    const boxes = f.body.map((b): [Vec, Vec] => [vec(b.min), vec(b.max)])
    const apart = away(f.box)
    return boxes.map(([min, max]): Solid => ({
      key: f.id,
      name: f.name,
      kind: 'bar',
      min,
      max,
      pose: null,
      plate: null,
      ring: null,
      apart,
    }))
  })
  return [...parts, ...fittings, ...devices]
}

/** Sizes along the three axes, mm. */
export const sizeOf = (s: Solid): Vec => [0, 1, 2].map((i) => (s.max[i] ?? 0) - (s.min[i] ?? 0)) as Vec
