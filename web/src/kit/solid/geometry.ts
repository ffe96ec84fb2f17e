import { BufferGeometry, CylinderGeometry, Float32BufferAttribute, Matrix4, ShapeUtils, Vector2, Vector3 } from 'three'
import { mergeGeometries } from 'three/examples/jsm/utils/BufferGeometryUtils.js'
import type { Schemas } from '../../api/client'

type Piece = Schemas['SolidPiece']
type Stuff = Schemas['Stuff']
type Point = Schemas['Point3']

export const vector = (p: Point) => new Vector3(p.x, p.y, p.z)

/** Where the grain runs into a face it is end grain, and that much darker. */
const END_GRAIN = 0.8
const ROUND_SIDES = 20

/** Triangles with their normal; what covers them lies along the grain, measured in mm. */
class Soup {
  readonly #at: number[] = []
  readonly #normal: number[] = []
  readonly #uv: number[] = []
  readonly #shade: number[] = []

  constructor(readonly grain: Vector3) {}

  face(corners: readonly Vector3[], normal: Vector3) {
    const end = Math.abs(normal.dot(this.grain)) > 0.9
    const along = end ? new Vector3(normal.z, normal.x, normal.y) : this.grain.clone()
    along.addScaledVector(normal, -along.dot(normal)).normalize()
    const across = normal.clone().cross(along)
    const shade = end ? END_GRAIN : 1
    for (const p of corners) {
      this.#at.push(p.x, p.y, p.z)
      this.#normal.push(normal.x, normal.y, normal.z)
      this.#uv.push(p.dot(along), p.dot(across))
      this.#shade.push(shade, shade, shade)
    }
  }

  geometry(): BufferGeometry {
    const made = new BufferGeometry()
    made.setAttribute('position', new Float32BufferAttribute(this.#at, 3))
    made.setAttribute('normal', new Float32BufferAttribute(this.#normal, 3))
    made.setAttribute('uv', new Float32BufferAttribute(this.#uv, 2))
    made.setAttribute('color', new Float32BufferAttribute(this.#shade, 3))
    return made
  }
}

/** A prism as triangles: both faces, and a wall along each rim. */
export function prismGeometry({ rim, inside, through }: Schemas['SolidPrism'], grain: Vector3): BufferGeometry {
  const deep = vector(through)
  const normal = deep.clone().normalize().negate()
  const rings = [rim, ...inside].map((ring) => ring.map(vector))
  const origin = rings[0]?.[0] ?? new Vector3()
  const far = rings[0]?.find((p) => p.distanceTo(origin) > 1e-3) ?? new Vector3(1, 0, 0)
  const u = far.clone().sub(origin).normalize()
  const v = normal.clone().cross(u)
  const flat = rings.map((ring) => ring.map((p) => new Vector2(p.clone().sub(origin).dot(u), p.clone().sub(origin).dot(v))))
  const all = rings.flat()
  const soup = new Soup(grain)
  const [outline = [], ...holes] = flat
  for (const triangle of ShapeUtils.triangulateShape(outline, holes)) {
    const [a, b, c] = triangle.map((i) => all[i] ?? origin) as [Vector3, Vector3, Vector3]
    const left = b.clone().sub(a).cross(c.clone().sub(a)).dot(normal) > 0
    const seen = left ? [a, b, c] : [a, c, b]
    soup.face(seen, normal)
    soup.face(
      [...seen].reverse().map((p) => p.clone().add(deep)),
      normal.clone().negate(),
    )
  }
  rings.forEach((ring, n) =>
    ring.forEach((a, i) => {
      const b = ring[(i + 1) % ring.length] ?? a
      const out = b.clone().sub(a).cross(normal).normalize()
      if (n > 0) out.negate()
      const [first, second] = n > 0 ? [b, a] : [a, b]
      const [low, high] = [first.clone().add(deep), second.clone().add(deep)]
      soup.face([first, low, high, first, high, second], out)
    }),
  )
  return soup.geometry()
}

function roundGeometry({ from, to, diaMm }: Schemas['SolidRound']): BufferGeometry {
  const [a, b] = [vector(from), vector(to)]
  const way = b.clone().sub(a)
  const length = way.length()
  const made = new CylinderGeometry(diaMm / 2, diaMm / 2, length, ROUND_SIDES)
  // a cylinder is made along Y about its middle
  const up = way.normalize()
  const side = (Math.abs(up.x) < 0.9 ? new Vector3(1, 0, 0) : new Vector3(0, 1, 0)).cross(up).normalize()
  made.applyMatrix4(new Matrix4().makeBasis(side, up, side.clone().cross(up)).setPosition(a.add(b).multiplyScalar(0.5)))
  const white = new Float32Array(made.getAttribute('position').count * 3).fill(1)
  made.setAttribute('color', new Float32BufferAttribute(white, 3))
  return made.toNonIndexed()
}

/** The solids of a piece, one geometry for each of what they are made of. */
export function geometriesOf(piece: Piece): [Stuff, BufferGeometry][] {
  const grain = piece.grain ? vector(piece.grain) : new Vector3(1, 0, 0)
  const made = new Map<Stuff, BufferGeometry[]>()
  const add = (stuff: Stuff, one: BufferGeometry) => made.set(stuff, [...(made.get(stuff) ?? []), one])
  piece.prisms.forEach((p) => add(p.stuff, prismGeometry(p, grain)))
  piece.rounds.forEach((r) => add(r.stuff, roundGeometry(r)))
  return [...made].map(([stuff, all]) => [stuff, mergeGeometries(all)])
}
