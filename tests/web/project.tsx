import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, render } from '@testing-library/react'
import { useState, type ReactNode } from 'react'
import { MemoryRouter } from 'react-router'
import { afterEach, vi } from 'vitest'
import type { Schemas } from '../../web/src/api/client'
import { NoticesProvider } from '../../web/src/kit/notices'
import { PreferencesProvider } from '../../web/src/kit/preferences'
import { ProjectContext } from '../../web/src/project/context'
import type { Changes, ProjectView } from '../../web/src/project/useProject'

afterEach(cleanup)

const box = (x: number, y: number, z: number) => ({ min: { x: 0, y: 0, z: 0 }, max: { x, y, z } })

/** A drawing of the server with one mark of each kind for each of those things. */
export const someSheet = (...of: string[]): Schemas['ScreenSheet'] => ({
  title: 'A drawing',
  widthMm: 100,
  heightMm: 60,
  unitMm: 2,
  marks: of.flatMap((thing, i): Schemas['ScreenMark'][] => [
    { kind: 'area', ink: 'hatch', of: thing, path: 'M1,1 L9,1 L9,5 Z', stuff: 'wood' },
    { kind: 'line', ink: 'outline', of: thing, path: 'M1,1 L9,1 L9,5 Z', dashed: false },
    {
      kind: 'text',
      ink: 'mark',
      of: null,
      u: 10 * i,
      v: 5,
      sizeMm: 3.2,
      widthMm: 8,
      text: `Word ${thing}`,
      anchor: 'middle',
      turnDeg: i * 90,
      figure: null,
    },
  ]),
})

/** A part of 200 x 100 with what the test cuts into it. */
export function somePart(part: Partial<Schemas['Part']> = {}): Schemas['Part'] {
  return {
    id: 'shell/front',
    pose: null,
    name: 'Front',
    kind: 'panel',
    materialId: 'birch-plywood',
    material: 'Birch plywood',
    nominalMm: 12,
    thicknessMm: 11.9,
    lengthMm: 200,
    widthMm: 100,
    blankLengthMm: 200,
    blankWidthMm: 100,
    grain: true,
    massG: 160,
    seenFrom: 'outside',
    farSide: 'inside',
    barId: null,
    box: box(200, 12, 100),
    rings: [],
    frame: { origin: { x: 0, y: 0, z: 0 }, u: 'right', v: 'up' },
    features: [],
    fingerprint: 'abc',
    state: 'toDo',
    stale: false,
    whys: [
      {
        figure: 'length',
        value: 200,
        unit: 'mm',
        formula: 'sum of the terms',
        terms: [{ name: 'outer width', value: 200, unit: 'mm', from: 'brief' }],
        source: 'geometry of the box',
      },
    ],
    flat: true,
    body: [box(200, 12, 100)],
    closes: null,
    begun: false,
    leafOf: null,
    plies: 1,
    print: null,
    ...part,
  }
}

export function someHole(hole: Partial<Schemas['FeatureHole']> = {}): Schemas['FeatureHole'] {
  return {
    kind: 'hole',
    id: 'sbc/1',
    for: 'sbc',
    purpose: 'Board, hole 1',
    from: 'seen',
    at: { u: 30, v: 40 },
    diaMm: 2.9,
    depthMm: null,
    thread: null,
    sinkDiaMm: null,
    sinkDeg: null,
    counterboreDiaMm: null,
    counterboreDeepMm: null,
    drillWhy: 'clearance for M2.5',
    placeWhy: 'where the board stands',
    depthWhy: null,
    ...hole,
  }
}

/** A device on the bottom as it comes from the catalog. */
export function someDevice(device: Partial<Schemas['Device']> = {}): Schemas['Device'] {
  return {
    id: 'b',
    modelId: 'board',
    name: 'The board',
    deckId: 'panel/bottom',
    uMm: 0,
    vMm: 0,
    quarterTurns: 0,
    mounting: { by: 'ownFixings', standoffMm: null, screwLengthMm: null, washerMm: 0 },
    rebateToMm: null,
    grille: null,
    closedPorts: [],
    farFace: false,
    turnedOver: false,
    marking: null,
    locked: false,
    ...device,
  }
}

/** A level plate on rails. */
export function someTray(tray: Partial<Schemas['Tray']> = {}): Schemas['Tray'] {
  return {
    id: 'tray-1',
    name: 'Main tray',
    materialId: 'aluminium-5052',
    nominalMm: 2,
    measuredMm: null,
    undersideMm: 40,
    gapMm: 1,
    support: 'rails',
    railBarId: 'bar',
    plane: 'level',
    drawer: null,
    drilled: [],
    locked: false,
    stiffenerBarId: null,
    housingMm: null,
    flanges: null,
    ...tray,
  }
}

