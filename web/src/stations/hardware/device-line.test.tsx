import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import type { Schemas } from '../../api/client'
import { renderOpen, serve, someDevice, someView } from '../../../../tests/web/project'
import { HardwareStation } from './HardwareStation'
import { blankModel } from './models'

const inside: Schemas['Port'] = {
  id: 'pins',
  name: 'Header',
  kind: 'header',
  xMm: 0,
  yMm: 0,
  zMm: 5,
  exit: 'up',
  widthMm: 10,
  heightMm: 5,
  plugWidthMm: 12,
  plugHeightMm: 8,
  reachMm: 0,
  needsOpening: false,
  round: false,
}

/** The line of one device, opened. */
function open(device: Partial<Schemas['Device']>, links: Schemas['Link'][] = [], label: Schemas['CheckState'] | null = null) {
  serve({
    '/api/catalog': () => ({
      materials: [],
      sheets: [],
      bars: [],
      threads: [],
      cables: [],
      own: {},
      hardware: [{ ...blankModel([]), id: 'board', ports: [inside] }],
    }),
  })
  const view = someView({
    design: { devices: [someDevice(device)], links },
    plan: { checkList: label ? [{ deviceId: 'b', kind: 'label', what: 'label', state: label, where: '' }] : [] },
  })
  const changes = renderOpen(<HardwareStation />, view, 'device/b')
  return { changed: () => vi.mocked(changes.edit).mock.calls.at(-1)?.[1](view.design).devices[0] }
}

describe('a device in the housing', () => {
  it('leaves an inside port unused on purpose, and takes it back', async () => {
    const first = open({})
    await userEvent.click(await screen.findByLabelText('Header stays unused'))
    expect(first.changed()?.closedPorts).toEqual(['pins'])
  })

  it('does not ask about a port that has its cable', async () => {
    open({}, [
      {
        id: 'l',
        fromDeviceId: 'b',
        fromPortId: 'pins',
        toDeviceId: 'b',
        toPortId: 'pins',
        cable: 'ribbon-1-27-pitch',
        lengthMm: null,
        cutsThrough: false,
      },
    ])
    expect(await screen.findByRole('button', { name: 'Take out' })).toBeTruthy()
    expect(screen.queryByLabelText('Header stays unused')).toBeNull()
  })

  it('labels what shows on a panel, or says that it gets none', async () => {
    const { changed } = open({}, [], 'missing')
    await userEvent.type(await screen.findByLabelText('Label beside it'), 'Gain{enter}')
    expect(changed()?.marking).toBe('Gain')
    await userEvent.click(screen.getByRole('button', { name: 'None' }))
    expect(changed()?.marking).toBe('')
  })

  it('asks for no label where nothing shows', async () => {
    open({})
    expect(await screen.findByRole('button', { name: 'Take out' })).toBeTruthy()
    expect(screen.queryByLabelText('Label beside it')).toBeNull()
  })
})
