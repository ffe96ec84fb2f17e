import { fireEvent, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Schemas } from '../../api/client'
import { renderOpen, serve, someDevice, someTray, someView } from '../../../../tests/web/project'
import { BoxView } from './BoxView'
import { ChainEditor } from './ChainEditor'
import { FitStation } from './FitStation'
import { PlaceEditor } from './PlaceEditor'

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

const chains: Schemas['Chain'][] = [
  {
    id: 'sbc/z',
    axis: 'z',
    leans: false,
    through: 'sbc',
    title: 'Z through Recorder',
    totalMm: 100,
    slackMm: 68,
    layers: [
      { what: 'Bottom', fromMm: 0, thicknessMm: 12, kind: 'fixed', handle: 'panel/bottom' },
      { what: 'Recorder', fromMm: 12, thicknessMm: 20, kind: 'fixed', handle: null },
      { what: 'air', fromMm: 32, thicknessMm: 68, kind: 'slack', handle: 'box' },
    ],
  },
  {
    id: 'sbc/x',
    axis: 'x',
    leans: false,
    through: 'sbc',
    title: 'X through Recorder',
    totalMm: 200,
    slackMm: 0,
    layers: [{ what: 'Left side', fromMm: 0, thicknessMm: 200, kind: 'fixed', handle: null }],
  },
]

const view = () => someView({ design: { devices: [board] }, plan: { devices: [place()], chains } })

beforeEach(() =>
  serve({
    '/api/catalog': () => ({ materials: [], sheets: [], bars: [], own: {}, hardware: [], threads: [] }),
    '/api/lengths': (request) => ({
      mm: Number(new URL(request.url).searchParams.get('text')),
      text: '',
      inches: '',
      inchErrorMm: 0,
    }),
  }),
)

describe('a view of the box', () => {
  it.each([
    ['ArrowRight', {}, 1, 0],
    ['ArrowUp', {}, 0, 1],
    ['ArrowLeft', { shiftKey: true }, -10, 0],
    ['ArrowDown', { altKey: true }, 0, -0.1],
  ] as const)('nudges a device on a tray by %s', (key, keys, du, dv) => {
    const move = vi.fn()
    renderOpen(<BoxView which="top" margin={20} onMove={move} onTurn={() => {}} />, view())
    fireEvent.keyDown(screen.getByRole('button', { name: 'Recorder' }), { key, ...keys })
    expect(move).toHaveBeenCalledExactlyOnceWith('sbc', du, dv)
  })

  it('leaves the height of a device on a tray alone', () => {
    const move = vi.fn()
    renderOpen(<BoxView which="front" margin={20} onMove={move} onTurn={() => {}} />, view())
    fireEvent.keyDown(screen.getByRole('button', { name: 'Recorder' }), { key: 'ArrowUp' })
    expect(move).not.toHaveBeenCalled()
  })

  it('counts u of the back from its other end, as seen from outside', () => {
    const move = vi.fn()
    renderOpen(
      <BoxView which="front" margin={20} onMove={move} onTurn={() => {}} />,
      someView({
        design: { devices: [{ ...board, deckId: 'panel/back' }] },
        plan: { devices: [place({ deckId: 'panel/back' })] },
      }),
    )
    fireEvent.keyDown(screen.getByRole('button', { name: 'Recorder' }), { key: 'ArrowRight' })
    expect(move).toHaveBeenCalledWith('sbc', -1, 0)
  })

  it('turns a device by its key and says which has a snag', () => {
    const turn = vi.fn()
    const finding = {
      id: 'x',
      code: 'device-outside',
      severity: 'stop' as const,
      station: 'fit' as const,
      about: '',
      text: 'x',
      places: ['device/sbc'],
    }
    renderOpen(
      <BoxView which="top" margin={20} onMove={() => {}} onTurn={turn} />,
      someView({ design: { devices: [board] }, plan: { devices: [place()], findings: [finding] } }),
    )
    fireEvent.keyDown(screen.getByRole('button', { name: 'Recorder, has a snag' }), { key: 'r' })
    expect(turn).toHaveBeenCalledWith('sbc')
  })

  it('measures the chosen device to the inner walls', () => {
    renderOpen(<BoxView which="top" margin={20} onMove={() => {}} onTurn={() => {}} />, view(), 'device/sbc')
    // inner 12..188 and 12..138 against a body 40..110 and 50..100
    const drawing = screen.getByRole('group', { name: /From above/ })
    for (const text of ['28', '78', '38']) expect(within(drawing).getAllByText(text).length).toBeGreaterThan(0)
  })

  it('gives up a drag that ends where it began', () => {
    const move = vi.fn()
    renderOpen(<BoxView which="top" margin={20} onMove={move} onTurn={() => {}} />, view())
    const device = screen.getByRole('button', { name: 'Recorder' })
    fireEvent.pointerDown(device, { clientX: 10, clientY: 10, pointerId: 1 })
    fireEvent.pointerUp(device, { clientX: 10, clientY: 10, pointerId: 1 })
    expect(move).not.toHaveBeenCalled()
  })
})

