import { fireEvent, screen, waitFor } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Schemas } from '../../api/client'
import { renderOpen, serve, someDevice, someTray, someView } from '../../../../tests/web/project'
import { FitStation } from './FitStation'
import { PlaceEditor } from './PlaceEditor'
import { SectionDrawing, type ViewKey } from './SectionDrawing'

const board = someDevice({ id: 'sbc', modelId: 'sbc-85', name: 'Recorder', deckId: 'tray-1', uMm: 20, vMm: 30, quarterTurns: 3 })

const place = (part: Partial<Schemas['DevicePlace']> = {}): Schemas['DevicePlace'] => ({
  id: 'sbc',
  name: 'Recorder',
  modelId: 'sbc-85',
  deckId: 'tray-1',
  partId: 'tray-1',
  body: { min: { x: 40, y: 50, z: 30 }, max: { x: 110, y: 100, z: 50 } },
  blocks: [{ min: { x: 40, y: 50, z: 30 }, max: { x: 110, y: 100, z: 50 } }],
  standoffMm: 5,
  mirrored: false,
  inPanel: false,
  pose: null,
  ports: [{ id: 'usb', exit: 'right', connector: { min: { x: 110, y: 60, z: 32 }, max: { x: 110, y: 74, z: 40 } } }],
  ...part,
})

const view = () => someView({ design: { devices: [board] }, plan: { devices: [place()] } })

const air: Schemas['Figure'] = { id: 'chain/sbc/z/2', name: 'air, layer 3', mm: 68 }

const text = (u: number, figure: Schemas['Figure'] | null, words: string): Schemas['ScreenMark'] => ({
  kind: 'text',
  ink: 'device',
  of: null,
  u,
  v: 20,
  sizeMm: 3.8,
  widthMm: 10,
  text: words,
  anchor: 'middle',
  turnDeg: 0,
  figure,
})

const outline = (of: string | null): Schemas['ScreenMark'] => ({
  kind: 'line',
  ink: 'device',
  of,
  path: 'M1,1 L9,1 L9,5 Z',
  dashed: false,
})

/** What the server draws: two millimetres of the thing to one of paper, the device on a tray as it is seen in that view. */
const section = (which: string): Schemas['SectionDrawing'] => ({
  sheet: {
    title: 'A section',
    widthMm: 100,
    heightMm: 60,
    unitMm: 2,
    marks: [
      outline('shell/left'),
      outline('device/sbc'),
      // chains are asked for in the large one alone
      ...(which === 'front' ? [text(50, air, '68'), text(60, { id: 'outside/width', name: 'Width', mm: 200 }, '200')] : []),
      text(70, null, 'Recorder'),
    ],
  },
  pushes: [{ deviceId: 'sbc', across: { u: 1, v: 0 }, up: which === 'top' ? { u: 0, v: 1 } : { u: 0, v: 0 } }],
})

const served = {
  '/api/catalog': () => ({ materials: [], sheets: [], bars: [], own: {}, hardware: [], threads: [] }),
  '/api/lengths': (request: Request) => ({
    mm: Number(new URL(request.url).searchParams.get('text')),
    text: '',
    inches: '',
    inchErrorMm: 0,
  }),
  ...Object.fromEntries(
    ['top', 'front', 'side'].map((which) => [
      `/api/projects/00000000-0000-0000-0000-000000000001/drawings/section/${which}`,
      () => section(which),
    ]),
  ),
}

beforeEach(() => serve(served))

const drawn = (move: (id: string, du: number, dv: number) => void, which: ViewKey = 'top', open = view()) =>
  renderOpen(<SectionDrawing view={which} through={null} chains={false} onMove={move} onTurn={() => {}} />, open)

const recorder = () => screen.findByRole('button', { name: /^Recorder/ })

describe('a section', () => {
  it.each([
    ['ArrowRight', {}, 1, 0],
    ['ArrowUp', {}, 0, 1],
    ['ArrowLeft', { shiftKey: true }, -10, 0],
    ['ArrowDown', { altKey: true }, 0, -0.1],
  ] as const)('nudges a device on a tray by %s', async (key, keys, du, dv) => {
    const move = vi.fn()
    drawn(move)
    fireEvent.keyDown(await recorder(), { key, ...keys })
    expect(move).toHaveBeenCalledExactlyOnceWith('sbc', du, dv)
  })

  it('leaves alone what its deck has no way for', async () => {
    const move = vi.fn()
    drawn(move, 'front')
    fireEvent.keyDown(await recorder(), { key: 'ArrowUp' })
    expect(move).not.toHaveBeenCalled()
  })

  it('is dragged as far as the thing is, not as the paper', async () => {
    const move = vi.fn()
    drawn(move)
    const device = await recorder()
    // 96 pixels of a page are 25.4 mm of paper, which are 50.8 of the thing; to half a millimetre
    const point = (type: string, clientX: number) =>
      fireEvent(device, new MouseEvent(type, { bubbles: true, clientX, clientY: 10 }))
    point('pointerdown', 10)
    point('pointermove', 106)
    point('pointerup', 106)
    expect(move).toHaveBeenCalledExactlyOnceWith('sbc', 51, 0)
  })

  it('gives up a drag that ends where it began', async () => {
    const move = vi.fn()
    drawn(move)
    const device = await recorder()
    fireEvent.pointerDown(device, { clientX: 10, clientY: 10, pointerId: 1 })
    fireEvent.pointerUp(device, { clientX: 10, clientY: 10, pointerId: 1 })
    expect(move).not.toHaveBeenCalled()
  })

  it('says which device has a snag', async () => {
    const finding = {
      id: 'x',
      code: 'device-outside',
      severity: 'stop' as const,
      station: 'fit' as const,
      about: '',
      text: 'x',
      places: ['device/sbc'],
    }
    drawn(vi.fn(), 'top', someView({ design: { devices: [board] }, plan: { devices: [place()], findings: [finding] } }))
    expect((await recorder()).getAttribute('aria-label')).toBe('Recorder, has a snag')
  })
})

