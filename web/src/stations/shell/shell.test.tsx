import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { renderOpen, serve, someView } from '../../../../tests/web/project'
import { EDGES, edgeName } from './edges'
import { LayoutPane } from './LayoutPane'
import { ShellStation } from './ShellStation'
import { valueOf, withValue, type Ask, type Structure } from './systems'

describe('edges', () => {
  it('are twelve, each of two faces that meet', () => {
    expect(EDGES).toHaveLength(12)
    expect(new Set(EDGES.map((e) => [...e.faces].sort().join())).size).toBe(12)
  })
  it('say who runs over whom, and a mitre says neither', () => {
    expect(
      edgeName({
        id: 'frontLeft',
        covers: 'left',
        joint: 'rabbet',
        depthMm: 6,
        blockBarId: null,
        splined: false,
        plugged: false,
      }),
    ).toBe('Left side over front, rabbet')
    expect(
      edgeName({
        id: 'frontLeft',
        covers: 'left',
        joint: 'mitre',
        depthMm: null,
        blockBarId: null,
        splined: false,
        plugged: false,
      }),
    ).toBe('Front and left side, mitred')
  })
})

describe('the shell station', () => {
  it('changes the joint of the chosen edge and gives a screwed one a block', async () => {
    serve({ '/api/catalog': () => ({ materials: [], sheets: [], bars: [], own: {}, hardware: [], threads: [] }) })
    const view = someView()
    const changes = renderOpen(<ShellStation />, view)
    await userEvent.selectOptions(screen.getByRole('combobox', { name: 'Joint' }), 'buttScrewed')
    const [label, change] = vi.mocked(changes.edit).mock.calls[0] ?? []
    expect(label).toBe('Joint')
    const edge = change?.(view.design).box.edges.find((e) => e.id === 'frontLeft')
    expect(edge).toMatchObject({ joint: 'buttScrewed', blockBarId: 'beech-20x20' })
  })

  it('chooses an edge on the net', async () => {
    serve({ '/api/catalog': () => ({ materials: [], sheets: [], bars: [], own: {}, hardware: [], threads: [] }) })
    renderOpen(<ShellStation />)
    await userEvent.click(screen.getAllByText('Right side over bottom, butt, glued')[0] as HTMLElement)
    expect(screen.getByRole('combobox', { name: 'Edge' })).toHaveProperty('value', 'rightBottom')
  })

  it('adds feet and takes them off again as one edit each', async () => {
    serve({ '/api/catalog': () => ({ materials: [], sheets: [], bars: [], own: {}, hardware: [], threads: [] }) })
    const view = someView()
    const changes = renderOpen(<ShellStation />, view)
    await userEvent.click(screen.getByLabelText('four feet'))
    const change = vi.mocked(changes.edit).mock.calls[0]?.[1]
    expect(change?.(view.design).box.feet).toEqual({ diaMm: 20, heightMm: 12, insetMm: 25 })
  })
})

describe('a frame', () => {
  const bare = () => {
    serve({
      '/api/catalog': () => ({ materials: [], sheets: [], bars: [], threads: [], cables: [], own: {}, hardware: [] }),
      '/api/systems': () => [],
    })
    const view = someView({ plan: { parts: [], edges: [] } })
    const panels = view.design.box.panels.map((p) => ({ ...p, hold: 'open' as const }))
    return { ...view, design: { ...view.design, box: { ...view.design.box, panels } } }
  }

  it('without panels has no net, no edges and no rows of open faces', () => {
    renderOpen(<ShellStation />, bare())
    expect(screen.getAllByRole('radio').map((r) => r.textContent)).not.toContain('Unfolded')
    expect(screen.queryByText('All edges')).toBeNull()
    expect(screen.queryByLabelText('Hold of Front')).toBeNull()
    expect(screen.getByText('No panel: every face is open.')).toBeDefined()
  })

  it('gets a panel where one is wanted', async () => {
    const view = bare()
    const changes = renderOpen(<ShellStation />, view)
    await userEvent.selectOptions(screen.getByLabelText('Close a face'), 'Back')
    const [label, change] = vi.mocked(changes.edit).mock.calls[0] ?? []
    expect(label).toBe('Close a face')
    expect(change?.(view.design).box.panels.filter((p) => p.hold !== 'open')).toMatchObject([{ face: 'back', hold: 'fixed' }])
  })
})

