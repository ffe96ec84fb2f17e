import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { renderOpen, serve, someView } from '../../../../tests/web/project'
import { EDGES, edgeName } from './edges'
import { ShellStation } from './ShellStation'

describe('edges', () => {
  it('are twelve, each of two faces that meet', () => {
    expect(EDGES).toHaveLength(12)
    expect(new Set(EDGES.map((e) => [...e.faces].sort().join())).size).toBe(12)
  })
  it('say who runs over whom, and a mitre says neither', () => {
    expect(edgeName({ id: 'frontLeft', covers: 'left', joint: 'rabbet', depthMm: 6, blockBarId: null, splined: false })).toBe(
      'Left side over front, rabbet',
    )
    expect(edgeName({ id: 'frontLeft', covers: 'left', joint: 'mitre', depthMm: null, blockBarId: null, splined: false })).toBe(
      'Front and left side, mitred',
    )
  })
})

describe('the shell station', () => {
  it('changes the joint of the chosen edge and gives a screwed one a block', async () => {
    serve({ '/api/catalog': () => ({ materials: [], sheets: [], bars: [], hardware: [], threads: [] }) })
    const view = someView()
    const changes = renderOpen(<ShellStation />, view)
    await userEvent.selectOptions(screen.getByRole('combobox', { name: 'Joint' }), 'buttScrewed')
    const [label, change] = vi.mocked(changes.edit).mock.calls[0] ?? []
    expect(label).toBe('Joint')
    const edge = change?.(view.design).box.edges.find((e) => e.id === 'frontLeft')
    expect(edge).toMatchObject({ joint: 'buttScrewed', blockBarId: 'beech-20x20' })
  })

  it('chooses an edge on the net', async () => {
    serve({ '/api/catalog': () => ({ materials: [], sheets: [], bars: [], hardware: [], threads: [] }) })
    renderOpen(<ShellStation />)
    await userEvent.click(screen.getAllByText('Right side over bottom, butt, glued')[0] as HTMLElement)
    expect(screen.getByRole('combobox', { name: 'Edge' })).toHaveProperty('value', 'rightBottom')
  })

  it('adds feet and takes them off again as one edit each', async () => {
    serve({ '/api/catalog': () => ({ materials: [], sheets: [], bars: [], hardware: [], threads: [] }) })
    const view = someView()
    const changes = renderOpen(<ShellStation />, view)
    await userEvent.click(screen.getByLabelText('four feet'))
    const change = vi.mocked(changes.edit).mock.calls[0]?.[1]
    expect(change?.(view.design).box.feet).toEqual({ diaMm: 20, heightMm: 12, insetMm: 25 })
  })
})

describe('doors', () => {
  it('hang at one of the four neighbours, and are taken off again', async () => {
    serve({ '/api/catalog': () => ({ materials: [], sheets: [], bars: [], threads: [], cables: [], hardware: [] }) })
    const view = someView()
    const changes = renderOpen(<ShellStation />, view)
    const hold = screen.getByLabelText('Hold of Front')
    expect([...hold.querySelectorAll('option')].map((o) => o.value)).toEqual([
      'fixed',
      'removable',
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
