import { screen } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { renderOpen, serve, someDevice, somePart, someView } from '../../../../tests/web/project'
import { inSpace, seenCorners, wayInSpace } from '../../kit/drawing/pose'
import { BoxView } from './BoxView'
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

  it('is a slanted rectangle from the side and a hull from above', () => {
    const box = { min: { x: 0, y: 0, z: 0 }, max: { x: 100, y: 12, z: 200 } }
    const side = seenCorners(pose, box, 'y', 'z').map((c) => c.map((v) => Math.round(v * 10) / 10))
    expect(side).toHaveLength(4)
    expect(side).toContainEqual([173.2, 160])
    expect(side).toContainEqual([179.2, 149.6])
    expect(seenCorners(null, box, 'x', 'z')).toEqual([
      [0, 0],
      [100, 0],
      [100, 200],
      [0, 200],
    ])
  })

  it('is a plate along its own directions in the solid view', () => {
    const front = somePart({ pose, frame: { origin: { x: 12, y: 0, z: 5 }, u: 'right', v: 'up' } })
    const view = someView({ plan: { parts: [front] } })
    const plate = solidsOf(view).find((x) => x.key === 'shell/front')?.plate
    expect(plate?.v.map((v) => Math.round(v * 1000) / 1000)).toEqual([0, 0.866, 0.5])
    expect(plate?.origin.map((v) => Math.round(v * 100) / 100)).toEqual([12, 4.33, 62.5])
  })

  it('is pushed along the slope by keys in the view from the side', async () => {
    serve({ '/api/catalog': () => ({ materials: [], sheets: [], bars: [], own: {}, hardware: [], threads: [] }) })
    const onMove = vi.fn()
    const body = { min: { x: 50, y: 17, z: 40 }, max: { x: 100, y: 30, z: 90 } }
    const placed = {
      id: 'dial',
      name: 'Dial',
      modelId: 'm',
      deckId: 'panel/front',
      partId: 'shell/front',
      body,
      blocks: [body],
      standoffMm: 5,
      mirrored: false,
      inPanel: false,
      pose,
      ports: [],
    }
    renderOpen(
      <BoxView which="side" margin={20} onMove={onMove} onTurn={vi.fn()} />,
      someView({
        design: { devices: [someDevice({ id: 'dial', name: 'Dial', deckId: 'panel/front' })] },
        plan: {
          devices: [placed],
          sideOutline: [
            { u: 0, v: 0 },
            { u: 150, v: 0 },
            { u: 150, v: 100 },
            { u: 69.3, v: 100 },
            { u: 0, v: 60 },
          ],
        },
      }),
    )
    const { fireEvent } = await import('@testing-library/react')
    fireEvent.keyDown(await screen.findByRole('button', { name: /Dial/ }), { key: 'ArrowRight', shiftKey: true })
    // 10 to the right on the screen is 10 / cos 30 of what runs 0.866 that way: 8.66 / 1 along the slope
    const [id, du, dv] = onMove.mock.calls[0] as [string, number, number]
    expect([id, Math.round(du), Math.round(dv * 100) / 100]).toEqual(['dial', 0, 8.66])
  })
})