describe('the figures of a section', () => {
  const type = async (name: string, words: string) => {
    const field = await screen.findByLabelText(name)
    await userEvent.clear(field)
    await userEvent.type(field, words)
    return field
  }

  it('set a layer of a chain by the policy that is chosen', async () => {
    const changes = renderOpen(<FitStation />, view())
    await type('air, layer 3', '15{Enter}')
    await vi.waitFor(() => expect(changes.setLayer).toHaveBeenCalledWith('sbc/z', 2, 15, 'useSlack'))
    await userEvent.click(screen.getByRole('radio', { name: 'box changes' }))
    await type('air, layer 3', '9{Enter}')
    await vi.waitFor(() => expect(changes.setLayer).toHaveBeenCalledWith('sbc/z', 2, 9, 'changeBox'))
  })

  it('set the size over all', async () => {
    const changes = renderOpen(<FitStation />, view())
    await type('Width', '240{Enter}')
    await vi.waitFor(() => expect(changes.putFigure).toHaveBeenCalledWith('outside/width', 240))
  })

  it('are left as they were by Escape, and keep the sentence of a wrong length', async () => {
    serve({
      ...served,
      '/api/lengths': () => ({ status: 422, detail: "'wide' is not a length." }),
    })
    renderOpen(<FitStation />, view())
    const field = await type('Width', 'wide{Enter}')
    expect((await screen.findByRole('alert')).textContent).toContain('not a length')
    await userEvent.type(field, '{Escape}')
    expect((field as HTMLInputElement).value).toBe('200')
    expect(screen.queryByRole('alert')).toBeNull()
  })
})

describe('the fit station', () => {
  it('turns a device from the third quarter back to none', async () => {
    const changes = renderOpen(<FitStation />, view())
    fireEvent.keyDown((await screen.findAllByRole('button', { name: 'Recorder' }))[0] as Element, { key: 'r' })
    const change = vi.mocked(changes.edit).mock.calls[0]?.[1]
    expect(change?.(view().design).devices[0]?.quarterTurns).toBe(0)
  })

  it('adds a tray with an id that is free', async () => {
    const taken = someView({ design: { devices: [{ ...board, id: 'tray-1', deckId: 'panel/bottom' }] } })
    const changes = renderOpen(<FitStation />, taken)
    await userEvent.click(screen.getByRole('radio', { name: 'Decks' }))
    await userEvent.click(screen.getByRole('button', { name: 'Add a tray' }))
    const change = vi.mocked(changes.edit).mock.calls[0]?.[1]
    expect(change?.(taken.design).trays.map((t) => t.id)).toEqual(['tray-2'])
  })

  it('keeps the box as large as it is when inner sizes are meant instead of outer ones', async () => {
    const changes = renderOpen(<FitStation />, view())
    await userEvent.selectOptions(screen.getByRole('combobox', { name: 'These are' }), 'inside')
    const change = vi.mocked(changes.edit).mock.calls[0]?.[1]
    expect(change?.(view().design).box).toMatchObject({ basis: 'inner', widthMm: 176, depthMm: 126, heightMm: 76 })
  })
})

