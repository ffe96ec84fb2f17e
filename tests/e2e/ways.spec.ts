import { expect, test } from '@playwright/test'
import { readFile } from 'node:fs/promises'
import { station, watch } from './support'
import { page as howTo, WAYS } from './ways'

for (const way of WAYS)
  test(`${way.begins}: nothing in the way at the start, first hardware at once, a cut list within a minute`, async ({ page }) => {
    watch(page)
    await page.goto('/')
    await page.getByLabel('Name of the new housing').fill(way.named)
    await page.getByRole('radio', { name: new RegExp(`^${way.begins}`) }).check()
    const began = Date.now()
    await page.getByRole('button', { name: 'Begin' }).click()
    await expect(page.getByRole('heading', { name: way.named })).toBeVisible()
    await expect(page.getByRole('button', { name: 'Snags', exact: true })).toHaveText('Snags')

    await station(page, 'Hardware')
    await page.getByLabel('Search the catalog').fill(way.search)
    await page.getByRole('button', { name: way.model, exact: true }).click()
    await page.getByRole('button', { name: 'Add', exact: true }).click()
    await expect(page.getByRole('heading', { name: 'In this housing: 1' })).toBeVisible()

    await station(page, 'Cuts')
    await expect(page.getByRole('table', { name: 'Cut list' }).locator('tbody tr').first()).toBeVisible()
    await expect(page.getByText('No stock gives')).toBeHidden()
    expect(Date.now() - began).toBeLessThan(60_000)
  })

test('every way to build is walked', async ({ page }) => {
  const all = (await (await page.request.get('/api/projects/beginnings')).json()) as { name: string }[]
  expect(WAYS.map((w) => w.begins).sort()).toEqual(all.map((b) => b.name).sort())
  expect(await readFile('../docs/ways.md', 'utf8')).toBe(howTo())
})

test('from a list of hardware alone to a cut list', async ({ page }) => {
  watch(page)
  await page.goto('/')
  await page.getByLabel('Name of the new housing').fill('Reed tally')
  await page.getByLabel('Hardware that goes in, a line for each').fill('2 x fan 60\n85 x 56 board\npower button 16')
  await expect(page.getByRole('list', { name: 'What was read' }).getByRole('listitem')).toHaveCount(3)
  await page.getByRole('button', { name: 'Begin' }).click()
  await expect(page.getByRole('heading', { name: 'Reed tally' })).toBeVisible()
  await station(page, 'Hardware')
  await expect(page.getByRole('heading', { name: 'In this housing: 4' })).toBeVisible()
  await station(page, 'Cuts')
  // six panels, and the blocks that the top is screwed to
  await expect(page.getByRole('table', { name: 'Cut list' }).locator('tbody tr')).toHaveCount(10)
})
