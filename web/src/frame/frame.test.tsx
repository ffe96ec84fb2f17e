import { screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import type { Schemas } from '../api/client'
import { renderOpen, serve, someView } from '../../../tests/web/project'
import { ConflictDialog } from './ConflictDialog'
import { SnagDrawer } from './SnagDrawer'
import { TallyBar } from './TallyBar'

const nothing: Schemas['Consequences'] = {
  shifts: [],
  partsAdded: [],
  partsRemoved: [],
  partsChanged: [],
  partNames: {},
  workLost: [],
  findingsGained: [],
  findingsLost: [],
}
const stop: Schemas['Finding'] = {
  id: 'screw-none-fits:x',
  code: 'screw-none-fits',
  severity: 'stop',
  station: 'mounts',
  about: 'No screw on sale has the length that is wanted.',
  text: 'no M3 screw is sold between 13.4 and 15.9 mm.',
  places: ['device/supply'],
}

describe('the tally', () => {
  it('always shows the figures', () => {
    const view = someView()
    renderOpen(<TallyBar view={view} onSnags={() => {}} />, view)
    const tally = screen.getByRole('contentinfo', { name: 'Tally' })
    expect(tally.textContent).toContain('200 × 150 × 100')
    expect(tally.textContent).toContain('1.50 kg')
    expect(tally.textContent).toContain('123.45')
    expect(within(tally).queryByText('What moved')).toBeNull()
  })

  it('tells on demand what the last edit moved', async () => {
    const view = someView({
      consequences: {
        ...nothing,
        shifts: [{ key: 'massG', from: 1400, to: 1500 }],
        partsChanged: ['shell/front'],
        partNames: { 'shell/front': 'Front' },
        findingsLost: [{ id: 'a', severity: 'stop', text: 'too long' }],
      },
    })
    renderOpen(<TallyBar view={view} onSnags={() => {}} />, view)
    expect(screen.queryByText('+100g')).toBeNull()
    await userEvent.click(screen.getByText('What moved'))
    expect(screen.getByText('+100g')).toBeTruthy()
    expect(screen.getByRole('status').textContent).toContain('Changed: Front')
    expect(screen.getByRole('status').textContent).toContain('Mended: too long')
    await userEvent.click(screen.getByText('Hide'))
    expect(screen.queryByRole('status')).toBeNull()
  })

  it('opens the snags', async () => {
    const open = vi.fn()
    const view = someView({ plan: { tally: { ...someView().plan.tally, stops: 2, warns: 1 } } })
    renderOpen(<TallyBar view={view} onSnags={open} />, view)
    await userEvent.click(screen.getByRole('button', { name: 'Show snags' }))
    expect(open).toHaveBeenCalledOnce()
  })
})

describe('the snags', () => {
  it('say so when nothing stands in the way', () => {
    renderOpen(<SnagDrawer onClose={() => {}} />)
    expect(screen.getByText('Nothing stands in the way.')).toBeTruthy()
  })

  it('show only remedies that were tried, with what they would do', async () => {
    const asked: unknown[] = []
    serve({
      '/api/projects/': async (request) => {
        asked.push(await request.json())
        return [
          {
            id: 'washers',
            title: 'Put washers under the heads',
            consequences: {
              ...nothing,
              shifts: [{ key: 'costCents', from: 100, to: 136 }],
              partsChanged: ['shell/bottom'],
              workLost: ['Bottom'],
              findingsLost: [{ id: stop.id, severity: 'stop', text: stop.text }],
            },
          },
        ]
      },
    })
    const changes = renderOpen(<SnagDrawer onClose={() => {}} />, someView({ plan: { findings: [stop] } }))
    await userEvent.click(await screen.findByRole('button', { name: 'Put washers under the heads' }))
    expect(screen.getByText('Touches 1: shell/bottom')).toBeTruthy()
    expect(screen.getByText('cost +0.36')).toBeTruthy()
    expect(screen.getByText('▲ spoils what is made: Bottom')).toBeTruthy()
    expect(asked).toEqual([{ expectedRevision: 4, findingId: stop.id }])
    expect(changes.applyRemedy).not.toHaveBeenCalled()
    await userEvent.click(screen.getByRole('button', { name: 'Do it' }))
    expect(changes.applyRemedy).toHaveBeenCalledWith(stop.id, 'washers')
  })

  it('of one kind stand together, the first of them first, with one way to mend all', async () => {
    const asked: unknown[] = []
    serve({
      [`/api/projects/${someView().id}/remedies/kind`]: async (request) => {
        asked.push(await request.json())
        return {
          steps: ['a', 'b', 'c', 'd'].map((x) => ({ snag: `Snag ${x}`, remedy: `Remedy for ${x}` })),
          consequences: { ...nothing, partsChanged: ['shell/back'] },
        }
      },
      '/api/projects/': () => [],
    })
    const some = (id: string, code: string) => ({ ...stop, id, code, text: `Text of ${id}.`, about: `What ${code} is.` })
    const findings = [some('a', 'x'), some('e', 'y'), some('b', 'x'), some('c', 'x'), some('d', 'x')]
    const changes = renderOpen(<SnagDrawer onClose={() => {}} />, someView({ plan: { findings } }))
    const kind = screen.getByRole('region', { name: 'What x is.' })
    expect(within(kind).getByRole('heading').textContent).toContain('4 times: What x is.')
    expect(within(kind).getAllByText(/^Text of/)).toHaveLength(3)
    await userEvent.click(within(kind).getByRole('button', { name: '1 more' }))
    expect(within(kind).getAllByText(/^Text of/)).toHaveLength(4)
    expect(screen.queryByText(/1 times/)).toBeNull()
    await userEvent.click(within(kind).getByRole('button', { name: 'What would mend them together?' }))
    expect(await within(kind).findByText('Remedy for d')).toBeTruthy()
    expect(asked).toEqual([{ expectedRevision: 4, code: 'x' }])
    await userEvent.click(screen.getByRole('button', { name: 'Do all of it' }))
    expect(changes.mendAll).toHaveBeenCalledWith('x')
    expect(screen.getByRole('button', { name: 'What would mend all stops?' })).toBeTruthy()
  })

  it('say so when no remedy mends it', async () => {
    serve({ '/api/projects/': () => [] })
    renderOpen(<SnagDrawer onClose={() => {}} />, someView({ plan: { findings: [stop] } }))
    expect(await screen.findByText('No single change mends it without a new stop: change it by hand.')).toBeTruthy()
    expect(screen.queryByRole('button', { name: 'Do it' })).toBeNull()
  })

  it('try the remedies of a note only when asked', async () => {
    let asked = 0
    serve({
      '/api/projects/': () => {
        asked++
        return []
      },
    })
    renderOpen(<SnagDrawer onClose={() => {}} />, someView({ plan: { findings: [{ ...stop, severity: 'note' }] } }))
    expect(asked).toBe(0)
    await userEvent.click(screen.getByRole('button', { name: 'What would mend it?' }))
    await waitFor(() => expect(asked).toBe(1))
    expect(await screen.findByText('Nothing has to be done about it.')).toBeTruthy()
  })

  it('lead to the station where they are mended', () => {
    renderOpen(<SnagDrawer onClose={() => {}} />, someView({ plan: { findings: [stop] } }))
    expect(screen.getByRole('link', { name: 'to Mounts' }).getAttribute('href')).toMatch(/\/mounts$/)
  })
})

describe('a conflict', () => {
  it('is not shown while there is none', () => {
    renderOpen(<ConflictDialog />)
    expect(screen.queryByRole('dialog')).toBeNull()
  })
})