const edges: Schemas['EdgeId'][] = [
  'frontLeft',
  'frontRight',
  'backLeft',
  'backRight',
  'frontBottom',
  'frontTop',
  'backBottom',
  'backTop',
  'leftBottom',
  'leftTop',
  'rightBottom',
  'rightTop',
]
const faces: Schemas['Face'][] = ['left', 'right', 'front', 'back', 'bottom', 'top']

/** A small project as the server sends it; only what stations read. */
export function someView(
  view: {
    plan?: Partial<Schemas['BuildPlan']>
    design?: Partial<Schemas['Design']>
    milled?: Schemas['ProjectView']['milled']
    consequences?: Schemas['Consequences']
  } = {},
): ProjectView {
  return {
    id: '00000000-0000-0000-0000-000000000001',
    revision: 4,
    canUndo: true,
    canRedo: false,
    knewOtherwise: false,
    design: {
      name: 'Marsh box',
      engraved: null,
      brief: {
        purpose: 'x',
        place: 'desk',
        limitWidthMm: null,
        limitDepthMm: null,
        limitHeightMm: null,
        quantity: 1,
        budgetCents: null,
        oldCaseVolumeL: null,
        notes: '',
        standsOn: 'bottom',
        carriesKg: null,
        service: [],
        hoursPerDay: null,
        workDaysPerWeek: 5,
        startOn: null,
        dueOn: null,
        baselineCents: null,
        likeness: null,
        home: { temperatureC: 21, driestPercent: 30, dampestPercent: 60 },
        criteria: [],
        options: [],
      },
      box: {
        widthMm: 200,
        depthMm: 150,
        heightMm: 100,
        basis: 'outer',
        panels: faces.map((face) => ({
          face,
          materialId: 'birch-plywood',
          nominalMm: 12,
          measuredMm: null,
          hold: face === 'top' ? 'removable' : 'fixed',
          grain: 'alongU',
          insetMm: 0,
          hingeAt: null,
          drilled: [],
          fit: null,
          floats: false,
          showsInside: false,
        })),
        edges: edges.map((id) => ({
          id,
          covers: id.startsWith('front') ? 'front' : id.startsWith('back') ? 'back' : id.startsWith('left') ? 'left' : 'right',
          joint: 'buttGlued',
          depthMm: null,
          blockBarId: null,
          splined: false,
          plugged: false,
        })),
        feet: null,
      },
      trays: [],
      devices: [],
      links: [],
      structures: [],
      glueUp: { glue: 'PVA yellow (aliphatic)', stages: 1, caulMm: 20 },
      ...view.design,
    },
    plan: {
      format: 'anvil-plan/plan',
      schema: 4,
      sideOutline: null,
      name: 'Marsh box',
      outer: box(200, 150, 100),
      inner: { min: { x: 12, y: 12, z: 12 }, max: { x: 188, y: 138, z: 88 } },
      devices: [],
      chains: [],
      edges: edges.map((edge) => {
        const [host, mate] = edge.split(/(?=[A-Z])/).map((f) => f.toLowerCase()) as [Schemas['Face'], Schemas['Face']]
        return {
          edge,
          host,
          mate,
          joint: 'buttGlued',
          entryMm: 0,
          lengthMm: 100,
          lid: host,
          blockId: null,
          leastCornerMm: 0,
          mostCornerMm: 0,
        }
      }),
      made: (view.plan?.parts ?? [])
        .filter((p) => p.leafOf === null)
        .map((p) => ({
          ...{ id: p.id, name: p.name, massG: p.massG, fingerprint: p.fingerprint, state: p.state, stale: p.stale },
          faceIds: [p.id],
          bendIds: [],
          blank: {
            kind: 'sheet',
            ...{ materialId: p.materialId, material: p.material, nominalMm: p.nominalMm, thicknessMm: p.thicknessMm },
            ...{ lengthMm: p.lengthMm, widthMm: p.widthMm, cutLengthMm: p.blankLengthMm, cutWidthMm: p.blankWidthMm },
            ...{ grain: p.grain, plies: p.plies },
          },
        })),
      layouts: [],
      holds: [],
      fittings: [],
      views: [],
      glue: {
        glue: '',
        roomC: 20,
        leastC: 10,
        workingMin: 8,
        clampMin: 30,
        fullStrengthH: 24,
        glueMl: null,
        stages: [],
        needed: 1,
        missingClamps: 0,
        squares: [],
      },
      meetings: [],
      movement: { air: { nowPercent: 9.2, driestPercent: 6.2, dampestPercent: 10.9 }, parts: [] },
      loads: [],
      parts: faces.map((f) => somePart({ id: 'shell/' + f, name: f, closes: f })),
      mountPoints: [],
      standoffs: [],
      fixings: [],
      screws: [],
      ports: [],
      fans: [],
      rooms: [],
      routes: [],
      decision: { cells: [], totals: [], tips: [], asked: 0, builtTotal: null },
      likeness: null,
      checkList: [],
      cuts: { sheets: [], bars: [], tooLarge: [], toBuy: [], sheetCount: 0, sheetUse: 0.5, stockCents: 0 },
      work: { operations: [], links: [], circle: [], minutes: 0 },
      cost: {
        purchase: [],
        fromSalvage: [],
        stockCents: 0,
        hardwareCents: 0,
        fastenerCents: 0,
        labourCents: 0,
        hours: 2,
        fastenerMassG: 0,
        totalCents: 12345,
      },
      findings: [],
      tally: {
        widthMm: 200,
        depthMm: 150,
        heightMm: 100,
        standsHighMm: 100,
        volumeL: 3,
        filledShare: 0.1,
        massG: 1500,
        parts: 6,
        holes: 12,
        sheets: 1,
        sheetUse: 0.5,
        costCents: 12345,
        hours: 2,
        heatW: 9,
        stops: 0,
        warns: 0,
        notes: 0,
      },
      hasStop: false,
      ...view.plan,
    },
    milled: view.milled ?? {},
    consequences: view.consequences ?? null,
  }
}