describe('doors', () => {
  it('hang at one of the four neighbours, and are taken off again', async () => {
    serve({ '/api/catalog': () => ({ materials: [], sheets: [], bars: [], threads: [], cables: [], own: {}, hardware: [] }) })
    const view = someView()
    const changes = renderOpen(<ShellStation />, view)
    const hold = screen.getByLabelText('Hold of Front')
    expect([...hold.querySelectorAll('option')].map((o) => o.value)).toEqual([
      'fixed',
      'removable',
      'open',
      'hinged-left',
      'hinged-right',
      'hinged-bottom',
      'hinged-top',
    ])
    await userEvent.selectOptions(hold, 'hinged-right')
    const hung = vi
      .mocked(changes.edit)
      .mock.calls[0]?.[1](view.design)
      .box.panels.find((p) => p.face === 'front')
    expect(hung).toMatchObject({ hold: 'hinged', hingeAt: 'right' })
    await userEvent.selectOptions(hold, 'removable')
    const off = vi
      .mocked(changes.edit)
      .mock.calls[1]?.[1](view.design)
      .box.panels.find((p) => p.face === 'front')
    expect(off).toMatchObject({ hold: 'removable', hingeAt: null })
  })
})

describe('panels', () => {
  const solidFront = () => {
    serve({
      '/api/catalog': () => ({
        materials: [{ id: 'cherry', name: 'Cherry', hasGrain: true, family: 'solidWood' }],
        sheets: [],
        bars: [],
        threads: [],
        cables: [],
        own: {},
        hardware: [],
      }),
    })
    const view = someView()
    return {
      ...view,
      design: {
        ...view.design,
        box: {
          ...view.design.box,
          panels: view.design.box.panels.map((p) => (p.face === 'front' ? { ...p, materialId: 'cherry' } : p)),
        },
      },
    }
  }

  it('of solid wood may float, others are not asked', async () => {
    const view = solidFront()
    const changes = renderOpen(<ShellStation />, view)
    const floats = await screen.findByLabelText('floats')
    expect(screen.getAllByLabelText('floats')).toHaveLength(1)
    await userEvent.click(floats)
    const front = vi
      .mocked(changes.edit)
      .mock.calls[0]?.[1](view.design)
      .box.panels.find((p) => p.face === 'front')
    expect(front).toMatchObject({ floats: true })
  })

  it('that come off get a fit class, or are cut to size again', async () => {
    const view = solidFront()
    const changes = renderOpen(<ShellStation />, view)
    const fit = screen.getByLabelText('Fit of Top')
    await userEvent.selectOptions(fit, 'sliding')
    const top = (call: number) =>
      vi
        .mocked(changes.edit)
        .mock.calls[call]?.[1](view.design)
        .box.panels.find((p) => p.face === 'top')
    expect(top(0)).toMatchObject({ fit: 'sliding' })
    await userEvent.selectOptions(fit, '')
    expect(screen.queryByLabelText('Fit of Left side')).toBeNull()
  })

  it('give way to what a structure sets under the box', () => {
    serve({ '/api/catalog': () => ({ materials: [], sheets: [], bars: [], threads: [], cables: [], own: {}, hardware: [] }) })
    const plinth: Structure = {
      system: 'plinth',
      id: 'plinth',
      materialId: 'birch-plywood',
      nominalMm: 12,
      heightMm: 50,
      setBackMm: 15,
      airGapMm: 12,
    }
    renderOpen(<ShellStation />, someView({ design: { structures: [plinth] } }))
    expect(screen.getByText('It stands on what a structure sets under it.')).toBeDefined()
  })
})

const rails: Structure = {
  system: 'railFrame',
  id: 'frame',
  barId: 'bar',
  edges: ['frontLeft', 'frontRight'],
  seat: 'over',
  play: 'sliding',
  grooveMm: 4,
}

