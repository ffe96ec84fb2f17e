import { screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it } from 'vitest'
import { renderOpen, serve, someHole, somePart, someView } from '../../../../tests/web/project'
import { bevelEnd, numberedHoles } from './holes'
import { MountsStation } from './MountsStation'

const holes = [
  someHole({ id: 'b/1', at: { u: 80, v: 10 } }),
  someHole({ id: 'a/2', at: { u: 30, v: 60 }, depthMm: 8, depthWhy: 'thread and run-out' }),
  someHole({ id: 'a/1', at: { u: 30, v: 40 }, thread: 'M3' }),
]
const view = () =>
  someView({
    plan: {
      parts: [
        somePart({ id: 'tray-1', name: 'Tray', kind: 'tray', features: holes }),
        somePart({ id: 'shell/back', name: 'Back', features: [someHole({ id: 'x/1' })] }),
      ],
    },
  })

describe('holes', () => {
  it('are numbered by u, then v, as in the written packet', () => {
    expect(numberedHoles(somePart({ features: holes })).map((h) => [h.number, h.hole.id])).toEqual([
      [1, 'a/1'],
      [2, 'a/2'],
      [3, 'b/1'],
    ])
  })
})

describe('a bevel', () => {
  const bevel = (edge: 'uLeast' | 'uMost' | 'vLeast' | 'vMost') =>
    bevelEnd(
      { kind: 'bevel', id: 'b', for: 'x', purpose: 'bevel', from: 'far', edge, angleDeg: 45 } as Parameters<typeof bevelEnd>[0],
      100,
      40,
      6,
    )
  it('at 45 degrees ends as far in as the part is thick, along the whole edge', () => {
    expect(bevel('vLeast').map((p) => [p.u, Math.round(p.v * 1e6) / 1e6])).toEqual([
      [0, 6],
      [100, 6],
    ])
    expect(bevel('uMost').map((p) => [Math.round(p.u * 1e6) / 1e6, p.v])).toEqual([
      [94, 0],
      [94, 40],
    ])
  })
})

