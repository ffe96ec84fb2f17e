import { fireEvent, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { renderOpen, someDevice, someView } from '../../../../tests/web/project'
import { BriefStation } from './BriefStation'

describe('use, time and service', () => {
  const view = someView({
    design: { devices: [someDevice({ id: 'fan', name: 'Fan' }), someDevice({ id: 'cell', name: 'Battery' })] },
  })
  const open = (design = view.design) => {
    const changes = renderOpen(<BriefStation />, { ...view, design })
    return { brief: (call = 0) => vi.mocked(changes.edit).mock.calls[call]?.[1](design).brief }
  }

  it('takes days from the calendar and gives them back as open', () => {
    const { brief } = open({ ...view.design, brief: { ...view.design.brief, dueOn: '2026-12-18' } })
    fireEvent.change(screen.getByLabelText('Begin'), { target: { value: '2026-12-01' } })
    expect(brief()?.startOn).toBe('2026-12-01')
    fireEvent.change(screen.getByLabelText('Due'), { target: { value: '' } })
    expect(brief(1)?.dueOn).toBeNull()
  })

  it('keeps prices in cents and the way up', async () => {
    const { brief } = open()
    await userEvent.type(screen.getByLabelText('One like it bought, price'), '119.90{enter}')
    expect(brief()?.baselineCents).toBe(11990)
    await userEvent.selectOptions(screen.getByLabelText('Stands or hangs on its'), 'back')
    expect(brief(1)?.standsOn).toBe('back')
  })

  it('asks how dry and how damp it gets where it stands', async () => {
    const { brief } = open()
    const driest = screen.getByLabelText('Driest at home, % humidity')
    await userEvent.clear(driest)
    await userEvent.type(driest, '25{enter}')
    expect(brief()?.home).toEqual({ temperatureC: 21, driestPercent: 25, dampestPercent: 60 })
    const dampest = screen.getByLabelText('Dampest at home, % humidity')
    await userEvent.clear(dampest)
    await userEvent.type(dampest, '120{enter}')
    expect(screen.getByRole('alert').textContent).toContain('from 5 to 95')
  })

  it('asks for service of a device once, and no more when it is taken out', async () => {
    const { brief } = open({ ...view.design, brief: { ...view.design.brief, service: [{ deviceId: 'fan', timesPerYear: 4 }] } })
    const more = screen.getByLabelText('Add a device that wants service')
    expect([...more.querySelectorAll('option')].map((o) => o.textContent)).toEqual(['add a device', 'Battery'])
    await userEvent.selectOptions(more, 'cell')
    expect(brief()?.service).toEqual([
      { deviceId: 'fan', timesPerYear: 4 },
      { deviceId: 'cell', timesPerYear: 1 },
    ])
    await userEvent.click(screen.getByRole('button', { name: 'No service for fan' }))
    expect(brief(1)?.service).toEqual([])
  })

  it('refuses hours that no day has, in a sentence', async () => {
    open()
    await userEvent.type(screen.getByLabelText('Hours a day'), '30{enter}')
    expect(screen.getByRole('alert').textContent).toContain('Hours a day is "30": it must be a number from 0.25 to 24.')
  })
})
