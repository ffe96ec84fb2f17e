import { expect, test, type Page } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { OwnServer } from './own-server'
import { openNew, station, watch } from './support'

type Project = { id: string; name: string }

async function projects(page: Page, base = '') {
  return (await (await page.request.get(`${base}/api/projects`)).json()) as Project[]
}

test('an import with a model that differs asks, and keeps both', async ({ page }) => {
  const id = await openNew(page, 'Relay shelf')
  await page.request.post(`/api/projects/${id}/devices`, {
    data: { expectedRevision: 1, modelId: 'relay-2', deckId: 'panel/bottom' },
  })
  const file = (await (await page.request.get(`/api/projects/${id}/project.json`)).json()) as {
    design: { name: string; devices: { modelId: string }[] }
    models: object[]
  }
  // as another shop would send it: the same id, another width
  const catalog = (await (await page.request.get('/api/catalog')).json()) as { hardware: { id: string; widthMm: number }[] }
  const ours = catalog.hardware.find((m) => m.id === 'relay-2')
  expect(ours).toBeDefined()
  file.design.name = 'Relay shelf from elsewhere'
  file.models = [{ ...ours, widthMm: (ours?.widthMm ?? 0) + 2 }]
  await page.goto('/')
  await page.getByLabel('Project file').setInputFiles({
    name: 'shelf.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(file)),
  })
  const dialog = page.getByRole('dialog', { name: 'Models in this file differ from yours' })
  await expect(dialog.getByRole('row', { name: /^width/ })).toContainText(`${(ours?.widthMm ?? 0) + 2} mm`)
  await dialog.getByRole('button', { name: 'Keep both' }).click()
  await expect(page.getByRole('heading', { name: 'Relay shelf from elsewhere' })).toBeVisible()
  const after = (await (await page.request.get('/api/catalog')).json()) as typeof catalog
  expect(after.hardware.find((m) => m.id === 'relay-2')?.widthMm).toBe(ours?.widthMm)
  expect(after.hardware.find((m) => m.id === 'relay-2-2')?.widthMm).toBe((ours?.widthMm ?? 0) + 2)
  // the project that was there is what it was
  const before = (await (await page.request.get(`/api/projects/${id}`)).json()) as { design: { devices: { modelId: string }[] } }
  expect(before.design.devices[0]?.modelId).toBe('relay-2')
})

test('the shop is saved to a file, a project deleted, and both come back by the page', async ({ page }) => {
  const server = new OwnServer()
  await server.start()
  try {
    watch(page)
    await page.goto(server.address)
    await page.getByLabel('Name of the new housing').fill('Tray rack')
    await page.getByRole('button', { name: 'Begin' }).click()
    await expect(page.getByRole('contentinfo', { name: 'Tally' })).toBeVisible()
    await page.goto(`${server.address}/shop`)
    const saving = page.waitForEvent('download')
    await page.getByRole('link', { name: 'Save a backup' }).click()
    const backup = await (await saving).path()
    expect(readFileSync(backup).subarray(0, 15).toString()).toBe('SQLite format 3')

    await page.goto(server.address)
    await page.getByRole('button', { name: 'Delete Tray rack' }).click()
    await expect(page.getByRole('status')).toContainText('Tray rack was deleted.')
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(page.getByRole('link', { name: /Tray rack/ })).toBeVisible()
    await page.getByRole('button', { name: 'Delete Tray rack' }).click()
    await expect(page.getByText('Deleted: 1')).toBeVisible()

    await page.goto(`${server.address}/shop`)
    await page.getByLabel('Backup file').setInputFiles(backup)
    await page.getByRole('dialog', { name: 'Replace the whole shop?' }).getByRole('button', { name: 'Restore' }).click()
    await expect(page.getByRole('status')).toContainText('1 project and 0 own models are back.')
    await page.goto(server.address)
    await expect(page.getByRole('link', { name: /Tray rack/ })).toBeVisible()
  } finally {
    await server.end()
  }
})

test('a project of a thousand units opens and can be edited', async ({ page }) => {
  const id = await openNew(page, 'Thousand shelves')
  const began = Date.now()
  await page.getByLabel('Units to build').fill('1000')
  await page.getByLabel('Units to build').press('Enter')
  await expect
    .poll(async () => ((await (await page.request.get(`/api/projects/${id}`)).json()) as { revision: number }).revision)
    .toBe(2)
  expect(Date.now() - began).toBeLessThan(5000)
  await page.reload()
  await station(page, 'Cuts')
  await expect(page.getByText(/alike:/).first()).toBeVisible()
  await station(page, 'Brief')
  await page.getByLabel('Units to build').fill('999')
  await page.getByLabel('Units to build').press('Enter')
  await expect(page.getByRole('button', { name: 'History 3' })).toBeVisible()
})

test('a stopped server is told, and the edit is there when it is back', async ({ page }) => {
  const server = new OwnServer()
  await server.start()
  try {
    watch(page)
    await page.goto(server.address)
    await page.getByLabel('Name of the new housing').fill('Bell board')
    await page.getByRole('button', { name: 'Begin' }).click()
    await expect(page.getByRole('contentinfo', { name: 'Tally' })).toBeVisible()
    await server.kill()
    await page.getByLabel('Units to build').fill('7')
    await page.getByLabel('Units to build').press('Enter')
    await expect(page.getByRole('alert')).toContainText('The server does not answer. Your last change is kept here')
    await server.start()
    await expect(page.getByRole('alert')).toHaveCount(0)
    const [project] = await projects(page, server.address)
    const view = (await (await page.request.get(`${server.address}/api/projects/${project?.id}`)).json()) as {
      design: { brief: { quantity: number } }
    }
    expect(view.design.brief.quantity).toBe(7)
  } finally {
    await server.end()
  }
})