export function someChanges(): Changes {
  const nothing = () => vi.fn().mockResolvedValue(undefined)
  return {
    busy: false,
    problem: null,
    failed: null,
    clear: vi.fn(),
    edit: nothing(),
    addDevice: nothing(),
    moveDevice: nothing(),
    setLayer: nothing(),
    addStructure: nothing(),
    removeStructure: nothing(),
    moveLevel: nothing(),
    putFigure: nothing(),
    takeCorner: nothing(),
    takeArrangement: nothing(),
    takeMockUp: nothing(),
    undo: nothing(),
    redo: nothing(),
    goTo: nothing(),
    applyRemedy: nothing(),
    mendAll: nothing(),
    reload: nothing(),
  }
}

/** Renders a piece of a station with an open project round it, and gives the changes that it asked for. */
export function renderOpen(piece: ReactNode, view: ProjectView = someView(), focus: string | null = null) {
  const changes = someChanges()
  function Open() {
    const [at, setFocus] = useState(focus)
    return <ProjectContext value={{ view, changes, focus: at, setFocus }}>{piece}</ProjectContext>
  }
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } })
  render(
    <QueryClientProvider client={queries}>
      <PreferencesProvider>
        <NoticesProvider>
          <MemoryRouter>
            <Open />
          </MemoryRouter>
        </NoticesProvider>
      </PreferencesProvider>
    </QueryClientProvider>,
  )
  return changes
}

/** Answers the server's requests of one test by the beginning of their path. */
/** As the server says it. */
export const usual: Schemas['UsualDecisions'] = {
  feet: { diaMm: 20, heightMm: 12, insetMm: 25 },
  engraved: { depthMm: 0.3, cutterDeg: 60 },
  plate: { materialId: 'aluminium-5052', nominalMm: 3, revealMm: null, bevelDeg: 0 },
  tray: {
    id: 'tray-1',
    name: 'Tray 1',
    materialId: 'aluminium-5052',
    nominalMm: 2,
    measuredMm: null,
    undersideMm: 30,
    gapMm: 1,
    support: 'rails',
    railBarId: 'aluminium-6061-15x15',
    plane: 'level',
    drawer: null,
    drilled: [],
    locked: false,
    stiffenerBarId: null,
    housingMm: null,
    flanges: null,
  },
  flanges: { edges: 'walls', behind: false, heightMm: 20, radiusMm: 2, turnDeg: 90, join: 'rivetNuts' },
}

export function serve(answers: Record<string, (request: Request) => unknown>) {
  const all: typeof answers = { ...answers, '/api/usual': () => usual }
  vi.stubGlobal(
    'fetch',
    vi.fn(async (input: Request | string) => {
      const request = input instanceof Request ? input : new Request(new URL(input, window.location.origin))
      const url = new URL(request.url)
      const found = Object.entries(all).find(([path]) => (url.pathname + url.search).startsWith(path))
      const body = found ? await found[1](request) : { status: 404, detail: 'not served in this test' }
      const status = found && !(body as { status?: number } | null)?.status ? 200 : ((body as { status?: number }).status ?? 404)
      // a text is a file, all else an answer
      return new Response(typeof body === 'string' ? body : JSON.stringify(body), {
        status,
        headers: { 'Content-Type': 'application/json' },
      })
    }),
  )
}
