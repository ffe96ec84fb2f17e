import { connect } from 'node:net'
import { expect, test, type Locator, type Page } from '@playwright/test'
import DxfParser from 'dxf-parser'
import { readFile } from 'node:fs/promises'
import { openNew, station, watch } from './support'

type Circle = {
  type: string
  layer: string
  center: { x: number; y: number }
  radius: number
}

test('from nothing to a downloaded DXF with the holes in their places', async ({ page }) => {
  await openNew(page, 'Bell rope counter')
  await station(page, 'Fit')
  await page.getByRole('radio', { name: 'Decks' }).click()
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

/** Walks by Tab until that is in focus, as hands without a pointer do. */
async function tabTo(page: Page, target: Locator) {
  for (let i = 0; i < 150; i++) {
    if (await target.evaluate((e) => e === document.activeElement)) return
    await page.keyboard.press('Tab')
  }
  throw new Error(`${target} is not reached by Tab`)
}

test('from nothing to a DXF, and to any thing by its name, without a pointer', async ({ page }) => {
  watch(page)
  await page.goto('/')
  await tabTo(page, page.getByLabel('Name of the new housing'))
  await page.keyboard.type('Reed gauge')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('contentinfo', { name: 'Tally' })).toBeVisible()
  await page.keyboard.press('2')
  await tabTo(page, page.getByLabel('Search the catalog'))
  await page.keyboard.type('single-board 85')
  const model = page.getByRole('button', { name: 'Single-board computer 85 x 56' })
  await expect(model).toBeVisible()
  await tabTo(page, model)
  await page.keyboard.press('Enter')
  await tabTo(page, page.getByRole('button', { name: 'Add', exact: true }))
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'In this housing: 1' })).toBeVisible()
  // a hole by its name: it is chosen in Mounts, and the address leads to it
  await tabTo(page, page.getByRole('button', { name: 'Find', exact: true }))
  await page.keyboard.press('Enter')
  await page.keyboard.type('single-board hole 2')
  await expect(page.getByRole('option')).toHaveCount(1)
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/mounts\?of=hole%2F/)
  await expect(page.locator('tr.bg-brass-soft')).toContainText('hole 2')
  await page.reload()
  await expect(page.locator('tr.bg-brass-soft')).toContainText('hole 2')
  await page.keyboard.press('7')
  const link = page.getByRole('link', { name: 'shell-bottom.dxf' })
  await tabTo(page, link)
  const download = page.waitForEvent('download')
  await page.keyboard.press('Enter')
  const text = await readFile(await (await download).path(), 'utf8')
  const entities = (new DxfParser().parseSync(text)?.entities ?? []) as unknown as Circle[]
  expect(entities.filter((e) => e.type === 'CIRCLE' && e.layer.startsWith('DRILL_')).length).toBeGreaterThanOrEqual(4)
})

