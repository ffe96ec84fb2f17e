import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it } from 'vitest'
import { renderOpen, serve } from '../../../../tests/web/project'
import { BackupPane } from './BackupPane'

const choose = async () => {
  await userEvent.upload(screen.getByLabelText('Backup file'), new File(['SQLite'], 'anvil-plan.backup'))
  expect((await screen.findByRole('dialog', { name: 'Replace the whole shop?' })).textContent).toContain('anvil-plan.backup')
}

describe('the whole shop in one file', () => {
  it('is saved by a link and restored after a question', async () => {
    let restored = 0
    serve({ '/api/shop/restore': () => ({ projects: 1 + ++restored, models: 1, keptIn: 'shop.db.before-restore.backup' }) })
    renderOpen(<BackupPane />)
    expect(screen.getByRole('link', { name: 'Save a backup' }).getAttribute('href')).toBe('/api/shop/backup')
    await choose()
    await userEvent.click(screen.getByRole('button', { name: 'Leave it as it is' }))
    expect(restored).toBe(0)
    await choose()
    await userEvent.click(screen.getByRole('button', { name: 'Restore' }))
    const said = (await screen.findByRole('status')).textContent
    expect(said).toContain('2 projects and 1 own model are back.')
    expect(said).toContain('shop.db.before-restore.backup')
  })

  it('says the server’s sentence when the file is no backup', async () => {
    serve({
      '/api/shop/restore': () => ({
        status: 422,
        detail: 'the file is damaged, or no backup of Anvil Plan: nothing was restored.',
      }),
    })
    renderOpen(<BackupPane />)
    await choose()
    await userEvent.click(screen.getByRole('button', { name: 'Restore' }))
    expect((await screen.findByRole('alert')).textContent).toContain('no backup of Anvil Plan')
  })
})
