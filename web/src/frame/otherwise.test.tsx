import { screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it } from 'vitest'
import { renderOpen, serve, someView } from '../../../tests/web/project'
import { HistoryDialog } from './HistoryDialog'
import { OtherwiseBar } from './OtherwiseBar'

const differences = { kept: true, differences: [{ what: 'shop.fits.portMm', then: '0.5', now: '0.9' }] }

describe('a revision made with another shop', () => {
  it('is told as such when it is opened, with what differs, until it is seen', async () => {
    serve({ '/api/projects/': () => differences })
    const view = { ...someView(), knewOtherwise: true }
    renderOpen(<OtherwiseBar view={view} />, view)
    expect(screen.getByRole('status').textContent).toContain(`when revision ${view.revision} was made`)
    await userEvent.click(screen.getByText('What differs'))
    const row = within(await screen.findByRole('table'))
      .getByText('shop.fits.portMm')
      .closest('tr')
    expect(row?.textContent).toBe('shop.fits.portMm0.50.9')
    await userEvent.click(screen.getByText('Seen'))
    expect(screen.queryByRole('status')).toBeNull()
  })

  it('says nothing where shop and catalog are what they were', () => {
    const view = someView()
    renderOpen(<OtherwiseBar view={view} />, view)
    expect(screen.queryByRole('status')).toBeNull()
  })

  it('is marked in the history, and only that one', async () => {
    const line = { parent: null, label: 'Wider', createdUtc: '2026-11-02T08:00:00Z', keptAside: false }
    serve({
      '/api/projects/p1/history/2/differences': () => differences,
      '/api/projects/': () => [
        { ...line, number: 3, current: true, knewOtherwise: false },
        { ...line, number: 2, current: false, knewOtherwise: true },
      ],
    })
    renderOpen(<HistoryDialog open onClose={() => {}} />, { ...someView(), id: 'p1' })
    const marks = await screen.findAllByText('shop or catalog were otherwise')
    expect(marks).toHaveLength(1)
    await userEvent.click(screen.getByText('shop or catalog were otherwise'))
    expect((await screen.findByRole('table', { name: 'What differs since revision 2' })).textContent).toContain(
      'shop.fits.portMm',
    )
  })
})