test('from a picture to a cut list, and back by a file let fall on the page', async ({ page }) => {
  await page.goto('/')
  await page.getByLabel('Name of the new housing').fill('Tower level desk')
  await page.getByRole('radio', { name: /^Desk console/ }).check()
  await page.getByRole('button', { name: 'Begin' }).click()
  await expect(page.getByRole('heading', { name: 'Tower level desk' })).toBeVisible()
  await station(page, 'Cuts')
  await expect(page.getByRole('cell', { name: 'Lip', exact: true }).first()).toBeVisible()

  await page.goto('/')
  const card = page.getByRole('listitem').filter({ hasText: 'Tower level desk' })
  await expect(card.getByRole('img', { name: 'Tower level desk, as it stands' })).toBeVisible()
  await expect(card.getByText('320 × 240 × 160 mm')).toBeVisible()
  await expect(card.getByRole('link', { name: 'Add the hardware that goes in' })).toHaveAttribute('href', /\/hardware$/)
  await card.getByRole('button', { name: 'Rename Tower level desk' }).click()
  await page.getByLabel('New name of Tower level desk').fill('Tower desk')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Rename Tower desk' })).toBeVisible()

  const list = (await (await page.request.get('/api/projects')).json()) as { id: string; name: string }[]
  const file = await (
    await page.request.get(`/api/projects/${list.find((p) => p.name === 'Tower desk')?.id}/project.json`)
  ).text()
  const dropped = await page.evaluateHandle((text) => {
    const data = new DataTransfer()
    data.items.add(new File([text], 'desk.json', { type: 'application/json' }))
    return data
  }, file)
  await page.dispatchEvent('body', 'drop', { dataTransfer: dropped })
  await expect(page).toHaveURL(/\/project\/.*\/brief$/)
  await expect(page.getByRole('heading', { name: 'Tower desk' })).toBeVisible()
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

test('a pattern is taken from a DXF without a unit, kept as an own model and placed', async ({ page }) => {
  const circle = (x: number, y: number) => `0\nCIRCLE\n8\n0\n10\n${x}\n20\n${y}\n40\n1.6\n`
  const frame = '0\nLWPOLYLINE\n8\n0\n90\n4\n70\n1\n10\n0\n20\n0\n10\n70\n20\n0\n10\n70\n20\n40\n10\n0\n20\n40\n'
  const dxf = `0\nSECTION\n2\nENTITIES\n${frame}${circle(4, 4)}${circle(66, 4)}${circle(20, 36)}0\nENDSEC\n0\nEOF\n`
  const id = await openNew(page, 'Own board')
  await station(page, 'Hardware')
  await page.getByRole('button', { name: 'Own model' }).click()
  await page
    .getByLabel('Pattern file')
    .setInputFiles({ name: 'b.dxf', mimeType: 'image/vnd.dxf', buffer: Buffer.from('no drawing') })
  await expect(page.getByRole('alert')).toContainText('no SECTION')
  await page.getByLabel('Pattern file').setInputFiles({ name: 'b.dxf', mimeType: 'image/vnd.dxf', buffer: Buffer.from(dxf) })
  await expect(page.getByRole('alert')).toContainText('does not say its unit')
  await page.getByRole('button', { name: 'It is in millimetres' }).click()
  await expect(page.getByText('3 holes found')).toBeVisible()
  await page.getByLabel('Name').fill('Reed counter board')
  await page.getByLabel('Short id').fill('reed-counter')
  await page.getByRole('button', { name: 'Keep' }).click()
  await expect(page.getByText('3 holes, asymmetrical')).toBeVisible()
  await page.getByLabel('Carried by').first().selectOption({ label: 'Bottom' })
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'In this housing: 1' })).toBeVisible()
  const view = (await (await page.request.get(`/api/projects/${id}`)).json()) as {
    design: { devices: { uMm: number; vMm: number }[] }
    plan: { parts: { id: string; features: { kind: string; for: string; at: { u: number; v: number } }[] }[] }
  }
  const at = view.design.devices[0]
  const holes = view.plan.parts.find((p) => p.id === 'shell/bottom')?.features.filter((f) => f.for === 'reed-counter') ?? []
  // the bottom begins 11.9 in from the envelope, from which u and v are counted
  const local = holes
    .map((h) => [h.at.u + 11.9 - (at?.uMm ?? 0), h.at.v + 11.9 - (at?.vMm ?? 0)].map((v) => Math.round(v * 100) / 100).join(' '))
    .sort()
  expect(local).toEqual(['20 36', '4 4', '66 4'])
})

test('the real server refuses a body over its limit and goes on answering', async ({ request, baseURL }) => {
  // the head alone announces the length: the refusal must not wait for the body
  const { hostname, port } = new URL(baseURL ?? '')
  const answer = await new Promise<string>((resolve, reject) => {
    const socket = connect(Number(port), hostname, () =>
      socket.write(
        `POST /api/projects/import HTTP/1.1\r\nHost: ${hostname}:${port}\r\nContent-Type: application/json\r\nContent-Length: 4100000\r\n\r\n`,
      ),
    )
    socket.once('data', (data) => {
      resolve(data.toString())
      socket.destroy()
    })
    socket.once('error', reject)
  })
  expect(answer).toMatch(/^HTTP\/1\.1 413 /)
  expect((await request.get('/api/projects')).ok()).toBe(true)
})
