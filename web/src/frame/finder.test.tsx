import { screen, waitFor } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { renderOpen, serve, someDevice, someHole, somePart, someView } from '../../../tests/web/project'
import { bindings, holds, keyWords } from './actions'
import Finder from './Finder'

describe('a key', () => {
  it('is told as it stands on the keyboard', () => {
    expect(['mod+shift+z', 'mod+z', 's', '?'].map(keyWords)).toEqual(['Ctrl Shift Z', 'Ctrl Z', 's', '?'])
  })
})

describe('a sign', () => {
  it('is listened for with and without Shift, a letter as it is', () => {
    expect(['?', 's', '5', 'mod+z'].map(bindings)).toEqual([['?', 'shift+?'], ['s'], ['5'], ['mod+z']])
  })
})

describe('what is found', () => {
  it('holds every word in any order', () => {
    expect(holds('Recorder board, hole 3 Main tray', 'tray rec')).toBe(true)
    expect(holds('Recorder board, hole 3 Main tray', 'tray left')).toBe(false)
    expect(holds('anything', '')).toBe(true)
  })
})

describe('the finder', () => {
  const view = () =>
    someView({
      design: { devices: [someDevice({ id: 'sbc', name: 'Recorder board' })] },
      plan: {
        parts: [
          somePart({ id: 'tray-1', name: 'Main tray', features: [someHole({ id: 'sbc/1', purpose: 'Recorder board, hole 1' })] }),
        ],
      },
    })
  it('offers stations and what can be done, then parts, holes and sums by their names', async () => {
    serve({ '/api/calc': () => [{ name: 'sag', title: 'Sag of a shelf', topic: 'Loads' }] })
    const [undo, close] = [vi.fn(), vi.fn()]
    renderOpen(<Finder actions={[{ name: 'Undo', keys: 'mod+z', run: undo }]} onClose={close} />, view())
    const field = screen.getByRole('combobox')
    expect(screen.getByRole('option', { name: /^Mounts/ })).toBeTruthy()
    expect(screen.getByRole('option', { name: /^Undo Ctrl Z/ })).toBeTruthy()
    expect(screen.queryByRole('option', { name: /hole 1/ })).toBeNull()
    await userEvent.type(field, 'tray')
    expect(screen.getAllByRole('option').map((o) => o.textContent)).toEqual([
      expect.stringMatching(/^Main tray/),
      'Recorder board, hole 1Main tray',
    ])
    await userEvent.clear(field)
    await userEvent.type(field, 'sag')
    expect(await screen.findByRole('option', { name: /Sag of a shelf/ })).toBeTruthy()
    await userEvent.clear(field)
    await userEvent.type(field, 'no such thing')
    expect(screen.getByText('Nothing here has that in its name.')).toBeTruthy()
    await userEvent.clear(field)
    await userEvent.type(field, 'undo{Enter}')
    await waitFor(() => expect(undo).toHaveBeenCalledOnce())
    expect(close).toHaveBeenCalledOnce()
  })
})
