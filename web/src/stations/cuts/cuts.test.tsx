import { fireEvent, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { beforeEach, describe, expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { renderOpen, serve, somePart, someSheet, someView } from '../../../../tests/web/project'
import { CutsStation } from './CutsStation'

const sheet: Schemas['SheetLayout'] = {
  count: 1,
  stockId: 's',
  materialId: 'birch-plywood',
  material: 'Birch plywood',
  nominalMm: 12,
  lengthMm: 1220,
  widthMm: 610,
  fromOffcut: false,
  onHand: true,
  placements: [{ partId: 'shell/front', x: 5, y: 5, lengthMm: 200, widthMm: 100, turned: false }],
  offcuts: [{ x: 208, y: 5, lengthMm: 1007, widthMm: 600 }],
  yield: 0.027,
}

const view = (cuts: Partial<Schemas['CutPlan']> = {}, quantity = 1) =>
  someView({
    design: { ...someView().design, brief: { ...someView().design.brief, quantity } },
    plan: {
      parts: [somePart({ stale: true }), somePart({ id: 'block/a', name: 'Block', barId: 'beech-20x20' })],
      cuts: {
        sheets: [sheet],
        bars: [
          {
            stockId: 'b',
            count: 1,
            material: 'Beech',
            section: '20 x 20 bar',
            lengthMm: 1000,
            onHand: false,
            pieces: [{ partId: 'block/a', x: 0, lengthMm: 300 }],
            restMm: 696.8,
          },
        ],
        tooLarge: [],
        toBuy: [],
        sheetCount: 1,
        sheetUse: 0.03,
        stockCents: 0,
        ...cuts,
      },
      cost: {
        ...someView().plan.cost,
        purchase: [{ kind: 'bar', item: 'Beech bar', count: 2, unit: 'bar', priceCents: 420, totalCents: 840 }],
      },
    },
  })

beforeEach(() =>
  serve({
    '/api/catalog': () => ({ materials: [], sheets: [], bars: [], own: {}, hardware: [], threads: [] }),
    [`/api/projects/${someView().id}/drawings/nest/1`]: () => someSheet('shell/front'),
  }),
)

describe('the cuts station', () => {
  it('lists every part with its sizes and says which changed since it was cut', () => {
    renderOpen(<CutsStation />, view())
    expect(screen.getByRole('heading', { name: 'Cut list: 2 parts' })).toBeTruthy()
    expect(screen.getByRole('row', { name: /Front ▲ changed since it was cut/ })).toBeTruthy()
    expect(screen.getByText(', 1220 × 610, on hand', { exact: false })).toBeTruthy()
  })

  it('says how many are built when it is more than one', () => {
    renderOpen(<CutsStation />, view({}, 8))
    expect(screen.getByRole('heading', { name: 'Cut list: 2 parts for each of 8' })).toBeTruthy()
  })

  it('marks the blank on its sheet when its row is pointed at, and the row when the blank is', async () => {
    renderOpen(<CutsStation />, view())
    const row = screen.getByRole('row', { name: /Front ▲/ })
    const drawing = await screen.findByRole('group', { name: 'Sheet of Birch plywood' })
    const blank = drawing.querySelector('g[data-of="shell/front"]')
    expect(row.className).not.toContain('bg-brass-soft')
    fireEvent.mouseEnter(blank as Element)
    expect(row.className).toContain('bg-brass-soft')
    expect(drawing.querySelector('[data-chosen]')).toBe(blank)
    fireEvent.mouseEnter(screen.getByRole('row', { name: /^Block/ }))
    expect(row.className).not.toContain('bg-brass-soft')
  })

  it('tells why a length is what it is', async () => {
    renderOpen(<CutsStation />, view())
    await userEvent.click(screen.getAllByRole('button', { name: 'Why length 200 mm?' })[0] as HTMLElement)
    expect(await screen.findByText('outer width')).toBeTruthy()
    expect(screen.getByText('Source: geometry of the box')).toBeTruthy()
  })

  it('adds up what is to be bought and names what no stock gives', () => {
    renderOpen(<CutsStation />, view({ tooLarge: ['shell/top'] }))
    expect(screen.getByRole('row', { name: /Together/ }).textContent).toContain('8.40')
    expect(screen.getByText(/No stock gives: shell\/top/)).toBeTruthy()
    expect(screen.getByText('rest 696.8')).toBeTruthy()
  })
})
