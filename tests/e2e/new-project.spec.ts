import { expect, test } from '@playwright/test'
import DxfParser from 'dxf-parser'
import { readFile } from 'node:fs/promises'
import { openNew, station } from './support'

type Circle = {
  type: string
  layer: string
  center: { x: number; y: number }
  radius: number
}

test('from nothing to a downloaded DXF with the holes in their places', async ({ page }) => {
  await openNew(page, 'Bell rope counter')
  await station(page, 'Fit')
  await page.getByRole('button', { name: 'Add a tray' }).click()
  await expect(page.getByLabel('Underside above the floor')).toHaveValue('30')

  await station(page, 'Hardware')
  await page.getByLabel('Search the catalog').fill('single-board 85')
  await page.getByRole('button', { name: 'Single-board computer 85 x 56' }).click()
  await page.getByLabel('Carried by').first().selectOption({ label: 'Tray 1' })
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'In this housing: 1' })).toBeVisible()

  await station(page, 'Fit')
  await page.getByLabel('u mm', { exact: true }).fill('1 1/2')
  await page.getByLabel('u mm', { exact: true }).press('Enter')
  await expect(page.getByLabel('u mm', { exact: true })).toHaveValue('38.1')
  await page.getByLabel('v mm', { exact: true }).fill('30,5 mm')
  await page.getByLabel('v mm', { exact: true }).press('Enter')
  await expect(page.getByLabel('v mm', { exact: true })).toHaveValue('30.5')

  await station(page, 'Packet')
  const download = page.waitForEvent('download')
  await page.getByRole('link', { name: 'tray-1.dxf' }).click()
  const text = await readFile(await (await download).path(), 'utf8')
  const entities = (new DxfParser().parseSync(text)?.entities ?? []) as unknown as Circle[]
  const holes = entities.filter((e) => e.type === 'CIRCLE' && e.layer === 'DRILL_2_9')
  // the pattern 58 x 49 begins 3.5 from the corner of the board, the board lies at (38.1, 30.5)
  const places = holes.map((h) => [h.center.x, h.center.y].map((v) => Math.round(v * 1000) / 1000).join(' ')).sort()
  expect(places).toEqual(['41.6 34', '41.6 83', '99.6 34', '99.6 83'])
  expect(holes.every((h) => Math.abs(h.radius - 1.45) < 1e-9)).toBe(true)
})

test('a project file goes out, comes back in, and a broken one is refused in a sentence', async ({ page }) => {
  const id = await openNew(page, 'Seed drawer')
  const text = await (await page.request.get(`/api/projects/${id}/project.json`)).text()
  await page.goto('/')
  await page.getByLabel('Project file').setInputFiles({
    name: 'p.json',
    mimeType: 'application/json',
    buffer: Buffer.from(text),
  })
  await expect(page.getByRole('heading', { name: 'Seed drawer' })).toBeVisible()
  expect(page.url()).not.toContain(id)
  await page.goto('/')
  await page.getByLabel('Project file').setInputFiles({
    name: 'p.json',
    mimeType: 'application/json',
    buffer: Buffer.from(text.replace('"widthMm": 320', '"widthMm": 9999')),
  })
  await expect(page.getByRole('alert')).toContainText('design.box.widthMm')
})
