import { expect, test } from '@playwright/test'
import { writeFile } from 'node:fs/promises'
import { resolve } from 'node:path'
import { station, watch } from './support'
import { page as howTo, WAYS } from './ways'

// run from web, as all of these are
const docs = resolve('../docs')

test('the page of all ways', async () => {
  await writeFile(`${docs}/ways.md`, howTo())
})

for (const way of WAYS)
  test(`the picture of ${way.begins}`, async ({ page }) => {
    watch(page)
    await page.goto('/')
    await page.getByLabel('Name of the new housing').fill(way.named)
    await page.getByRole('radio', { name: new RegExp(`^${way.begins}`) }).check()
    await page.getByRole('button', { name: 'Begin' }).click()
    await station(page, 'Hardware')
    await page.getByLabel('Search the catalog').fill(way.search)
    await page.getByRole('button', { name: way.model, exact: true }).click()
    await page.getByRole('button', { name: 'Add', exact: true }).click()
    await expect(page.getByRole('heading', { name: 'In this housing: 1' })).toBeVisible()
    await station(page, way.shown)
    if (way.shown === 'Shell') {
      await page.getByRole('radio', { name: 'Built' }).click()
      const structures = page.getByRole('radio', { name: 'Structures' })
      if (way.begins !== 'Closed box' && (await structures.isVisible())) await structures.click()
    }
    await page.mouse.move(480, 24)
    // what the last edit moved is told for some seconds
    await expect(page.getByRole('contentinfo', { name: 'Tally' }).getByRole('status')).toBeHidden({ timeout: 15_000 })
    await page.waitForLoadState('networkidle')
    await page.waitForTimeout(1500)
    await page.screenshot({ path: `${docs}/ways/${way.file}.png` })
  })
