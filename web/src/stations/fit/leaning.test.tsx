import { describe, expect, it } from 'vitest'
import { somePart, someView } from '../../../../tests/web/project'
import { inSpace, wayInSpace } from '../../kit/drawing/pose'
import { solidsOf } from './solids'

// leaned back to 30 degrees over the level, its foot 60 up: back 0.5 and down 0.866 is its Y, along it its Z
const s = Math.sqrt(0.75)
const pose = { origin: { x: 0, y: 0, z: 60 }, x: { x: 1, y: 0, z: 0 }, y: { x: 0, y: 0.5, z: -s }, z: { x: 0, y: s, z: 0.5 } }

describe('what leans', () => {
  it('lies where its axes put it', () => {
    // 200 along the slope: 173.2 back and 100 up
    const end = inSpace(pose, { x: 10, y: 0, z: 200 })
    expect([end.x, end.y, end.z].map((v) => Math.round(v * 10) / 10)).toEqual([10, 173.2, 160])
    expect(inSpace(null, end)).toEqual(end)
    expect(wayInSpace(pose, [0, -1, 0]).map((v) => Math.round(v * 1000) / 1000)).toEqual([0, -0.5, 0.866])
  })

  it('is a plate along its own directions in the solid view', () => {
    const front = somePart({ pose, frame: { origin: { x: 12, y: 0, z: 5 }, u: 'right', v: 'up' } })
    const view = someView({ plan: { parts: [front] } })
    const plate = solidsOf(view).find((x) => x.key === 'shell/front')?.plate
    expect(plate?.v.map((v) => Math.round(v * 1000) / 1000)).toEqual([0, 0.866, 0.5])
    expect(plate?.origin.map((v) => Math.round(v * 100) / 100)).toEqual([12, 4.33, 62.5])
  })
})
