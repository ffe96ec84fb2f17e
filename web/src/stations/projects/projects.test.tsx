import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it } from 'vitest'
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

  it('says so when the server is away', async () => {
    serve({})
    renderOpen(<ProjectsStation />)
    expect(await screen.findByText(/The server does not answer/)).toBeTruthy()
  })
})
