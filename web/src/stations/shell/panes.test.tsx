import { screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import type { Schemas } from '../../api/client'
import { renderOpen, serve, someTray, someView } from '../../../../tests/web/project'
import { CornersPane } from './CornersPane'
import { GluePane } from './GluePane'
import { LevelsPane } from './LevelsPane'
import { MeetingsPane } from './MeetingsPane'

const id = '00000000-0000-0000-0000-000000000001'

const glue: Schemas['GluePlan'] = {
  glue: 'PVA yellow (aliphatic)',
  roomC: 20,
  leastC: 10,
  workingMin: 8,
  clampMin: 30,
  fullStrengthH: 24,
  glueMl: 11.2,
  needed: 2,
  missingClamps: 0,
  stages: [
    {
      number: 1,
      pieceIds: ['shell/left', 'shell/front'],
      pieces: ['Left side', 'Front'],
      joints: 1,
      lineMm: 140,
      minutes: 9.4,
      clamps: [{ across: 'the width', opensMm: 360, count: 2, what: 'front pressed by left' }],
    },
  ],
  squares: [{ name: 'seen from above', widthMm: 300, heightMm: 200, diagonalMm: 360.6, allowMm: 0.36, stage: 1 }],
}

describe('the glue-up', () => {
  it('tells pieces, time against the glue, clamps, and changes glue and goes', async () => {
    serve({ '/api/glues': () => [{ name: 'PVA yellow (aliphatic)' }, { name: 'PVA slow / extended' }] })
    const view = someView({ plan: { glue } })
    const changes = renderOpen(<GluePane />, view)
    expect(screen.getByText('Left side, Front')).toBeDefined()
    expect(screen.getByText(/longer than the glue allows/)).toBeDefined()
    expect(screen.getByText('2 clamps')).toBeDefined()
    await screen.findByRole('option', { name: 'PVA slow / extended' })
    await userEvent.selectOptions(screen.getByLabelText('Glue'), 'PVA slow / extended')
    expect(vi.mocked(changes.edit).mock.calls[0]?.[1](view.design).glueUp).toEqual({
      glue: 'PVA slow / extended',
      stages: 1,
      caulMm: 20,
    })
    await userEvent.clear(screen.getByLabelText('Goes'))
    await userEvent.type(screen.getByLabelText('Goes'), '2{Enter}')
    expect(vi.mocked(changes.edit).mock.calls[1]?.[1](view.design).glueUp.stages).toBe(2)
  })

  it('reads two diagonals and says what the server makes of them', async () => {
    const asked: unknown[] = []
    serve({
      '/api/glues': () => [],
      '/api/lengths': (r) => ({ mm: Number(new URL(r.url).searchParams.get('text')) }),
      [`/api/projects/${id}/square`]: async (r) => {
        asked.push(await r.json())
        return { offMm: 2, skewDeg: 0.3, shiftMm: 1.1, square: false, say: 'The top has to go 1.1 mm to the left.' }
      },
    })
    renderOpen(<GluePane />, someView({ plan: { glue } }))
    await userEvent.type(screen.getByLabelText(/^Lower left to upper right/), '361{Enter}')
    await userEvent.type(screen.getByLabelText(/^Lower right to upper left/), '359{Enter}')
    expect((await screen.findByRole('status')).textContent).toContain('1.1 mm to the left')
    expect(asked).toEqual([{ frame: 'seen from above', firstMm: 361, secondMm: 359 }])
  })

  it('says so when nothing is glued', () => {
    serve({ '/api/glues': () => [] })
    renderOpen(<GluePane />)
    expect(screen.getByText(/Nothing of wood is glued/)).toBeDefined()
  })
})

describe('fits and loads', () => {
  it('shows room, spread and what is left, judged by the worst case for few sizes', () => {
    const meeting: Schemas['Meeting'] = {
      id: 'shell/top/width',
      what: 'Top between left and right',
      terms: [
        { name: 'front', nominalMm: 176, sign: 1, plusMinusMm: 0.25, from: 'sawn' },
        { name: 'top', nominalMm: 176, sign: -1, plusMinusMm: 0.25, from: 'sawn' },
      ],
      gapMm: 0,
      worstMm: 0.5,
      rssMm: 0.35,
      byRss: false,
      wanted: null,
      reached: 'press',
      places: ['shell/top'],
      leastMm: -0.5,
      closes: false,
    }
    const load: Schemas['LoadCase'] = {
      id: 'top',
      place: 'shell/top',
      what: 'Top under 20 kg in its middle',
      kind: 'sag',
      value: 0.22,
      limit: 0.36,
      why: 'F L³ / 48 E I',
      holds: true,
    }
    renderOpen(
      <MeetingsPane />,
      someView({
        plan: {
          meetings: [meeting],
          loads: [load, { ...load, id: 'm', kind: 'hold', what: 'Magnets at the top', value: 8, limit: 3, holds: false }],
          movement: {
            air: { nowPercent: 9.2, driestPercent: 6.2, dampestPercent: 10.9 },
            parts: [{ partId: 'shell/front', name: 'Front', acrossMm: 144, shrinkMm: 1.1, swellMm: 0.6 }],
          },
        },
      }),
    )
    const row = screen.getByRole('row', { name: /Top between left and right/ })
    expect(row.textContent).toContain('▲ -0.5')
    expect(row.textContent).toContain('− top 176 ± 0.25 (sawn)')
    expect(screen.getByRole('row', { name: /Front 144 1.1 0.6/ })).toBeDefined()
    expect(screen.getByText('✓ 0.22 mm')).toBeDefined()
    expect(screen.getByText('▲ 8.0 N')).toBeDefined()
  })
})

const option = (method: Schemas['CornerMethod'], possible = true): Schemas['CornerOption'] => ({
  method,
  outsideRadiusMm: 30,
  insideRadiusMm: 18,
  insideLossMm: 18,
  visible: 'fine lines',
  hours: 2,
  materialCents: 300,
  skill: 3,
  scrapRisk: 0.25,
  testPieces: 2,
  possible,
  leastRadiusMm: 20,
  mostRadiusMm: null,
  note: possible ? '8 cuts' : 'the radius is too small',
})
const nothing = {
  shifts: [],
  partsAdded: [],
  partsRemoved: [],
  partsChanged: ['shell/front'],
  partNames: { 'shell/front': 'Front' },
  workLost: [],
  findingsGained: [],
  findingsLost: [],
}

describe('corners', () => {
  const wrap: Schemas['StructureBentWrap'] = {
    system: 'bentWrap',
    id: 'wrap',
    path: ['front', 'top'],
    corners: [{ edge: 'frontTop', method: 'mitred', radiusMm: 30, planB: 'cornerBlock' }],
    webMm: null,
    cutterTaperDeg: 10,
    cutterTipMm: 1,
  }

  it('of a wrap are taken by school, with plan B kept beside', async () => {
    serve({
      [`/api/projects/${id}/structures/wrap/corners`]: () => [
        {
          corner: wrap.corners[0],
          options: [option('mitred'), option('straightKerf'), option('laminated', false)],
          planB: nothing,
        },
      ],
      [`/api/projects/${id}/edges`]: () => [],
    })
    const view = someView({ design: { structures: [wrap] } })
    const changes = renderOpen(<CornersPane edge="frontLeft" />, view)
    const row = await screen.findByRole('row', { name: /straight kerfs/ })
    expect(screen.getByRole('note').textContent).toContain('1 parts touched')
    expect(within(screen.getByRole('row', { name: /laminated plies/ })).getByRole('button')).toHaveProperty('disabled', true)
    await userEvent.click(within(row).getByRole('button', { name: 'Take' }))
    expect(vi.mocked(changes.edit).mock.calls[0]?.[1](view.design).structures).toMatchObject([
      { corners: [{ method: 'straightKerf' }] },
    ])
    await userEvent.selectOptions(screen.getByLabelText('Plan B'), '')
    expect(vi.mocked(changes.edit).mock.calls[1]?.[1](view.design).structures).toMatchObject([{ corners: [{ planB: null }] }])
  })

  it('of any other edge are compared with what each would change, and taken', async () => {
    serve({
      [`/api/projects/${id}/edges/frontLeft/corners`]: () => [
        { option: option('mitred'), effect: nothing },
        { option: option('laminated', false), effect: null },
      ],
    })
    const changes = renderOpen(<CornersPane edge="frontLeft" />)
    const row = await screen.findByRole('row', { name: /mitred/ })
    expect(row.textContent).toContain('1 parts touched')
    await userEvent.click(within(row).getByRole('button', { name: 'Take' }))
    expect(changes.takeCorner).toHaveBeenCalledWith('frontLeft', 'mitred', 30)
    expect(within(screen.getByRole('row', { name: /laminated/ })).getByRole('button')).toHaveProperty('disabled', true)
  })
})

describe('levels', () => {
  it('are swapped and turned, with what it does to the cables', async () => {
    serve({
      [`/api/projects/${id}/levels`]: () => [
        { levelA: 'a', levelB: 'b', cableMm: 310, changeMm: -40, short: [] },
        { levelA: 'a', levelB: null, cableMm: 380, changeMm: 30, short: ['ribbon'] },
      ],
    })
    const trays = [someTray({ id: 'a', name: 'Low' }), someTray({ id: 'b', name: 'High' })]
    const changes = renderOpen(<LevelsPane />, someView({ design: { trays } }))
    const swap = await screen.findByRole('row', { name: /swap Low and High/ })
    expect(swap.textContent).toContain('-40')
    expect(screen.getByText('too short: ribbon')).toBeDefined()
    await userEvent.click(within(swap).getByRole('button', { name: 'Do it' }))
    await waitFor(() => expect(changes.moveLevel).toHaveBeenCalledWith('a', 'b'))
  })
})
