import { screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import type { Schemas } from '../../api/client'
import { renderOpen, serve, someDevice, someView } from '../../../../tests/web/project'
import { CheckListPane } from './CheckListPane'
import { HardwareStation } from './HardwareStation'
import { blankModel } from './models'

const board = {
  ...blankModel([]),
  id: 'board',
  name: 'Bell board',
  group: 'Boards',
  holes: [{ xMm: 5, yMm: 5, diaMm: 3, thread: null }],
}
const button: Schemas['HardwareModel'] = {
  ...blankModel([]),
  id: 'button',
  name: 'Push-button',
  group: 'Panel controls',
  mount: 'panelNut',
  panelMinMm: 1,
  panelMaxMm: 8,
  inPanel: true,
  threadSize: null,
}
const catalog = () => ({ materials: [], sheets: [], bars: [], own: {}, hardware: [board, button], threads: ['M3', 'M4'] })

describe('the hardware station', () => {
  it('finds models by every word that is typed', async () => {
    serve({ '/api/catalog': catalog })
    renderOpen(<HardwareStation />)
    await screen.findByRole('button', { name: 'Bell board' })
    await userEvent.type(screen.getByLabelText('Search the catalog'), 'panel push')
    expect(screen.queryByRole('button', { name: 'Bell board' })).toBeNull()
    expect(screen.getByRole('button', { name: 'Push-button' })).toBeTruthy()
    await userEvent.type(screen.getByLabelText('Search the catalog'), ' xyz')
    expect(screen.getByText('No model matches “panel push xyz”.')).toBeTruthy()
  })

  it('offers a panel device the front and a board the bottom, and lets the server find the place', async () => {
    serve({ '/api/catalog': catalog })
    const changes = renderOpen(<HardwareStation />)
    await userEvent.click(await screen.findByRole('button', { name: 'Push-button' }))
    await userEvent.click(screen.getByRole('button', { name: 'Add' }))
    expect(changes.addDevice).toHaveBeenLastCalledWith('button', 'panel/front')
    await userEvent.click(screen.getByRole('button', { name: 'Bell board' }))
    await userEvent.click(screen.getByRole('button', { name: 'Add' }))
    expect(changes.addDevice).toHaveBeenLastCalledWith('board', 'panel/bottom')
  })

  it('offers first what fits and says why another deck does not', async () => {
    serve({
      '/api/catalog': catalog,
      '/api/projects/': () => [
        { deckId: 'panel/left', free: true, reason: '' },
        { deckId: 'panel/bottom', free: false, reason: 'No free place is left on it.' },
        { deckId: 'panel/back', free: false, reason: 'The back is open: nothing carries a device there.' },
      ],
    })
    const changes = renderOpen(<HardwareStation />)
    await userEvent.click(await screen.findByRole('button', { name: 'Bell board' }))
    const decks = screen.getByLabelText('Carried by')
    await vi.waitFor(() => expect(within(decks).getAllByRole('option')).toHaveLength(3))
    expect(within(decks).getAllByRole('option')[0]?.textContent).toBe('Left side')
    await userEvent.click(screen.getByRole('button', { name: 'Add' }))
    expect(changes.addDevice).toHaveBeenLastCalledWith('board', 'panel/left')
    await userEvent.selectOptions(decks, 'panel/back')
    expect(screen.getByText('The back is open: nothing carries a device there.')).toBeTruthy()
  })

  it('keeps an own model, and a refused one stays open with its sentence', async () => {
    const sent: Schemas['HardwareModel'][] = []
    serve({
      '/api/catalog/models': async (request) => {
        const [change] = (await request.json()) as Schemas['ModelChange'][]
        if (change) sent.push(change.model)
        return sent.length === 1 ? { status: 422, detail: 'widthMm is 0: it must lie between 1 and 1000.' } : catalog()
      },
      '/api/catalog': catalog,
    })
    renderOpen(<HardwareStation />)
    await screen.findByRole('button', { name: 'Bell board' })
    await userEvent.click(screen.getByRole('button', { name: 'Own model' }))
    const editor = screen.getByRole('heading', { name: 'Own model' }).closest('section') as HTMLElement
    await userEvent.click(within(editor).getAllByRole('button', { name: 'Add' })[0] as HTMLElement)
    expect(within(editor).getByRole('heading', { name: 'Holes: 1' })).toBeTruthy()
    await userEvent.click(within(editor).getByRole('button', { name: 'Keep' }))
    expect((await within(editor).findByRole('alert')).textContent).toContain('widthMm is 0')
    await userEvent.click(within(editor).getByRole('button', { name: 'Keep' }))
    await vi.waitFor(() => expect(screen.queryByRole('heading', { name: 'Own model' })).toBeNull())
    expect(sent[1]).toMatchObject({ id: 'own-board', holes: [{ xMm: 5, yMm: 5, diaMm: 3.2 }] })
  })

  it('takes a port inside and lets it out again', async () => {
    const port: Schemas['Port'] = {
      id: 'usb',
      name: 'USB',
      kind: 'data',
      xMm: 0,
      yMm: 0,
      zMm: 0,
      exit: 'left',
      widthMm: 5,
      heightMm: 5,
      plugWidthMm: 9,
      plugHeightMm: 9,
      reachMm: 2,
      needsOpening: true,
      round: false,
    }
    serve({ '/api/catalog': () => ({ ...catalog(), own: {}, hardware: [{ ...board, ports: [port] }] }) })
    const view = someView({ design: { devices: [someDevice()] } })
    const changes = renderOpen(<HardwareStation />, view, 'device/b')
    await userEvent.click(await screen.findByLabelText('USB reached from outside'))
    const change = vi.mocked(changes.edit).mock.calls[0]?.[1]
    expect(change?.(view.design).devices[0]?.closedPorts).toEqual(['usb'])
  })
})

describe('the check list', () => {
  const lines: Schemas['CheckLine'][] = [
    { deviceId: 'b', kind: 'port', what: 'USB', state: 'provided', where: 'opening in the back panel' },
    { deviceId: 'b', kind: 'need', what: 'power button', state: 'missing', where: 'no device gives it' },
    { deviceId: 'b', kind: 'port', what: 'video', state: 'leftOut', where: 'deliberately not led outside' },
  ]
  it('counts what is missing and shows it alone when asked', async () => {
    renderOpen(<CheckListPane />, someView({ plan: { checkList: lines } }))
    expect(screen.getByRole('heading', { name: 'Check list: 1 missing' })).toBeTruthy()
    expect(screen.getAllByRole('row')).toHaveLength(4)
    await userEvent.selectOptions(screen.getByLabelText('Show'), 'missing')
    expect(screen.getAllByRole('row')).toHaveLength(2)
    expect(screen.getByRole('row', { name: /power button/ }).textContent).toContain('▲ missing')
  })
  it('says so when all is provided', () => {
    renderOpen(<CheckListPane />, someView({ plan: { checkList: lines.slice(0, 1) } }))
    expect(screen.getByRole('heading', { name: 'Check list: all provided' })).toBeTruthy()
  })
})
