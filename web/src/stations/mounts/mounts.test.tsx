import { fireEvent, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it } from 'vitest'
import { renderOpen, serve, someHole, somePart, someSheet, someView } from '../../../../tests/web/project'
import { numberedHoles } from './holes'
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
    serve({ [`/api/projects/${view().id}/drawings/assembly/low`]: () => someSheet('f/low-rail-1', 'device/a') })
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
    const map = await screen.findByRole('group', { name: 'Lower level, seen from above' })
    expect(map.textContent).toContain('Word f/low-rail-1')
    const rail = map.querySelector('g[data-of="f/low-rail-1"]') as Element
    fireEvent.mouseEnter(rail)
    expect(rail.hasAttribute('data-chosen')).toBe(true)
    fireEvent.mouseLeave(rail)
    expect(rail.hasAttribute('data-chosen')).toBe(false)
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

  it('shows the drawing of the server, with its letters in the table, and points at a hole in both', async () => {
    const asked: string[] = []
    serve({
      [`/api/projects/${view().id}/drawings/part`]: (request) => {
        asked.push(new URL(request.url).search)
        return { sheet: someSheet('hole/a/1', 'hole/b/1'), marks: { 'a/1': 'A', 'b/1': 'B' } }
      },
    })
    renderOpen(<MountsStation />, view())
    const map = await screen.findByRole('group', { name: /^Tray, 200 by 100, seen from/ })
    const row = (number: number) => screen.getAllByRole('row')[number] as HTMLElement
    expect([row(1).textContent, row(3).textContent].map((t) => t?.slice(0, 2))).toEqual(['1A', '3B'])
    const hole = map.querySelector('g[data-of="hole/b/1"]') as Element
    fireEvent.mouseEnter(hole)
    expect(row(3).className).toContain('bg-brass-soft')
    fireEvent.mouseEnter(row(1))
    expect(map.querySelector('g[data-of="hole/a/1"]')?.hasAttribute('data-chosen')).toBe(true)
    await userEvent.click(screen.getByRole('button', { name: 'Turn over' }))
    expect(asked.at(-1)).toContain('turned=true')
    await userEvent.click(screen.getByRole('button', { name: 'Larger' }))
    const width = (search: string | undefined) => Number(new URLSearchParams(search).get('width'))
    expect(width(asked.at(-1))).toBeCloseTo(width(asked.at(-2)) * 1.5)
  })

  it('tells holes from the ends as they lie in the drawing, and turns them over with it', async () => {
    serve({})
    const hole = {
      kind: 'edgeHole',
      id: 'e',
      for: 'edge/front-left',
      purpose: 'dowel',
      from: 'seen',
      edge: 'uMost',
      alongMm: 20,
      fromSeenMm: 4,
      diaMm: 8,
      slotMm: null,
      depthMm: 25,
      sinkDiaMm: null,
      sinkDeg: null,
      counterboreDiaMm: null,
      counterboreDeepMm: null,
      thread: null,
      why: '',
    } as const
    renderOpen(<MountsStation />, someView({ plan: { parts: [somePart({ features: [hole] })] } }))
    expect(screen.getByRole('row', { name: /right end 20 4 8/ }).textContent).toContain('25')
    // nothing is told of milling that the plan does not tell
    expect(screen.queryByRole('heading', { name: 'Sawn and milled' })).toBeNull()
    await userEvent.click(screen.getByRole('button', { name: 'Turn over' }))
    expect(screen.getByRole('row', { name: /left end 20 7.9 8/ })).toBeTruthy()
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
