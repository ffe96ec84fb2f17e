import { screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import type { Schemas } from '../../api/client'
import { renderOpen, serve } from '../../../../tests/web/project'
import { ClampsPane } from './ClampsPane'
import { FitTestsPane } from './FitTestsPane'
import { PrintingPane } from './PrintingPane'

const shop = {
  tolerances: [{ process: 'printer', plusMinusMm: 0.2 }],
  coupons: [
    { process: 'saw', materialId: 'ply', slidesAtMm: 0.3 },
    { process: 'saw', materialId: 'ply', slidesAtMm: 0.2 },
  ],
  clamps: [{ opensMm: 300, count: 4 }],
  air: { temperatureC: 20, humidityPercent: 50 },
  rates: { spreadMinPerM: 1.2, placeMin: 0.6 },
} as unknown as Schemas['ShopProfile']

describe('how true it comes out', () => {
  it('shows what coupons say with count and spread, records a new one and takes one out', async () => {
    serve({
      '/api/coupon': () => ({
        coupon: { process: 'printer', materialId: 'petg', thicknessMm: 6, tongueMm: 12, stepsMm: [0, 0.1, 0.2] },
        lengthMm: 90,
        widthMm: 32,
        known: { plusMinusMm: 0.2, coupons: 0, spreadMm: 0 },
      }),
    })
    const onChange = vi.fn()
    renderOpen(
      <FitTestsPane
        shop={shop}
        known={{
          saw: { plusMinusMm: 0.125, coupons: 2, spreadMm: 0.05 },
          printer: { plusMinusMm: 0.15, coupons: 0, spreadMm: 0 },
        }}
        materials={[
          ['petg', 'PETG print'],
          ['ply', 'Plywood'],
        ]}
        onChange={onChange}
      />,
    )
    expect(screen.getByRole('row', { name: /sawn to a stop/ }).textContent).toContain('± 0.125 from 2, spread 0.05')
    expect(screen.getByRole('row', { name: /^printed/ }).textContent).toContain('± 0.15, as the tool on hand says')
    const slides = await screen.findByRole('group', { name: 'Slides at' })
    expect(
      within(slides)
        .getAllByRole('button')
        .map((b) => b.textContent),
    ).toEqual(['+ 0.1', '+ 0.2'])
    await userEvent.click(within(slides).getByRole('button', { name: '+ 0.2' }))
    expect(onChange.mock.calls[0]?.[0].coupons[2]).toEqual({ process: 'printer', materialId: 'petg', slidesAtMm: 0.2 })
    expect(screen.getByRole('link', { name: 'comb.stl' }).getAttribute('href')).toContain('process=printer')
    await userEvent.click(screen.getByRole('button', { name: 'Take out coupon 1' }))
    expect(onChange.mock.calls[1]?.[0].coupons).toEqual([shop.coupons[1]])
    await userEvent.selectOptions(screen.getByLabelText('Process'), 'laser')
    expect(await screen.findByRole('link', { name: 'comb.dxf' })).toBeDefined()
  })
})

describe('printing', () => {
  it('keeps every other setting when one is changed and nothing when a field is left empty', async () => {
    serve({ '/api/lengths': (r) => ({ mm: Number(new URL(r.url).searchParams.get('text')), text: '' }) })
    const printing = {
      lineMm: 0.45,
      layerMm: 0.2,
      speedMmPerS: 60,
      efficiency: 0.65,
      layerOverheadS: 4,
      filamentMm: 1.75,
      edgeMarginMm: 5,
      centsPerGram: 2.6,
    }
    const onChange = vi.fn()
    renderOpen(<PrintingPane printing={printing} onChange={onChange} />)
    const speed = screen.getByLabelText('Speed, mm/s')
    await userEvent.clear(speed)
    await userEvent.type(speed, '90{Enter}')
    expect(onChange.mock.calls[0]?.[0]).toEqual({ ...printing, speedMmPerS: 90 })
    const layer = screen.getByLabelText(/^Layer/)
    await userEvent.clear(layer)
    await userEvent.type(layer, '0.3{Enter}')
    await vi.waitFor(() => expect(onChange.mock.calls[1]?.[0]).toEqual({ ...printing, layerMm: 0.3 }))
  })
})

describe('gluing', () => {
  it('keeps clamps by what they open to and the workshop’s air', async () => {
    const onChange = vi.fn()
    renderOpen(<ClampsPane shop={shop} onChange={onChange} />)
    await userEvent.click(screen.getByRole('button', { name: 'Add clamps' }))
    expect(onChange.mock.calls[0]?.[0].clamps).toHaveLength(2)
    await userEvent.clear(screen.getByLabelText('Workshop, °C'))
    await userEvent.type(screen.getByLabelText('Workshop, °C'), '14{Enter}')
    expect(onChange.mock.calls[1]?.[0].air).toEqual({ temperatureC: 14, humidityPercent: 50 })
    await userEvent.clear(screen.getByLabelText('Count'))
    await userEvent.type(screen.getByLabelText('Count'), '6{Enter}')
    expect(onChange.mock.calls[2]?.[0].clamps).toEqual([{ opensMm: 300, count: 6 }])
    await userEvent.click(screen.getByRole('button', { name: 'Take out clamps 1' }))
    expect(onChange.mock.calls[3]?.[0].clamps).toEqual([])
  })
})