const ask = (kind: Ask['kind'], key: string, label: string, more: Partial<Ask> = {}): Ask => ({
  kind,
  key,
  label,
  least: null,
  most: null,
  whole: false,
  empty: null,
  words: [],
  ...more,
})
const asks: Ask[] = [
  ask('choice', 'seat', 'Panels', {
    words: [
      { key: 'over', text: 'over the rails' },
      { key: 'slipped', text: 'slipped into slots' },
    ],
  }),
  ask('edges', 'edges', 'Edges with a rail'),
]

describe('structures', () => {
  it('hold a decision by its key, and one in a part of the structure by a dotted key', () => {
    const board: Structure = {
      system: 'backBoard',
      id: 'board',
      frameBarId: 'bar',
      frameInsetMm: 30,
      pads: { materialId: 'acrylic', nominalMm: 6, revealMm: 5, bevelDeg: 45, lit: true },
      studSpacingMm: 400,
      firstStudMm: 60,
      cableClearMm: 2,
      hanging: 'screwedFrame',
    }
    const wider = withValue(board, 'pads.revealMm', 8)
    expect(valueOf(wider, 'pads.revealMm')).toBe(8)
    expect(valueOf(wider, 'pads.bevelDeg')).toBe(45)
    expect(valueOf(withValue({ ...board, pads: null }, 'pads.revealMm', 8), 'pads.revealMm')).toBeUndefined()
  })

  it('are added by their system, changed in place and taken out', async () => {
    serve({
      '/api/catalog': () => ({ materials: [], sheets: [], bars: [], threads: [], cables: [], own: {}, hardware: [] }),
      '/api/systems': () => [{ key: 'railFrame', name: 'Rail frame', about: 'Bars along the edges.', asks }],
    })
    const view = someView({ design: { structures: [rails] } as never })
    const changes = renderOpen(<ShellStation />, view)
    await userEvent.click(screen.getByRole('radio', { name: 'Structures' }))
    await userEvent.click(await screen.findByRole('button', { name: 'Add' }))
    expect(changes.addStructure).toHaveBeenCalledWith('railFrame')
    await userEvent.selectOptions(screen.getByRole('combobox', { name: 'Panels' }), 'slipped into slots')
    expect(vi.mocked(changes.edit).mock.calls[0]?.[1](view.design).structures).toMatchObject([{ id: 'frame', seat: 'slipped' }])
    await userEvent.click(screen.getByRole('checkbox', { name: 'Front, left side' }))
    expect(vi.mocked(changes.edit).mock.calls[1]?.[1](view.design).structures).toMatchObject([{ edges: ['frontRight'] }])
    await userEvent.click(screen.getByRole('button', { name: 'Take out' }))
    expect(changes.removeStructure).toHaveBeenCalledWith('frame')
  })
})

describe('the joint layout', () => {
  it('draws every mark on its board and lists what is set to what', () => {
    const view = someView({
      plan: {
        layouts: [
          {
            edge: 'frontLeft',
            word: 'box joint',
            lengthMm: 100,
            boards: [
              {
                partId: 'shell/front',
                name: 'Front',
                thicknessMm: 12,
                fromEnd: 'bottom',
                marks: [
                  { fromMm: 0, toMm: 20, what: 'socket 1', farFromMm: null, farToMm: null },
                  { fromMm: 40, toMm: 60, what: 'socket 3', farFromMm: 42, farToMm: 58 },
                ],
              },
            ],
            settings: [{ what: 'finger width', value: 20, unit: 'mm', why: 'the length over the count' }],
          },
        ],
      } as never,
    })
    renderOpen(<LayoutPane edge="frontLeft" />, view)
    const drawing = screen.getByRole('img', { name: 'Layout on Front' })
    // straight sockets are upright, those between tails slope
    expect([...drawing.querySelectorAll('polygon')].map((p) => p.getAttribute('points'))).toEqual([
      '0,12 20,12 20,0 0,0',
      '40,12 60,12 58,0 42,0',
    ])
    expect([...drawing.querySelectorAll('text')].map((t) => t.textContent)).toEqual(['0', '20', '40', '60'])
    expect(screen.getByRole('row', { name: /finger width 20/ }).textContent).toContain('the length over the count')
  })
})
