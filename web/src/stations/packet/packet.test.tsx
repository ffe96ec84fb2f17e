import { screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it } from 'vitest'
import { renderOpen, serve, someView } from '../../../../tests/web/project'
import { PacketStation } from './PacketStation'

describe('the packet', () => {
  it('sorts files by where they are taken, leaves out what there is none of, and asks for the chosen paper', async () => {
    const asked: string[] = []
    serve({
      [`/api/projects/${someView().id}/files`]: (r) => {
        asked.push(new URL(r.url).searchParams.get('paper') ?? '')
        return [
          { name: 'packet.pdf', what: 'Shop packet', mediaType: 'application/pdf' },
          { name: 'feet-1.stl', what: 'Foot 1, for the printer', mediaType: 'model/stl' },
          { name: 'holes.csv', what: 'Hole tables', mediaType: 'text/csv' },
        ]
      },
    })
    renderOpen(<PacketStation />, someView())
    const printer = (await screen.findByRole('heading', { name: 'For the printer' })).closest('section') as HTMLElement
    expect(within(printer).getByRole('link').getAttribute('href')).toContain('/files/feet-1.stl?paper=a4')
    expect(screen.queryByRole('heading', { name: 'For machines' })).toBeNull()
    expect(
      within(screen.getByRole('heading', { name: 'For the bench' }).closest('section') as HTMLElement).getAllByRole('link'),
    ).toHaveLength(1)
    await userEvent.selectOptions(screen.getByLabelText('Templates and packet on'), 'letter')
    expect((await screen.findByRole('link', { name: 'holes.csv' })).getAttribute('href')).toContain('paper=letter')
    expect(asked).toEqual(['a4', 'letter'])
  })

  it('shows a drawing as it is drawn and a table by its first lines, and sorts by part', async () => {
    const table = ['part,u,v', ...Array.from({ length: 20 }, (_, i) => `front,${i},1`)].join('\n')
    const base = `/api/projects/${someView().id}/files`
    serve({
      [`${base}/holes.csv`]: () => table,
      [base]: () => [
        { name: 'packet.pdf', what: 'Shop packet', mediaType: 'application/pdf' },
        { name: 'shell-back.dxf', what: 'Back, for the machine', mediaType: 'image/vnd.dxf' },
        { name: 'shell-back.svg', what: 'Back, shop drawing', mediaType: 'image/svg+xml' },
        { name: 'holes.csv', what: 'Hole tables', mediaType: 'text/csv' },
      ],
    })
    renderOpen(<PacketStation />, someView())
    expect((await screen.findByRole('img', { name: 'Drawing of shell-back' })).getAttribute('src')).toContain('shell-back.svg')
    await userEvent.click(screen.getByRole('button', { name: 'Look at holes.csv' }))
    expect(await screen.findByText(/part,u,v/)).toBeTruthy()
    expect(screen.getByText(/more lines$/)).toBeTruthy()
    await userEvent.click(screen.getByRole('button', { name: 'Look at packet.pdf' }))
    expect(screen.getByText(/Shop packet\. It is looked at/)).toBeTruthy()
    await userEvent.click(screen.getByRole('radio', { name: 'By part' }))
    const back = screen.getByRole('heading', { name: 'shell-back' }).closest('section') as HTMLElement
    expect(within(back).getAllByRole('link')).toHaveLength(2)
  })
})
