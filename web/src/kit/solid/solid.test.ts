import { Vector3 } from 'three'
import { describe, expect, it } from 'vitest'
import { apartBy } from './apart'
import { geometriesOf, prismGeometry } from './geometry'
import { between } from './measure'
import { placeNames } from './names'

const at = (x: number, y: number, z: number) => ({ x, y, z })

/** By the divergence theorem: a sixth of the sum of the triple products of closed triangles. */
function volume(positions: ArrayLike<number>): number {
  let six = 0
  for (let i = 0; i < positions.length; i += 9) {
    const [a, b, c] = [0, 3, 6].map((o) => new Vector3(positions[i + o], positions[i + o + 1], positions[i + o + 2]))
    six += a && b && c ? a.dot(b.clone().cross(c)) : 0
  }
  return six / 6
}

describe('a prism', () => {
  const rim = [at(0, 0, 5), at(40, 0, 5), at(40, 30, 5), at(0, 30, 5)]

  it('is closed and looks outwards: its volume is its area by its thickness', () => {
    const whole = prismGeometry({ stuff: 'wood', rim, inside: [], through: at(0, 0, -5) }, new Vector3(1, 0, 0))
    expect(volume(whole.getAttribute('position').array)).toBeCloseTo(40 * 30 * 5)
  })

  it('leaves out what is cut from its inside', () => {
    const inside = [[at(10, 10, 5), at(20, 10, 5), at(20, 20, 5), at(10, 20, 5)]]
    const open = prismGeometry({ stuff: 'wood', rim, inside, through: at(0, 0, -5) }, new Vector3(1, 0, 0))
    expect(volume(open.getAttribute('position').array)).toBeCloseTo((40 * 30 - 100) * 5)
  })

  it('stands in any direction, its end grain darker', () => {
    const upright = prismGeometry(
      { stuff: 'wood', rim: [at(0, 0, 0), at(0, 0, 20), at(0, 50, 20), at(0, 50, 0)], inside: [], through: at(4, 0, 0) },
      new Vector3(0, 1, 0),
    )
    expect(Math.abs(volume(upright.getAttribute('position').array))).toBeCloseTo(50 * 20 * 4)
    const [normals, shades] = [upright.getAttribute('normal'), upright.getAttribute('color')]
    for (let i = 0; i < normals.count; i++) expect(shades.getX(i) < 1).toBe(Math.abs(normals.getY(i)) > 0.9)
  })

  it('is gathered by what it is made of', () => {
    const made = geometriesOf({
      of: 'device/d',
      name: 'Board',
      role: 'device',
      grain: null,
      wall: false,
      size: at(40, 30, 5),
      prisms: [{ stuff: 'device', rim, inside: [], through: at(0, 0, -5) }],
      rounds: [{ stuff: 'hollow', from: at(5, 5, 0), to: at(5, 5, 5), diaMm: 3 }],
      moves: [],
    })
    expect(made.map(([stuff]) => stuff)).toEqual(['device', 'hollow'])
  })
})

describe('pulled apart', () => {
  const moves = [
    { turn: 1, first: true, by: at(0, 0, 10) },
    { turn: 2, first: false, by: at(8, 0, 0) },
  ]

  it('goes in its turn and stays where it went', () => {
    expect(apartBy(moves, 1)).toEqual([0, 0, 0])
    expect(apartBy(moves, 1.25)).toEqual([0, 0, 5])
    expect(apartBy(moves, 2.5)).toEqual([0, 0, 10])
    expect(apartBy(moves, 2.75)).toEqual([4, 0, 10])
    expect(apartBy(moves, 9)).toEqual([8, 0, 10])
  })
})

describe('the distance of two faces', () => {
  const face = (p: Vector3, normal: Vector3) => ({ key: 'x', at: p, normal })

  it('runs along their normal where they are parallel, wherever they were clicked', () => {
    const apart = between(face(new Vector3(0, 0, 0), new Vector3(1, 0, 0)), face(new Vector3(60, 25, 9), new Vector3(-1, 0, 0)))
    expect(apart).toMatchObject({ mm: 60, parallel: true })
  })

  it('runs from point to point where they are not', () => {
    const apart = between(face(new Vector3(0, 0, 0), new Vector3(1, 0, 0)), face(new Vector3(3, 4, 0), new Vector3(0, 1, 0)))
    expect(apart).toEqual({ mm: 5, parallel: false, degrees: 90 })
  })
})

describe('names beside a picture', () => {
  const named = (n: number, x: number, y: number) => ({ key: `k${n}`, name: `Name ${n}`, x, y, weight: n })
  const width = () => 40

  it('lie on no other and in the picture, in the order of what they name', () => {
    const labels = placeNames(
      [named(1, 10, 100), named(2, 20, 101), named(3, 30, 99), named(4, 300, 2), named(5, 310, 399)],
      400,
      400,
      width,
    )
    const left = labels.filter((l) => l.side === 'left')
    expect(left.map((l) => l.key)).toEqual(['k3', 'k1', 'k2'])
    left.slice(1).forEach((l, i) => expect(l.at - (left[i]?.at ?? 0)).toBeGreaterThanOrEqual(20))
    for (const l of labels) expect(l.at > 10 && l.at < 390).toBe(true)
  })

  it('are the heaviest where there is no room for all', () => {
    const all = Array.from({ length: 30 }, (_, i) => named(i, 10, 50 + i))
    const labels = placeNames(all, 400, 128, width)
    expect(labels).toHaveLength(5)
    expect(labels.map((l) => l.weight)).toEqual([25, 26, 27, 28, 29])
  })
})
