import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { renderOpen, serve } from '../../../../tests/web/project'
import { ProjectsStation } from './ProjectsStation'

const uv = (u: number, v: number) => ({ u, v })
const picture = {
  min: uv(0, 0),
  max: uv(40, 30),
  facets: [
    { of: 'shell/front', stuff: 'wood', light: 0.8, rim: [uv(0, 0), uv(40, 0), uv(40, 30), uv(0, 30)], inside: [], soft: [] },
    { of: 'bend', stuff: 'metal', light: 0.6, rim: [uv(0, 0), uv(9, 0), uv(9, 9), uv(0, 9)], inside: [], soft: [1] },
  ],
}
const frame = { id: 'p1', name: 'Seed-house level frame', changedUtc: '2026-01-02T03:04:05Z', revision: 7 }
const card = {
  id: 'p1',
  revision: 7,
  outerMm: { x: 420, y: 300, z: 480.4 },
  built: ['Level frame'],
  devices: 5,
  parts: 27,
  stations: [{ station: 'mounts', stops: 2, warns: 1 }],
  next: { text: 'Two holes meet.', station: 'mounts' },
  picture,
}

/** What the page asks for besides the list itself. */
const serveShop = (answers: Parameters<typeof serve>[0]) =>
  serve({
    '/api/projects/beginnings': () => [],
    ...Object.fromEntries(Array.from({ length: 9 }, (_, i) => [`/api/projects/p${i}/card`, () => card])),
    ...answers,
  })

