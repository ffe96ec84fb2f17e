import { screen, waitFor } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { renderOpen, serve } from '../../../../tests/web/project'
import { LibraryKeys } from './LibraryKeys'
import { MeasurePane } from './MeasurePane'
import { blankModel } from './models'

const row = (part: Partial<Schemas['DimensionRecord']> = {}): Schemas['DimensionRecord'] => ({
  key: 'width',
  name: 'Width',
  nominalMm: 80,
  readings: [],
  meanMm: null,
  rangeMm: null,
  deviationMm: null,
  outlierIndex: null,
  acceptMm: null,
  differenceMm: null,
  ...part,
})

describe('measuring a model', () => {
  it('says that the caliper is simulated, takes typed readings and marks the outlier', async () => {
    const sent: unknown[] = []
    const read = [80.11, 80.1, 80.12, 80.9].map((valueMm) => ({ valueMm, source: 'typed' }))
    serve({
      '/api/caliper': () => ({ name: 'Simulated caliper', simulated: true }),
      '/api/lengths': () => ({ mm: 80.9, text: '' }),
      '/api/catalog/models/own-board/readings/accept': async (r) => {
        sent.push(await r.json())
        return blankModel([])
      },
      '/api/catalog/models/own-board/readings': async (r) => {
        if (r.method === 'GET') return [row()]
        sent.push(await r.json())
        return [row({ readings: read, meanMm: 80.3, rangeMm: 0.8, outlierIndex: 3, acceptMm: 80.11, differenceMm: 0.11 })]
      },
    })
    renderOpen(<MeasurePane model={blankModel([])} onOwn={() => undefined} onDone={() => undefined} />)
    expect(await screen.findByText(/not a real instrument/)).toBeTruthy()
    await userEvent.type(await screen.findByLabelText(/Typed reading/), '80.9{enter}')
    expect(await screen.findByRole('button', { name: 'Take out reading 80.9, an outlier' })).toBeTruthy()
    expect(screen.getByText(/Reading 4 stands apart/)).toBeTruthy()
    expect(screen.getByText('+0.11')).toBeTruthy()
    await userEvent.click(screen.getByRole('button', { name: 'Accept Width' }))
    await waitFor(() => expect(sent).toEqual([{ key: 'width', valueMm: 80.9, source: 'typed' }, { key: 'width' }]))
  })

  it('shows the sentence of a bad library and takes nothing', async () => {
    serve({
      '/api/catalog/models/library': () => ({
        status: 422,
        detail: 'models[0]: heightMm is -9: it must lie between 0.5 and 1000.',
      }),
    })
    renderOpen(<LibraryKeys />)
    await userEvent.upload(
      screen.getByLabelText('Model library file'),
      new File(['{}'], 'models.json', { type: 'application/json' }),
    )
    expect((await screen.findByRole('alert')).textContent).toContain('Nothing taken. models[0]: heightMm is -9')
  })
})