describe('the chosen device', () => {
  const drilled = [{ uMm: 10, vMm: 10, diaMm: 3 }]
  const open = (part: Partial<Schemas['Device']> = {}) => {
    const view = someView({
      design: {
        devices: [someDevice({ id: 'sbc', deckId: 'tray-1', ...part })],
        trays: [someTray({ plane: 'facesFront', drilled })],
      },
      plan: { devices: [place()] },
    })
    serve({
      '/api/catalog': () => ({
        materials: [],
        sheets: [],
        bars: [],
        threads: [],
        cables: [],
        own: {},
        hardware: [{ id: 'board', mount: 'standoffs', ports: [] }],
      }),
      '/api/lengths': (r) => ({ mm: Number(new URL(r.url).searchParams.get('text')) }),
    })
    const changes = renderOpen(<FitStation />, view, 'device/sbc')
    const changed = () => vi.mocked(changes.edit).mock.calls.at(-1)?.[1](view.design).devices[0]
    return { changed }
  }

  it.each([
    ['On the far face of Main tray', { farFace: true }],
    ['Stays here when a shell is searched', { locked: true }],
  ])('ticks “%s”', async (label, wanted) => {
    const { changed } = open()
    await userEvent.click(screen.getByLabelText(label))
    expect(changed()).toMatchObject(wanted)
  })

  const SCREWS = { standoffMm: 6, screwLengthMm: null, washerMm: 0.5 }

  it('is held in one way, and keeps its screws while it is screwed', async () => {
    const { changed } = open({ mounting: { by: 'ownFixings', ...SCREWS } })
    await screen.findByLabelText('Turned over, component side to the deck')
    const held = screen.getByLabelText('Held by')
    await userEvent.selectOptions(held, 'the 1 holes that are there')
    expect(changed()?.mounting).toEqual({ by: 'deckHoles', ...SCREWS })
    await userEvent.selectOptions(held, 'hook-and-loop')
    expect(changed()?.mounting).toMatchObject({ by: 'sticking', kind: 'hookAndLoop', widthMm: 20 })
  })

  it('keeps the strip when its length changes and drops it with the screws', async () => {
    const { changed } = open({ mounting: { by: 'sticking', kind: 'foamTape', widthMm: 15, lengthMm: 40 } })
    await screen.findByLabelText('Turned over, component side to the deck')
    const length = screen.getByLabelText(/^Strip length/)
    await userEvent.clear(length)
    await userEvent.type(length, '55{enter}')
    await vi.waitFor(() => expect(changed()?.mounting).toEqual({ by: 'sticking', kind: 'foamTape', widthMm: 15, lengthMm: 55 }))
    await userEvent.selectOptions(screen.getByLabelText('Held by'), 'its screws')
    expect(changed()?.mounting).toEqual({ by: 'ownFixings', standoffMm: null, screwLengthMm: null, washerMm: 0 })
  })

  it('lets the planner choose the standoff again when a board is turned over', async () => {
    const { changed } = open({ mounting: { by: 'ownFixings', ...SCREWS } })
    await userEvent.click(await screen.findByLabelText('Turned over, component side to the deck'))
    expect(changed()).toMatchObject({ turnedOver: true, mounting: { standoffMm: null, washerMm: 0.5 } })
  })

  it('names the corner that u and v count from by the plane of its plate, and takes an adapter out', async () => {
    const { changed } = open({
      mounting: { by: 'adapter', plate: { materialId: 'aluminium-5052', nominalMm: 3, revealMm: null, bevelDeg: 0 }, ...SCREWS },
    })
    expect(screen.getByText(/Seen from the front, from the lower left corner of the plate/)).toBeTruthy()
    await userEvent.selectOptions(await screen.findByLabelText('Held by'), 'its screws')
    expect(changed()?.mounting).toEqual({ by: 'ownFixings', ...SCREWS })
  })
})

describe('keys in a row', () => {
  it('are walked by arrows and wrap round', async () => {
    renderOpen(<FitStation />)
    const chains = screen.getByRole('radio', { name: 'Views' })
    chains.focus()
    const down = (name: string) =>
      waitFor(() => expect(screen.getByRole('radio', { name }).getAttribute('aria-checked')).toBe('true'))
    // an arrow chooses while it is held
    await userEvent.keyboard('{ArrowLeft>}')
    await down('Pockets')
    await userEvent.keyboard('{/ArrowLeft}{ArrowRight>}')
    await down('Views')
    await userEvent.keyboard('{/ArrowRight}{ArrowRight>}')
    await down('Decks')
    expect(screen.getAllByRole('radio', { checked: true })).toHaveLength(3)
  })

  it('measures a device on a wall board from its left edge and writes its place as files have it', async () => {
    const design = {
      devices: [someDevice({ id: 'sbc', modelId: 'sbc-85', name: 'Recorder', deckId: 'panel/back', uMm: 90, vMm: 30 })],
      structures: [{ system: 'backBoard' }] as unknown as Schemas['Structure'][],
    }
    const change = vi.fn()
    renderOpen(
      <PlaceEditor device={design.devices[0] as Schemas['Device']} onChange={change} />,
      someView({ design, plan: { devices: [place({ deckId: 'panel/back', mirrored: true })] } }),
      'device/sbc',
    )
    // 40 from the left of a board 200 wide; 90 from the other edge, as it is 70 wide
    const u = screen.getByLabelText('u from the left mm')
    expect((u as HTMLInputElement).value).toBe('40')
    expect(screen.getByText(/Seen from the front, from the lower left corner of the board/)).toBeTruthy()
    await userEvent.clear(u)
    await userEvent.type(u, '55{Enter}')
    const how = change.mock.calls[0]?.[1] as (d: Schemas['Device']) => Schemas['Device']
    expect(how(design.devices[0] as Schemas['Device']).uMm).toBe(75)
  })
})
