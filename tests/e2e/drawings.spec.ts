import { expect, test, type Page } from '@playwright/test'
import { watch } from './support'

type Box = { text: string; left: number; top: number; right: number; bottom: number; size: number }

/** What is wrong with the words of the drawings on a page: on one another, out of their drawing, or too small to be read. */
async function wrong(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const found: string[] = []
    for (const sheet of document.querySelectorAll('.sheet')) {
      const frame = sheet.getBoundingClientRect()
      const boxes: Box[] = [...sheet.querySelectorAll('text, input')].map((e) => {
        const { left, top, right, bottom } = e.getBoundingClientRect()
        const text = e instanceof HTMLInputElement ? e.value : (e.textContent ?? '')
        // a letter stands higher than it looks: the boxes of two lines may touch
        const turned = e.hasAttribute('transform')
        const slack = e instanceof HTMLInputElement ? 1 : (turned ? right - left : bottom - top) * 0.18
        const [x, y] = turned ? [slack, 0.5] : [0.5, slack]
        const size = parseFloat(getComputedStyle(e).fontSize)
        return { text, left: left + x, right: right - x, top: top + y, bottom: bottom - y, size }
      })
      const scale = sheet.querySelector('svg')?.getScreenCTM()?.a ?? 1
      boxes.forEach((a, i) => {
        const size = sheet.querySelectorAll('text, input')[i] instanceof HTMLInputElement ? a.size : a.size * scale
        if (size < 11) found.push(`${a.text} is ${size} px`)
        if (a.left < frame.left - 1 || a.right > frame.right + 1 || a.top < frame.top - 1 || a.bottom > frame.bottom + 1)
          found.push(`${a.text} leaves its drawing`)
        for (const b of boxes.slice(i + 1))
          if (a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom) found.push(`${a.text} on ${b.text}`)
      })
      if (boxes.length === 0) found.push('a drawing without words')
    }
    return found
  })
}

async function demos(page: Page): Promise<{ id: string; name: string }[]> {
  const list = (await (await page.request.get('/api/projects')).json()) as { id: string; name: string }[]
  const found = list.filter((p) => /^(Marsh|Bell|Kiln|Seed)/.test(p.name))
  expect(found.length).toBeGreaterThanOrEqual(5)
  return found
}

/** Opens Fit and waits until its three drawings are there. */
async function openFit(page: Page, id: string, view: string) {
  await page.goto(`/project/${id}/fit?view=${view}`)
  await expect(page.locator('.sheet')).toHaveCount(3)
  await page.waitForLoadState('networkidle')
}

for (const width of [1280, 820]) {
  test(`every word in the sections of the demos can be read at ${width}`, async ({ page }) => {
    watch(page)
    await page.setViewportSize({ width, height: 900 })
    for (const { id, name } of await demos(page))
      for (const view of width === 820 && name.startsWith('Marsh') ? ['front', 'top', 'side'] : ['front']) {
        await openFit(page, id, view)
        expect(await wrong(page), `${name}, ${view}`).toEqual([])
      }
  })
}

test('every word on the sheets of stock, the levels, the parts and the nets of the demos can be read', async ({ page }) => {
  watch(page)
  await page.setViewportSize({ width: 820, height: 900 })
  for (const { id, name } of await demos(page))
    for (const [station, some] of [
      ['cuts', /^Marsh|Bell|Kiln/],
      ['mounts', /^Seed|Marsh listening station/],
      ['shell', /^Marsh|Kiln/],
    ] as const) {
      if (!some.test(name)) continue
      await page.goto(`/project/${id}/${station}`)
      await expect(page.locator('.sheet').first()).toBeVisible()
      await page.waitForLoadState('networkidle')
      expect(await wrong(page), `${name}, ${station}`).toEqual([])
    }
})

test('every word in the section of what each way to build begins with can be read', async ({ page }) => {
  watch(page)
  await page.setViewportSize({ width: 820, height: 900 })
  const begun = (await (await page.request.get('/api/projects/beginnings')).json()) as { system: string | null; name: string }[]
  expect(begun.length).toBeGreaterThan(8)
  // each third one: the words of all of them are held to the same without a browser
  for (const { system, name } of begun.filter((_, i) => i % 3 === 0)) {
    const made = await page.request.post('/api/projects', { data: { name: `Drawn ${name}`, system } })
    const { id } = (await made.json()) as { id: string }
    await openFit(page, id, 'front')
    expect(await wrong(page), name).toEqual([])
    await page.request.delete(`/api/projects/${id}?expectedRevision=1`)
  }
})