describe('the mounts station', () => {
  it('shows the tray first and every hole in its table', () => {
    serve({})
    renderOpen(<MountsStation />, view())
    const rows = within(screen.getByRole('heading', { name: 'Holes in tray' }).closest('section') as HTMLElement).getAllByRole(
      'row',
    )
    expect(rows).toHaveLength(4)
    expect(rows[1]?.textContent).toContain('tap M3')
    expect(rows[2]?.textContent).toContain('8')
    expect(rows[3]?.textContent).toContain('through')
  })

  it('mirrors u when the part is turned over and says so', async () => {
    serve({})
    renderOpen(<MountsStation />, view())
    await userEvent.click(screen.getByRole('button', { name: 'Turn over' }))
    expect(screen.getByText(/mirrored: u is shown from the other end/)).toBeTruthy()
    const rows = screen.getAllByRole('row')
    // 200 long: the hole at 30 is 170 from the other end
    expect(rows[1]?.textContent).toContain('170')
  })

  it('shows a level from above first, with each rail by its middle, and parts when they are chosen', async () => {
    serve({})
    const level = {
      id: 'low',
      title: 'Lower level, seen from above',
      lengthMm: 400,
      widthMm: 300,
      pieces: [
        { id: 'f/low-rail-1', name: 'Rail 1', role: 'fixedRail' as const, min: { u: 90, v: 0 }, max: { u: 110, v: 300 } },
        { id: 'f/low-rail-2', name: 'Rail 2', role: 'rail' as const, min: { u: 240, v: 0 }, max: { u: 260, v: 300 } },
        { id: 'device/a', name: 'Battery', role: 'device' as const, min: { u: 90, v: 50 }, max: { u: 255, v: 150 } },
      ],
      points: [{ deviceId: 'a', number: 1, at: { u: 100, v: 60 } }],
      measures: [{ what: 'top of the rails', mm: 90, from: 'floor' }],
    }
    renderOpen(<MountsStation />, { ...view(), plan: { ...view().plan, views: [level] } })
    const map = screen.getByRole('img', { name: /Lower level, seen from above: 2 rails/ })
    expect(map.textContent).toContain('100')
    expect(map.textContent).toContain('250')
    expect(map.textContent).toContain('Battery')
    expect(screen.getByRole('row', { name: /top of the rails/ }).textContent).toContain('90')
    await userEvent.selectOptions(screen.getByLabelText('Part'), 'shell/back')
    expect(screen.getByRole('heading', { name: 'Holes in back' })).toBeTruthy()
  })

  it('tells why a depth and a place are what they are', async () => {
    serve({})
    renderOpen(<MountsStation />, view())
    await userEvent.click(screen.getByRole('button', { name: 'Why depth 8 mm?' }))
    expect(await screen.findByText('thread and run-out')).toBeTruthy()
    await userEvent.keyboard('{Escape}')
    await userEvent.click(screen.getAllByRole('button', { name: 'Why this u?' })[0] as HTMLElement)
    expect(await screen.findByText('where the board stands')).toBeTruthy()
  })

  it('follows the part that the maker is looking at', () => {
    serve({})
    renderOpen(<MountsStation />, view(), 'shell/back')
    expect(screen.getByRole('heading', { name: 'Holes in back' })).toBeTruthy()
  })

  it('draws the part as it is left when its edges are cut, with sockets and holes from the edge in place', () => {
    serve({})
    const rim = [
      { u: 12, v: 0 },
      { u: 200, v: 0 },
      { u: 200, v: 100 },
      { u: 0, v: 100 },
      { u: 0, v: 30 },
      { u: 12, v: 30 },
    ]
    const cut = { for: 'edge/front-left', purpose: 'socket', from: 'seen' } as const
    const square = [
      { u: 190, v: 40 },
      { u: 210, v: 40 },
      { u: 210, v: 60 },
      { u: 190, v: 60 },
    ]
    const part = somePart({
      id: 'shell/left',
      name: 'Left',
      features: [
        {
          kind: 'notch',
          id: 'n1',
          ...cut,
          outline: rim.slice(4).map((p) => ({ ...p, bulge: 0 })),
          floor: null,
          depthMm: null,
          sizeWhy: '',
        },
        {
          kind: 'notch',
          id: 'n2',
          ...cut,
          outline: square.map((p) => ({ ...p, bulge: 0 })),
          floor: null,
          depthMm: 8,
          sizeWhy: '',
        },
        {
          kind: 'edgeHole',
          id: 'e',
          ...cut,
          edge: 'uMost',
          alongMm: 20,
          fromSeenMm: 6,
          diaMm: 8,
          slotMm: null,
          depthMm: 25,
          sinkDiaMm: null,
          sinkDeg: null,
          counterboreDiaMm: null,
          counterboreDeepMm: null,
          thread: null,
          why: '',
        },
        {
          kind: 'opening',
          id: 'o',
          ...cut,
          at: { u: 6, v: 15 },
          widthMm: 12,
          heightMm: 30,
          cornerRadiusMm: 0,
          sizeWhy: '',
          placeWhy: '',
        },
      ],
    })
    renderOpen(<MountsStation />, someView({ plan: { parts: [part] }, outlines: { 'shell/left': [{ rim, inside: [] }] } }))
    const map = screen.getByRole('group', { name: /^Left/ })
    const paths = [...map.querySelectorAll('path')].map((p) => p.getAttribute('d'))
    // v runs up, y runs down
    expect(paths).toContain('M12 100L200 100L200 0L0 0L0 70L12 70Z')
    expect(paths).toContain('M190 60L210 60L210 40L190 40Z')
    expect(paths).toContain('M200 84L175 84L175 76L200 76Z')
    expect(screen.getByRole('row', { name: /right end 20 6 8/ }).textContent).toContain('25')
    // nothing is told of milling that the plan does not tell
    expect(screen.queryByRole('heading', { name: 'Sawn and milled' })).toBeNull()
    // the opening at the corner is off the outline and not drawn again: no rectangle but the one that clips
    expect(map.querySelectorAll('rect[stroke]')).toHaveLength(0)
  })

  it('tell what is sawn and milled, equal ones at a step as one line, and turn with the part', async () => {
    const part = somePart({ id: 'shell/top', name: 'Top', lengthMm: 300, widthMm: 120 })
    const kerfs = {
      id: 'k',
      what: 'kerf',
      from: 'far' as const,
      min: { u: 40, v: 0 },
      max: { u: 41.2, v: 120 },
      diaMm: null,
      cornerRadiusMm: 0,
      depthMm: 10.2,
      restMm: 1.8,
      angleDeg: null,
      purpose: 'kerf at front-top',
      why: 'web of 1.8 mm',
      count: 5,
      step: { u: 7.5, v: 0 },
    }
    renderOpen(<MountsStation />, someView({ plan: { parts: [part] }, milled: { 'shell/top': [kerfs] } }))
    const row = screen.getByRole('row', { name: /5 × kerf/ })
    expect(row.textContent).toContain('40–41.2, every 7.5')
    expect(row.textContent).toContain('1.8 left')
    await userEvent.click(screen.getByRole('button', { name: 'Turn over' }))
    // seen from behind the last of the five comes first: 300 - 41.2 - 4 x 7.5
    expect(screen.getByRole('row', { name: /5 × kerf/ }).textContent).toContain('228.8–230, every 7.5')
  })
})