describe('the chain editor', () => {
  it('lists layers with kind and total, and only those that can be set have a field', () => {
    renderOpen(<ChainEditor />, view())
    expect(screen.getByRole('row', { name: /Recorder fixed 20/ })).toBeTruthy()
    expect(screen.getByRole('row', { name: /Total/ }).textContent).toContain('100')
    expect(screen.getAllByRole('textbox')).toHaveLength(2)
  })

  it('sets a layer by the policy that is chosen, and the last air always by the box', async () => {
    const changes = renderOpen(<ChainEditor />, view())
    const bottom = screen.getByLabelText('Bottom, layer 1 mm')
    await userEvent.clear(bottom)
    await userEvent.type(bottom, '15{Enter}')
    await vi.waitFor(() => expect(changes.setLayer).toHaveBeenCalledWith('sbc/z', 0, 15, 'useSlack'))
    await userEvent.click(screen.getByLabelText(/the box changes/))
    await userEvent.clear(bottom)
    await userEvent.type(bottom, '9{Enter}')
    await vi.waitFor(() => expect(changes.setLayer).toHaveBeenCalledWith('sbc/z', 0, 9, 'changeBox'))
    await userEvent.click(screen.getByLabelText(/the air gives way/))
    const air = screen.getByLabelText('air, layer 3 mm')
    await userEvent.clear(air)
    await userEvent.type(air, '60{Enter}')
    await vi.waitFor(() => expect(changes.setLayer).toHaveBeenCalledWith('sbc/z', 2, 60, 'changeBox'))
  })

  it('changes the axis', async () => {
    renderOpen(<ChainEditor />, view())
    await userEvent.selectOptions(screen.getByRole('combobox', { name: 'Running' }), 'left to right')
    expect(screen.getByRole('row', { name: /Left side/ })).toBeTruthy()
  })
})

describe('the fit station', () => {
  it('turns a device from the third quarter back to none', () => {
    const changes = renderOpen(<FitStation />, view())
    fireEvent.keyDown(within(screen.getByRole('group', { name: /From above/ })).getByRole('button', { name: 'Recorder' }), {
      key: 'r',
    })
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
    const chains = screen.getByRole('radio', { name: 'Chains' })
    chains.focus()
    await userEvent.keyboard('{ArrowLeft}')
    expect(screen.getByRole('radio', { name: 'Pockets' }).getAttribute('aria-checked')).toBe('true')
    await userEvent.keyboard('{ArrowRight}{ArrowRight}')
    expect(screen.getByRole('radio', { name: 'Decks' }).getAttribute('aria-checked')).toBe('true')
    expect(screen.getAllByRole('radio', { checked: true })).toHaveLength(2)
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