describe('the list of projects', () => {
  it('teaches the first step when there is none', async () => {
    serveShop({ '/api/projects': () => [] })
    renderOpen(<ProjectsStation />)
    expect(await screen.findByText(/No project yet/)).toBeTruthy()
    expect(screen.getByRole('button', { name: 'Begin' })).toHaveProperty('disabled', true)
  })

  it('shows each project as it stands, how large it is and what is next', async () => {
    serveShop({ '/api/projects': () => [frame] })
    renderOpen(<ProjectsStation />)
    expect(await screen.findByRole('img', { name: 'Seed-house level frame, as it stands' })).toBeTruthy()
    const link = screen.getByRole('link', { name: /420 × 300 × 480 mm/ })
    expect(link.getAttribute('href')).toBe('/project/p1/brief')
    expect(link.textContent).toContain('Level frame · 5 devices · 27 parts')
    expect(screen.getByRole('link', { name: 'Two holes meet.' }).getAttribute('href')).toBe('/project/p1/mounts')
    expect(screen.getByText('mounts').parentElement?.textContent).toBe('mounts ■ 2 ▲ 1')
    // something round has a line at its ends and none along
    const lines = [...document.querySelectorAll('path[fill=none]')].map((p) => p.getAttribute('d'))
    expect(lines).toEqual(['M0 0L9 0M9 -9L0 -9M0 -9L0 0'])
  })

  it('renames where the name stands and leaves it at Escape', async () => {
    const sent: unknown[] = []
    serveShop({
      '/api/projects/p1/name': async (request) => {
        sent.push(await request.json())
        return { id: 'p1' }
      },
      '/api/projects': () => [frame],
    })
    renderOpen(<ProjectsStation />)
    await userEvent.click(await screen.findByRole('button', { name: 'Rename Seed-house level frame' }))
    await userEvent.keyboard('{Escape}')
    expect(screen.queryByRole('textbox', { name: /New name/ })).toBeNull()
    await userEvent.click(screen.getByRole('button', { name: 'Rename Seed-house level frame' }))
    const field = screen.getByRole('textbox', { name: 'New name of Seed-house level frame' })
    await userEvent.clear(field)
    await userEvent.type(field, 'Seed-house frame{Enter}')
    await vi.waitFor(() => expect(sent).toEqual([{ expectedRevision: 7, name: 'Seed-house frame' }]))
  })

  it('finds one of many by its name', async () => {
    serveShop({
      '/api/projects': () => Array.from({ length: 8 }, (_, i) => ({ ...frame, id: `p${i}`, name: `Rack ${i}` })),
    })
    renderOpen(<ProjectsStation />)
    await userEvent.type(await screen.findByPlaceholderText('Find a project'), 'k 3')
    expect(screen.getAllByRole('button', { name: /^Delete/ }).map((b) => b.getAttribute('aria-label'))).toEqual(['Delete Rack 3'])
    await userEvent.type(screen.getByPlaceholderText('Find a project'), 'x')
    expect(screen.getByText('No project is called like that.')).toBeTruthy()
  })

  it('begins as what was chosen from the pictures', async () => {
    const sent: unknown[] = []
    const begun = (system: string | null, name: string) => ({ system, name, about: '', outerMm: card.outerMm, picture })
    serveShop({
      '/api/projects/beginnings': () => [begun(null, 'Closed box'), begun('deskConsole', 'Desk console')],
      '/api/projects': async (request) => {
        if (request.method === 'GET') return []
        sent.push(await request.json())
        return { id: 'p9' }
      },
    })
    renderOpen(<ProjectsStation />)
    expect(await screen.findByRole('radio', { name: /Closed box/ })).toHaveProperty('checked', true)
    await userEvent.click(screen.getByRole('radio', { name: /Desk console/ }))
    await userEvent.type(screen.getByLabelText('Name of the new housing'), 'Level desk')
    await userEvent.click(screen.getByRole('button', { name: 'Begin' }))
    await vi.waitFor(() => expect(sent).toEqual([{ name: 'Level desk', system: 'deskConsole', hardware: [] }]))
  })

  it('begins with a list of hardware, each line of which is something the catalog has', async () => {
    const sent: unknown[] = []
    serveShop({
      '/api/catalog/list': async (request) => {
        const { text } = (await request.json()) as { text: string }
        return text.split('\n').map((written) => ({
          written,
          count: 2,
          candidates: written.includes('flux') ? [] : ['fan-80', 'fan-80-15'],
        }))
      },
      '/api/projects': async (request) => {
        if (request.method === 'GET') return []
        sent.push(await request.json())
        return { id: 'p9', design: { devices: [{}] } }
      },
    })
    renderOpen(<ProjectsStation />)
    await userEvent.type(await screen.findByLabelText('Name of the new housing'), 'Reed tally')
    const list = screen.getByLabelText('Hardware that goes in, a line for each')
    await userEvent.type(list, 'fan 80{Enter}flux gate')
    expect(await screen.findByText('“flux gate” is nothing that the catalog has')).toBeTruthy()
    expect(screen.getByRole('button', { name: 'Begin' })).toHaveProperty('disabled', true)
    await userEvent.clear(list)
    await userEvent.type(list, 'fan 80')
    await userEvent.selectOptions(await screen.findByRole('combobox', { name: 'Model for fan 80' }), 'fan-80-15')
    await vi.waitFor(() => expect(screen.getByRole('button', { name: 'Begin' })).toHaveProperty('disabled', false))
    await userEvent.click(screen.getByRole('button', { name: 'Begin' }))
    await vi.waitFor(() =>
      expect(sent).toEqual([{ name: 'Reed tally', system: null, hardware: [{ modelId: 'fan-80-15', count: 2 }] }]),
    )
    // one of two stands in what came back
    expect(await screen.findByText(/^1 of the hardware found no place/)).toBeTruthy()
  })

  it('says the server’s sentence when a file is refused', async () => {
    serveShop({
      '/api/projects/import': () => ({ status: 422, detail: 'schema: it is 2: this version reads 1.' }),
      '/api/projects': () => [],
    })
    renderOpen(<ProjectsStation />)
    await userEvent.upload(screen.getByLabelText('Project file'), new File(['{}'], 'p.json', { type: 'application/json' }))
    expect((await screen.findByRole('alert')).textContent).toContain('this version reads 1')
  })

  it('asks what to do with models that differ, and brings the file in once it is told', async () => {
    const asked: string[] = []
    serveShop({
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
    serveShop({
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
    serveShop({})
    renderOpen(<ProjectsStation />)
    expect(await screen.findByText(/The server does not answer/)).toBeTruthy()
  })
})
