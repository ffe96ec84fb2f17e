import AxeBuilder from '@axe-core/playwright'
import { expect, test } from '@playwright/test'
import { openDemo, openNew, station, watch } from './support'

test('a sum is found, worked and read by keys alone', async ({ page }) => {
  await openDemo(page, 'brief')
  await page.keyboard.press('8')
  const question = page.getByRole('combobox', { name: 'What do you want to know' })
  await expect(question).toBeFocused()
  await page.keyboard.type('does the shelf sag')
  await expect(page.getByRole('option').first()).toContainText('How much a shelf sags')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'How much a shelf sags' })).toBeVisible()
  const results = page.getByRole('table', { name: 'Results' })
  // 200 N over 700 mm of 250 x 18 mm board: 5 F L³ / 384 E I = 0.774 mm
  await expect(results).toContainText('0.774')
  const span = page.getByLabel('span mm', { exact: true })
  for (let i = 0; i < 6 && !(await span.evaluate((e) => e === document.activeElement)); i++) await page.keyboard.press('Tab')
  await expect(span).toBeFocused()
  await page.keyboard.press('Control+A')
  await page.keyboard.type('1400')
  await page.keyboard.press('Enter')
  // twice the span sags eight times as much
  await expect(results).toContainText('6.19')
  await expect(page.getByLabel('span, in the sketch')).toHaveValue('1400')
  await expect(page.getByRole('group', { name: /^Sketch/ })).toContainText('6.19')
})

test('a sum begins with a number of the project and its result goes back with a look before', async ({ page }) => {
  await openNew(page, 'From a sum')
  await station(page, 'Sums')
  await page.getByRole('combobox', { name: 'What do you want to know' }).fill('how much a board moves')
  await page.getByRole('option', { name: /How much a board moves/ }).click()
  await page.getByRole('combobox', { name: 'Take width from the project' }).selectOption('box/width')
  await expect(page.getByLabel('width mm', { exact: true })).toHaveValue('320')
  await page.getByRole('combobox', { name: 'Send width after to the project' }).selectOption('box/width')
  const send = page.getByRole('group', { name: /^Send to Width/ })
  await expect(send).toContainText('parts touched')
  await send.getByRole('button', { name: 'Put it there' }).click()
  await expect(page.getByRole('contentinfo', { name: 'Tally' })).not.toContainText('320 ×')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('contentinfo', { name: 'Tally' })).toContainText('320 ×')
})

test('a glue-up that takes too long is split by its remedy', async ({ page }) => {
  await openNew(page, 'Glue')
  await station(page, 'Shell')
  await page.getByRole('radio', { name: 'Glue-up' }).click()
  await page.getByRole('combobox', { name: 'Glue' }).selectOption('cyanoacrylate')
  await expect(page.getByText('longer than the glue allows')).toBeVisible()
  await page.getByRole('combobox', { name: 'Glue' }).selectOption('PVA yellow (aliphatic)')
  await expect(page.getByText('Workable 8.0 min')).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Snags', exact: true }).click()
  const snags = page.getByRole('dialog', { name: 'Snags' })
  await expect(snags).toContainText('stays workable 8 min')
  await snags.getByRole('button', { name: 'Glue in 2 goes' }).click()
  await snags.getByRole('button', { name: 'Do it' }).click()
  await expect(page.getByRole('heading', { name: 'Go 2 of 2' })).toBeVisible()
  await expect(page.getByText('longer than the glue allows')).toHaveCount(0)
})

test('a coupon that was tried is recorded with its count, and taken out again', async ({ page }) => {
  watch(page)
  await page.goto('/shop')
  const coupon = page.getByRole('region', { name: 'Fit coupon' })
  await coupon.getByLabel('Process').selectOption('router')
  const file = page.waitForEvent('download')
  await coupon.getByRole('link', { name: 'comb.dxf' }).click()
  expect((await file).suggestedFilename()).toBe('comb.dxf')
  await coupon.getByRole('group', { name: 'Slides at' }).getByRole('button').first().click()
  await expect(page.getByRole('row', { name: /^routed/ })).toContainText('from 1, spread 0')
  await page
    .getByRole('button', { name: /Take out coupon/ })
    .first()
    .click()
  await expect(page.getByRole('row', { name: /^routed/ })).toContainText('none tried')
})

test('the corner of a plain box is compared by every school and turned', async ({ page }) => {
  await openNew(page, 'Corner')
  await station(page, 'Shell')
  await page.getByRole('radio', { name: 'Corners' }).click()
  await page.getByLabel('Edge to compare').selectOption('frontRight')
  const mitred = page.getByRole('row', { name: /^mitred/ })
  await expect(mitred).toContainText('parts touched')
  await mitred.getByRole('button', { name: 'Take' }).click()
  await expect(page.getByRole('heading', { name: 'Corner: Front and right side' })).toBeVisible()
})

for (const theme of ['light', 'dark'] as const) {
  test(`pages without a project are readable in ${theme} and fit 820 wide`, async ({ page }) => {
    watch(page)
    await page.addInitScript((t) => localStorage.setItem('anvil-theme', t), theme)
    for (const path of ['/', '/shop', '/sums?sum=floating_panel']) {
      await page.setViewportSize({ width: 820, height: 900 })
      await page.goto(path)
      await expect(page.getByRole('heading').first()).toBeVisible()
      await page.waitForLoadState('networkidle')
      const result = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa']).analyze()
      expect(result.violations.map((v) => `${path}: ${v.id} ${v.nodes[0]?.html ?? ''}`)).toEqual([])
      const over = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
      expect(over, path).toBeLessThanOrEqual(0)
    }
  })
}
