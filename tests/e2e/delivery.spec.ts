import { expect, test } from '@playwright/test'
import { openDemo, station } from './support'

test('the first page is small, compressed, and its scripts are fetched once for good', async ({ page }) => {
  const down: { path: string; bytes: number; headers: Record<string, string> }[] = []
  page.on('requestfinished', (request) => {
    void (async () => {
      const response = await request.response()
      if (!response) return
      const { responseBodySize } = await request.sizes()
      down.push({ path: new URL(request.url()).pathname, bytes: responseBodySize, headers: response.headers() })
    })()
  })
  await page.goto('/')
  await expect(page.getByRole('button', { name: 'Begin' })).toBeVisible()
  await expect.poll(() => down.some((d) => /CutsStation-.*\.js$/.test(d.path))).toBe(true)
  const named: string[] = (await (await page.request.get('/')).text()).match(/\/assets\/[^"]+\.js/g) ?? []
  expect(named.length).toBeGreaterThan(0)
  const first = down.filter((d) => named.includes(d.path))
  expect(first.map((d) => d.headers['content-encoding'])).toEqual(first.map(() => 'br'))
  expect(first.map((d) => d.headers['cache-control'])).toEqual(first.map(() => 'public, max-age=31536000, immutable'))
  expect(first.reduce((sum, d) => sum + d.bytes, 0)).toBeLessThan(250_000)
  expect(down.find((d) => d.path === '/')?.headers['cache-control']).toBe('no-cache')
})

test('a server that stops takes no page away', async ({ page, context }) => {
  await openDemo(page, 'fit')
  // the other pages come when this one has come to rest
  await page.waitForLoadState('networkidle')
  await context.setOffline(true)
  await station(page, 'Packet')
  await expect(page.getByRole('navigation', { name: 'Stations' })).toBeVisible()
  await expect(page.getByRole('main').getByRole('heading').first()).toBeVisible()
  await context.setOffline(false)
})

test('a page whose script does not come says so and can be tried again', async ({ page }) => {
  await page.route(/ShopStation-.*\.js$/, (route) => route.abort())
  await page.goto('/shop')
  await expect(page.getByRole('heading', { name: 'This page could not be opened' })).toBeVisible()
  await page.unroute(/ShopStation-.*\.js$/)
  await page.getByRole('button', { name: 'Try again' }).click()
  await expect(page.getByRole('heading', { name: 'This page could not be opened' })).toBeHidden()
  await expect(page.getByText('Shop').first()).toBeVisible()
})

test('an edit sends what changed, and the page shows the whole', async ({ page }) => {
  const id = await openDemo(page, 'fit')
  const tally = page.getByRole('contentinfo', { name: 'Tally' })
  const width = page.getByLabel('Width mm')
  const was = Number(await width.inputValue())
  for (const more of [5, 10]) {
    const answered = page.waitForResponse((r) => r.request().method() === 'PUT' && r.url().endsWith('/design'))
    await width.fill(String(was + more))
    await width.press('Enter')
    const answer = await answered
    expect(answer.headers()['view-base']).toBe(answer.request().headers()['view-have'])
    expect((await answer.request().sizes()).responseBodySize).toBeLessThan(30_000)
    await expect(tally).toContainText(`${was + more} ×`)
  }
  // what the browser put together is what the server has
  const told = (await (await page.request.get(`/api/projects/${id}`)).json()) as { plan: { tally: { massG: number } } }
  await expect(tally).toContainText((told.plan.tally.massG / 1000).toFixed(2))
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(width).toHaveValue(String(was))
})
