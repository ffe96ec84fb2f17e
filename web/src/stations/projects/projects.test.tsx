import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { renderOpen, serve } from '../../../../tests/web/project'
import { ProjectsStation } from './ProjectsStation'

describe('the list of projects', () => {
  it('teaches the first step when there is none', async () => {
    serve({ '/api/projects': () => [] })
    renderOpen(<ProjectsStation />)
    expect(await screen.findByText(/No project yet/)).toBeTruthy()
    expect(screen.getByRole('button', { name: 'Begin' })).toHaveProperty('disabled', true)
  })

  it('lists projects with their revision and leads to them', async () => {
    serve({
      '/api/projects': () => [{ id: 'p1', name: 'Seed-house level frame', changedUtc: '2026-01-02T03:04:05Z', revision: 7 }],
    })
    renderOpen(<ProjectsStation />)
    const link = await screen.findByRole('link', { name: /Seed-house level frame/ })
    expect(link.getAttribute('href')).toBe('/project/p1/brief')
    expect(link.textContent).toContain('revision 7')
  })

  it('says the server’s sentence when a file is refused', async () => {
    serve({
      '/api/projects/import': () => ({ status: 422, detail: 'schema: it is 2: this version reads 1.' }),
      '/api/projects': () => [],
    })
    renderOpen(<ProjectsStation />)
    await userEvent.upload(screen.getByLabelText('Project file'), new File(['{}'], 'p.json', { type: 'application/json' }))
    expect((await screen.findByRole('alert')).textContent).toContain('this version reads 1')
  })

  it('asks what to do with models that differ, and brings the file in once it is told', async () => {
    const asked: string[] = []
    serve({
      '/api/projects/import': (request) => {
        asked.push(new URL(request.url).searchParams.get('models') ?? '')
        return asked.length === 1
          ? {
              status: 409,
              detail: '1 model differs from what is here: relay-4.',
              differs: [
                {
                  id: 'relay-4',
                  name: 'Relay board',
                  shipped: true,
                  fields: [{ field: 'widthMm', what: 'width', ours: '75 mm', theirs: '75.4 mm' }],
                },
              ],
            }
          : { id: 'p9' }
      },
      '/api/projects': () => [],
    })
    renderOpen(<ProjectsStation />)
    await userEvent.upload(screen.getByLabelText('Project file'), new File(['{}'], 'p.json', { type: 'application/json' }))
    const dialog = await screen.findByRole('dialog', { name: 'Models in this file differ from yours' })
    expect(dialog.textContent).toContain('width75 mm75.4 mm')
    expect(dialog.textContent).toContain('75.4')
    await userEvent.click(screen.getByRole('button', { name: 'Keep both' }))
    await vi.waitFor(() => expect(asked).toEqual(['ask', 'both']))
    expect(screen.queryByRole('alert')).toBeNull()
  })

  it('deletes a project, and takes that back', async () => {
    const lines = [{ id: 'p1', name: 'Kiln rack', changedUtc: '2026-01-02T03:04:05Z', revision: 7 }]
    const sent: string[] = []
    serve({
      '/api/projects/p1/bring-back': () => {
        sent.push('back')
        return lines
      },
      '/api/projects/p1?expectedRevision=7': (request) => {
        sent.push(request.method)
        return []
      },
      '/api/projects/deleted': () =>
        sent.length === 1 ? [{ id: 'p1', name: 'Kiln rack', deletedUtc: '2026-01-03T03:04:05Z' }] : [],
      '/api/projects': () => lines,
    })
    renderOpen(<ProjectsStation />)
    await userEvent.click(await screen.findByRole('button', { name: 'Delete Kiln rack' }))
    expect((await screen.findByRole('status')).textContent).toContain('Kiln rack was deleted.')
    expect(screen.queryByRole('link', { name: /Kiln rack/ })).toBeNull()
    expect(await screen.findByText('Deleted: 1')).toBeTruthy()
    await userEvent.click(screen.getByRole('button', { name: 'Undo' }))
    expect(await screen.findByRole('link', { name: /Kiln rack/ })).toBeTruthy()
    expect(sent).toEqual(['DELETE', 'back'])
  })

  it('says so when the server is away', async () => {
    serve({})
    renderOpen(<ProjectsStation />)
    expect(await screen.findByText(/The server does not answer/)).toBeTruthy()
  })
})
