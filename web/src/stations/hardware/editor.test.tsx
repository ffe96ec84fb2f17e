import { screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it } from 'vitest'
import { renderOpen, serve } from '../../../../tests/web/project'
import type { Schemas } from '../../api/client'
import { DeviceDrawing } from './DeviceDrawing'
import { ModelEditor } from './ModelEditor'
import { blankModel } from './models'

const catalog = { materials: [], sheets: [], bars: [], threads: ['M3'], cables: [], own: {}, hardware: [] }

describe('the own-model editor', () => {
  it('keeps room that stays free, a cable tail and the faces that breathe', async () => {
    const sent: Schemas['ModelChange'][][] = []
    serve({
      '/api/catalog/models': async (r) => {
        sent.push((await r.json()) as Schemas['ModelChange'][])
        return catalog
      },
      '/api/catalog': () => catalog,
    })
    renderOpen(<ModelEditor from={null} version={0} onDone={() => undefined} />)
    const section = (title: RegExp) => within(screen.getByRole('heading', { name: title }).closest('section') as HTMLElement)
    await userEvent.click(section(/^Room that stays free/).getByRole('button', { name: 'Add' }))
    await userEvent.click(section(/^Cable tails/).getByRole('button', { name: 'Add' }))
    await userEvent.selectOptions(section(/^Cable tails/).getByLabelText('Leaves to the'), 'back')
    await userEvent.selectOptions(section(/^Breathes/).getByLabelText('up'), 'exhaust')
    await userEvent.click(screen.getByRole('button', { name: 'Keep' }))
    const model = sent[0]?.[0]?.model
    expect(model?.keepOuts).toEqual([{ what: 'cable bend', xMm: -20, yMm: 0, zMm: 0, widthMm: 20, depthMm: 50, heightMm: 15 }])
    expect(model?.tails).toMatchObject([{ name: 'lead', exit: 'back', lengthMm: 200 }])
    expect(model?.air).toEqual([{ side: 'up', role: 'exhaust', openAreaMm2: 0 }])
  })

  it('takes a row of room out again', async () => {
    serve({ '/api/catalog': () => catalog })
    renderOpen(<ModelEditor from={null} version={0} onDone={() => undefined} />)
    const heading = screen.getByRole('heading', { name: /^Room that stays free/ })
    await userEvent.click(within(heading.closest('section') as HTMLElement).getByRole('button', { name: 'Add' }))
    expect(heading.textContent).toBe('Room that stays free: 1')
    await userEvent.click(screen.getByRole('button', { name: 'Take out room that stays free 1' }))
    expect(heading.textContent).toBe('Room that stays free: 0')
  })
})

describe('the drawing of a model', () => {
  it('shows room beside the body, not what lies within its outline, and leaves space for its figures', () => {
    const model = {
      ...blankModel([]),
      keepOuts: [
        { what: 'plug', xMm: -30, yMm: 5, zMm: 0, widthMm: 30, depthMm: 20, heightMm: 10 },
        { what: 'behind', xMm: 0, yMm: 0, zMm: -40, widthMm: 80, depthMm: 50, heightMm: 10 },
      ],
    }
    renderOpen(<DeviceDrawing model={model} />)
    expect(screen.getByText('stays free: plug')).toBeTruthy()
    expect(screen.queryByText('stays free: behind')).toBeNull()
    const box = screen.getByRole('img').getAttribute('viewBox')?.split(' ').map(Number) ?? []
    expect(box[0]).toBeLessThan(-35)
  })
})
