import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { renderOpen } from '../../../../tests/web/project'
import { SalvagePane } from './SalvagePane'
import { ToolsPane } from './ToolsPane'

describe('tools on hand', () => {
  const none = { machines: [], drillsMm: [], taps: [] }

  it('adds a machine with an id of its own and reads drills, naming a bad one', async () => {
    const onChange = vi.fn()
    const saw = {
      id: 'tool-1',
      kind: 'saw' as const,
      name: 'saw',
      lengthMm: null,
      widthMm: null,
      heightMm: null,
      thicknessMm: null,
      kerfMm: null,
      toleranceMm: null,
      metal: false,
    }
    renderOpen(<ToolsPane tools={{ ...none, machines: [saw] }} threads={['M3', 'M4']} onChange={onChange} />)
    await userEvent.selectOptions(screen.getByLabelText('Add a machine'), 'laser')
    expect(onChange.mock.calls[0]?.[0].machines[1]).toMatchObject({ id: 'tool-2', kind: 'laser' })
    await userEvent.click(screen.getByLabelText('cuts metal'))
    expect(onChange.mock.calls[1]?.[0].machines[0].metal).toBe(true)
    const drills = screen.getByLabelText(/^Drills/)
    await userEvent.type(drills, '2.5, thick{enter}')
    expect((await screen.findByRole('alert')).textContent).toContain('Drill is "thick"')
    await userEvent.clear(drills)
    await userEvent.type(drills, '2.5 3{enter}')
    expect(onChange.mock.calls.at(-1)?.[0].drillsMm).toEqual([2.5, 3])
    await userEvent.selectOptions(screen.getByLabelText(/^Taps/), 'M3')
    expect(onChange.mock.calls.at(-1)?.[0].taps).toEqual(['M3'])
  })

  it('registers salvage with count and condition', async () => {
    const onChange = vi.fn()
    renderOpen(<SalvagePane items={[]} models={[['relay-2', 'Relay board']]} onChange={onChange} />)
    await userEvent.click(screen.getByRole('button', { name: 'Add a device' }))
    expect(onChange).toHaveBeenCalledWith([{ id: 'salvage-1', kind: 'device', of: 'relay-2', count: 1, condition: 'good' }])
  })
})
