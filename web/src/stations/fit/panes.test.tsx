import { screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import type { Schemas } from '../../api/client'
import { renderOpen, serve, someDevice, someTray, someView } from '../../../../tests/web/project'
import { DecksPane } from './DecksPane'
import { LinksPane } from './LinksPane'
import { MockUpPane } from './MockUpPane'
import { PocketsPane } from './PocketsPane'
import { ShellSearchPane } from './ShellSearchPane'

const device = (id: string) => someDevice({ id, name: id })

const arrangement: Schemas['Arrangement'] = {
  goal: 'volume',
  design: someView().design,
  widthMm: 150,
  depthMm: 120,
  heightMm: 90,
  volumeL: 1.62,
  footprintCm2: 180,
  cableMm: 0,
  portsOpen: 2,
  portsWanted: 3,
  portsRear: 1,
  stops: 1,
  warns: 0,
  proven: false,
}

describe('searching a shell', () => {
  it('starts a search, shows what it found with its merits, and takes one over', async () => {
    const asked: unknown[] = []
    serve({
      '/api/projects/00000000-0000-0000-0000-000000000001/arrangements': async (r) => {
        if (r.method === 'POST') asked.push(await r.json())
        return {
          id: '1',
          projectId: '1',
          revision: 4,
          running: false,
          progress: null,
          result: { arrangements: [arrangement], seconds: 2.5, cancelled: false, why: null },
        }
      },
    })
    const changes = renderOpen(<ShellSearchPane />, someView({ design: { devices: [device('a')] } }))
    await userEvent.click(screen.getByRole('checkbox', { name: 'flattest' }))
    await userEvent.click(screen.getByRole('button', { name: 'Search' }))
    expect(await screen.findByText('1.62 l')).toBeTruthy()
    expect(asked).toEqual([{ goals: ['volume', 'footprint', 'rearPorts'], seconds: 12 }])
    expect(screen.getByText(/2 of 3 ports reach a panel/).textContent).toContain('1 stop, 0 warnings')
    await userEvent.click(screen.getByRole('button', { name: 'Take this shell' }))
    expect(changes.takeArrangement).toHaveBeenCalledWith('1', 0)
  })

  it('says why nothing was found, and asks for hardware first', async () => {
    serve({
      '/api/projects/': () => ({
        id: '1',
        projectId: '1',
        revision: 4,
        running: false,
        progress: null,
        result: { arrangements: [], seconds: 2.5, cancelled: false, why: 'No shell was found in 2 s: unlock a device.' },
      }),
    })
    renderOpen(<ShellSearchPane />)
    expect(screen.getByRole('button', { name: 'Search' })).toHaveProperty('disabled', true)
    expect(screen.getByText(/Add hardware first/)).toBeTruthy()
  })
})

describe('decks', () => {
  it('lays a plate upright and forgets the way it slid', async () => {
    const view = someView({ design: { trays: [someTray({ drawer: { out: 'front', travelMm: 100 } })] } })
    const changes = renderOpen(<DecksPane />, view)
    await userEvent.selectOptions(screen.getByLabelText('Lies'), 'facesRight')
    const change = vi.mocked(changes.edit).mock.calls[0]?.[1]
    expect(change?.(view.design).trays[0]).toMatchObject({ plane: 'facesRight', drawer: null })
  })

  it('houses a shelf in its walls with a depth of its own, and stiffens a tray', async () => {
    serve({
      '/api/catalog': () => ({
        materials: [{ id: 'beech', name: 'Beech' }],
        sheets: [],
        bars: [{ id: 'beech-12', materialId: 'beech', name: '12 x 12' }],
        own: {},
        hardware: [],
        threads: [],
      }),
      '/api/lengths': (r) => ({ mm: Number(new URL(r.url).searchParams.get('text')) }),
    })
    const view = someView({ design: { trays: [someTray({ support: 'housed' })] } })
    const changes = renderOpen(<DecksPane />, view)
    const changed = () => vi.mocked(changes.edit).mock.calls.at(-1)?.[1](view.design).trays[0]
    const depth = screen.getByLabelText(/^Enters each wall by/)
    await userEvent.type(depth, '4.5{enter}')
    await vi.waitFor(() => expect(changed()).toMatchObject({ housingMm: 4.5 }))
    await userEvent.selectOptions(await screen.findByLabelText('Bars under its free edges'), 'beech-12')
    expect(changed()).toMatchObject({ stiffenerBarId: 'beech-12' })
    await userEvent.selectOptions(screen.getByLabelText('Carried by'), 'posts')
    expect(changed()).toMatchObject({ support: 'posts' })
  })

  it('folds the edges of a tray and lets them carry it', async () => {
    const flanges = { edges: 'free', behind: false, heightMm: 25, radiusMm: 2, turnDeg: 90, join: 'rivets' } as const
    const view = someView({ design: { trays: [someTray({ support: 'posts', flanges })] } })
    const changes = renderOpen(<DecksPane />, view)
    const changed = () => vi.mocked(changes.edit).mock.calls.at(-1)?.[1](view.design).trays[0]
    // sides that carry have to stand at the walls; what was decided about them stays
    await userEvent.selectOptions(screen.getByLabelText('Carried by'), 'flanges')
    expect(changed()).toMatchObject({ support: 'flanges', drawer: null, flanges: { ...flanges, edges: 'all' } })
    await userEvent.selectOptions(screen.getByLabelText('Turned'), 'down')
    expect(changed()).toMatchObject({ flanges: { ...flanges, behind: true } })
    await userEvent.selectOptions(screen.getByLabelText('Edges folded over'), 'none, a flat plate')
    expect(changed()).toMatchObject({ support: 'posts', flanges: null })
  })

  it('leaves nothing to carry a tray whose sides are unfolded', async () => {
    const flanges = { edges: 'walls', behind: false, heightMm: 25, radiusMm: 2, turnDeg: 90, join: 'rivets' } as const
    const view = someView({ design: { trays: [someTray({ support: 'flanges', flanges })] } })
    const changes = renderOpen(<DecksPane />, view)
    await userEvent.selectOptions(screen.getByLabelText('To walls of sheet by'), 'screws and nuts')
    await userEvent.selectOptions(screen.getByLabelText('Edges folded over'), '')
    const [joined, flat] = vi.mocked(changes.edit).mock.calls.map((c) => c[1](view.design).trays[0])
    expect(joined).toMatchObject({ flanges: { ...flanges, join: 'screwsAndNuts' } })
    expect(flat).toMatchObject({ support: 'none', flanges: null })
  })

  it('offers bars instead of a plate only inside a frame', () => {
    renderOpen(<DecksPane />, someView({ design: { trays: [someTray()] } }))
    expect(screen.queryByRole('option', { name: /bars of the frame/ })).toBeNull()
  })

  it('reads holes that are there line by line and names a bad line', async () => {
    const view = someView({ design: { trays: [someTray()] } })
    const changes = renderOpen(<DecksPane />, view)
    const holes = screen.getByLabelText(/u, v, diameter/)
    await userEvent.type(holes, '10, 20, 3.4{enter}nonsense')
    await userEvent.tab()
    expect((await screen.findByRole('alert')).textContent).toContain('Line 2 is "nonsense"')
    await userEvent.clear(holes)
    await userEvent.type(holes, '10, 20, 3.4')
    await userEvent.tab()
    const change = vi.mocked(changes.edit).mock.calls[0]?.[1]
    expect(change?.(view.design).trays[0]?.drilled).toEqual([{ uMm: 10, vMm: 20, diaMm: 3.4 }])
  })
})

describe('cables, pockets, mock-up', () => {
  it('shows the length that a route needs and that the cable at hand is short', () => {
    const link: Schemas['Link'] = {
      id: 'l',
      fromDeviceId: 'a',
      fromPortId: 'p',
      toDeviceId: 'b',
      toPortId: 'p',
      cable: 'coax-rg-174',
      lengthMm: 100,
      cutsThrough: false,
    }
    renderOpen(
      <LinksPane />,
      someView({
        design: { devices: [device('a'), device('b')], links: [link] },
        plan: {
          routes: [{ linkId: 'l', cable: 'c', from: 'a', to: 'b', pathMm: 190, neededMm: 200, atHandMm: 100, short: true }],
        },
      }),
    )
    expect(screen.getByText(/^needs/).textContent).toContain('needs 200, route 190')
  })

  it('lists pockets with what would fit', async () => {
    serve({
      '/api/projects/': () => [
        { box: { min: { x: 0, y: 0, z: 0 }, max: { x: 100, y: 50, z: 20 } }, volumeL: 0.1, fits: ['Drive 2.5 in'] },
        { box: { min: { x: 0, y: 0, z: 0 }, max: { x: 20, y: 20, z: 20 } }, volumeL: 0.008, fits: [] },
      ],
    })
    renderOpen(<PocketsPane />)
    expect(await screen.findByText('100 × 50 × 20')).toBeTruthy()
    expect(screen.getByText('nothing of the catalog')).toBeTruthy()
  })

  it('sends only what was measured otherwise', async () => {
    serve({
      '/api/projects/': () => ({
        cardMm: 3,
        tabMm: 20,
        cardDm2: 40,
        pieces: [{ id: 'card/front', name: 'Front', lengthMm: 240, widthMm: 90, folds: 2, openings: 1 }],
        lines: [
          { key: 'inside/x', name: 'Inside, left to right', planMm: 176 },
          { key: 'inside/y', name: 'Inside, front to back', planMm: 126 },
        ],
      }),
      '/api/lengths': (r) => ({ mm: Number(new URL(r.url).searchParams.get('text')), text: '' }),
    })
    const changes = renderOpen(<MockUpPane />)
    const field = await screen.findByLabelText(/Measured: Inside, left to right/)
    await userEvent.type(field, '182{enter}')
    await userEvent.type(screen.getByLabelText(/Measured: Inside, front to back/), '126{enter}')
    await userEvent.click(await screen.findByRole('button', { name: 'Take over 1' }))
    expect(changes.takeMockUp).toHaveBeenCalledWith([{ key: 'inside/x', measuredMm: 182 }])
    expect(within(screen.getByRole('row', { name: /^Front/ })).getByText('240')).toBeTruthy()
  })
})
