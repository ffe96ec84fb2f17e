import { expect, test } from '@playwright/test'
import { openDemo, openNew, station, unreadable } from './support'

const STATIONS = ['Brief', 'Hardware', 'Fit', 'Shell', 'Cuts', 'Mounts', 'Packet', 'Sums']

test('every station is readable in light and dark and fits 1280 and 820 wide', async ({ page }) => {
  await openDemo(page, 'brief')
  for (const name of STATIONS) {
    await page.setViewportSize({ width: 1280, height: 800 })
    await station(page, name)
    await expect(page.getByRole('heading', { level: 2 }).first()).toBeVisible()
    expect(await unreadable(page), name).toEqual([])
    for (const width of [1280, 820]) {
      await page.setViewportSize({ width, height: 900 })
      const over = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
      expect(over, `${name} at ${width}`).toBeLessThanOrEqual(0)
    }
  }
})

test('a snag shows what its remedy would do, mends it, and undo brings it back', async ({ page }) => {
  await openDemo(page, 'mounts')
  await page.getByRole('radio', { name: 'Screws' }).click()
  const own = page.getByLabel('Own length for Supply module to bottom')
  await own.fill('20')
  await own.press('Enter')
  await page.getByRole('button', { name: 'Snags', exact: true }).click()
  const snags = page.getByRole('dialog', { name: 'Snags' })
  await expect(snags).toContainText('M3 x 20 pan goes 4.1 mm deeper than the 15.9 mm that are free')
  await snags.getByRole('button', { name: /Take the length that the stack asks for/ }).click()
  await expect(snags).toContainText('mends:')
  await snags.getByRole('button', { name: 'Do it' }).click()
  await expect(page.getByRole('button', { name: 'Snags', exact: true })).not.toContainText('stop')
  await expect(page.getByRole('status')).toContainText('Mended')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('button', { name: 'Snags', exact: true })).toContainText('1 stop')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('button', { name: 'Snags', exact: true })).not.toContainText('stop')
})

test('a device is nudged by keys and dragged, and the tally tells what moved', async ({ page }) => {
  await openNew(page, 'Nudge')
  await station(page, 'Hardware')
  await page.getByRole('button', { name: 'Audio board 65 x 56' }).click()
  await page.getByLabel('Carried by').first().selectOption({ label: 'Bottom' })
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'In this housing: 1' })).toBeVisible()
  await station(page, 'Fit')
  const u = page.getByLabel('u mm', { exact: true })
  const start = Number(await u.inputValue())
  await page.getByRole('button', { name: /^From above: make/ }).click()
  const device = page.getByRole('group', { name: /From above/ }).getByRole('button', { name: /Audio board/ })
  await device.focus()
  await page.keyboard.press('ArrowRight')
  await expect(u).toHaveValue(String(start + 1))
  await device.focus()
  await page.keyboard.press('Shift+ArrowRight')
  await expect(u).toHaveValue(String(start + 11))
  const box = await device.boundingBox()
  if (!box) throw new Error('the device is not drawn')
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2 + 60, box.y + box.height / 2, {
    steps: 6,
  })
  await page.mouse.up()
  await expect(async () => expect(Number(await u.inputValue())).toBeGreaterThan(start + 20)).toPass()
  await page.getByRole('button', { name: 'What moved' }).click()
  await expect(page.getByRole('status')).toContainText('Changed: Bottom')
})

test('a layer of a chain is set in place, by air or by the box, and a wrong length keeps its sentence', async ({ page }) => {
  await openNew(page, 'Chains')
  await station(page, 'Fit')
  const tally = page.getByRole('contentinfo', { name: 'Tally' })
  await page.getByRole('radio', { name: 'box changes' }).click()
  const top = page.getByLabel(/^Top, layer/)
  await top.fill('wide')
  await top.press('Enter')
  await expect(page.getByRole('alert')).toContainText("'wide' is not a length")
  await top.fill('14.9')
  await top.press('Enter')
  await expect(tally).toContainText('320 × 240 × 163')
  await page.getByRole('radio', { name: 'air gives way' }).click()
  await page.getByLabel(/^Top, layer/).fill('11.9')
  await page.getByLabel(/^Top, layer/).press('Enter')
  await expect(page.getByLabel(/^Top, layer/)).toHaveValue('11.9')
  await expect(tally).toContainText('320 × 240 × 163')
})

test('rows and drawings point at each other, and figures say why', async ({ page }) => {
  await openDemo(page, 'cuts')
  const row = page.locator('tr[data-row="shell/top"]')
  await page
    .getByRole('group', { name: /Sheet of Cast acrylic/ })
    .locator('[data-of="shell/top"]')
    .hover()
  await expect(row).toHaveClass(/bg-brass-soft/)
  await row.getByRole('button', { name: /Why length/ }).click()
  await expect(page.getByText('Source: geometry of the box')).toBeVisible()
  await page.keyboard.press('Escape')
  await station(page, 'Mounts')
  const tray = await page.getByLabel('Part').locator('option', { hasText: 'Main tray' }).first().textContent()
  await page.getByLabel('Part').selectOption({ label: tray ?? '' })
  await page.getByRole('button', { name: /Why u/ }).first().click()
  await expect(page.getByText('place of the device + hole in its pattern')).toBeVisible()
})

test('an edge is chosen on the net and its joint changed', async ({ page }) => {
  await openNew(page, 'Net')
  await station(page, 'Shell')
  await page.getByRole('combobox', { name: 'Edge', exact: true }).selectOption({ label: 'Front and left side' })
  await page.getByRole('combobox', { name: 'Joint' }).selectOption({ label: 'rabbet' })
  await expect(
    page.getByText('Front over left side, rabbet; 148.1 long, enters 6', {
      exact: false,
    }),
  ).toBeVisible()
  // 240 - 2 x 11.9 and 6 given back by the rabbet at the front
  await expect(page.getByRole('row', { name: /Left side/ })).toContainText('222.2 × 148.1')
})

test('the second of two tabs keeps its work', async ({ page, context }) => {
  const id = await openNew(page, 'Two tabs')
  const other = await context.newPage()
  await other.goto(`/project/${id}/brief`)
  await expect(other.getByLabel('Name')).toHaveValue('Two tabs')
  await page.getByLabel('Name').fill('First tab')
  await page.getByLabel('Name').press('Enter')
  await expect(page.getByRole('heading', { name: 'First tab' })).toBeVisible()
  await other.getByLabel('Name').fill('Second tab')
  await other.getByLabel('Name').press('Enter')
  const dialog = other.getByRole('dialog', {
    name: /Changed in another window/,
  })
  await expect(dialog).toContainText('kept aside as revision 3')
  await dialog.getByRole('button', { name: /Go on with mine/ }).click()
  await expect(other.getByRole('heading', { name: 'Second tab' })).toBeVisible()
})

test('stations, help and history are reached by keys, and inches show their error', async ({ page }) => {
  await openDemo(page, 'brief')
  await page.keyboard.press('5')
  await expect(page).toHaveURL(/\/cuts$/)
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Keys and notations' })).toBeVisible()
  await page.keyboard.press('Escape')
  await page.keyboard.press('h')
  await expect(page.getByRole('dialog', { name: 'History' })).toContainText('Demo')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /^Units/ }).click()
  const top = page.locator('tr[data-row="shell/top"]')
  await expect(top).toContainText('13 3/8"')
  await expect(top.getByTitle(/the fraction is -0.28 mm off/).first()).toBeVisible()
})

test('nothing is fetched from elsewhere, and the first page is usable at once', async ({ page }) => {
  const foreign: string[] = []
  page.on('request', (r) => {
    if (!r.url().startsWith('http://127.0.0.1')) foreign.push(r.url())
  })
  await page.goto('/')
  // the best of three: what else the machine does meanwhile is not the page's doing
  const times: number[] = []
  for (let i = 0; i < 3; i++) {
    const began = Date.now()
    await page.goto('/')
    await expect(page.getByRole('link', { name: /Marsh listening station/ })).toBeVisible()
    times.push(Date.now() - began)
  }
  expect(Math.min(...times)).toBeLessThan(1500)
  await openDemo(page, 'fit')
  expect(foreign).toEqual([])
})

test("the shop's offcuts are used before anything is bought", async ({ page }) => {
  const id = await openNew(page, 'Offcuts')
  await page.getByRole('link', { name: 'Shop', exact: true }).click()
  await page.getByLabel('Sheet to register').selectOption({ label: 'Birch plywood 12 mm, 1220 x 610' })
  await expect(page.getByLabel('Count of birch-plywood-12-1220x610')).toHaveValue('1')
  await page.getByLabel('Kerf in plywood').fill('1/8')
  await page.getByLabel('Kerf in plywood').press('Enter')
  await expect(page.getByLabel('Kerf in plywood')).toHaveValue('3.175')
  await page.getByLabel('Trim round a sheet').fill('500')
  await page.getByLabel('Trim round a sheet').press('Enter')
  await expect(page.getByRole('alert')).toContainText('sheetTrimMm is 500: it must lie between 0 and 100')
  await page.goto(`/project/${id}/cuts`)
  await expect(page.getByText('1220 × 610, on hand')).toBeVisible()
  await page.goto('/shop')
  await page.getByRole('button', { name: 'Take out birch-plywood-12-1220x610' }).click()
  await expect(page.getByLabel('Count of birch-plywood-12-1220x610')).toHaveCount(0)
})

test('what if is kept or dropped as a whole', async ({ page }) => {
  await openNew(page, 'What if')
  const tally = page.getByRole('contentinfo', { name: 'Tally' })
  const trial = page.getByRole('region', { name: 'What if' })
  await page.getByRole('button', { name: 'What if' }).click()
  await expect(trial).toContainText('nothing has changed yet')
  await station(page, 'Fit')
  await page.getByLabel('Width mm').fill('300')
  await page.getByLabel('Width mm').press('Enter')
  await page.getByLabel('Height mm').fill('140')
  await page.getByLabel('Height mm').press('Enter')
  await expect(trial).toContainText('width −20 mm, height −20 mm')
  await page.reload()
  await expect(trial).toContainText('width −20 mm')
  await trial.getByRole('button', { name: 'Drop' }).click()
  await expect(tally).toContainText('320 × 240 × 160')
  await expect(trial).toHaveCount(0)
  await page.getByRole('button', { name: 'What if' }).click()
  await page.getByLabel('Width mm').fill('340')
  await page.getByLabel('Width mm').press('Enter')
  await expect(trial).toContainText('width +20 mm')
  await trial.getByRole('button', { name: 'Keep' }).click()
  await expect(tally).toContainText('340 × 240 × 160')
  await expect(trial).toHaveCount(0)
})

test('the check list tells what every device asks for and where it is', async ({ page }) => {
  await openDemo(page, 'hardware')
  await page.getByRole('button', { name: 'Check list' }).click()
  await expect(page.getByRole('heading', { name: 'Check list: 14 missing' })).toBeVisible()
  await page.getByRole('combobox', { name: 'Show' }).selectOption('missing')
  await expect(page.getByRole('row', { name: /Supply module cable input terminals/ })).toContainText('no cable planned')
  await page.getByRole('combobox', { name: 'Show' }).selectOption('provided')
  await expect(page.getByRole('row', { name: /Supply module fixing 4 screws/ })).toContainText('M3 x 16 pan')
  await expect(page.getByRole('row', { name: /Recorder board needs power button/ })).toContainText('Power button, front')
})

test('a sheet printed too small says so and gives the scale to print again with', async ({ page }) => {
  await openDemo(page, 'hardware')
  await page.getByRole('button', { name: 'Supply body SFX 125 x 63.5 x 100' }).click()
  await page.getByLabel('Its 100 mm bar measures').fill('98.6')
  await page.getByLabel('Its 100 mm bar measures').press('Enter')
  // the diagonal of 125 x 63.5 is 140.2: 1.4 % of it is 1.96
  await expect(page.getByRole('status').filter({ hasText: 'print again' })).toContainText(
    "Off by -1.96 mm over the device's diagonal: print again at 101.42 %",
  )
  const download = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Check sheet at true scale' }).click()
  expect((await download).suggestedFilename()).toBe('supply-sfx-check-sheet.pdf')
})

test('a frame is added from the shell, seen on the net, and a joint is laid out', async ({ page }) => {
  await openNew(page, 'Frame and joint')
  await station(page, 'Shell')
  await page.getByLabel('Joint').selectOption('dovetail')
  await page.getByRole('radio', { name: 'Joint layout' }).click()
  await expect(page.getByRole('img', { name: 'Layout on Left side' })).toBeVisible()
  await expect(page.getByRole('row', { name: /^tail at the end/ })).toBeVisible()
  await page.getByRole('radio', { name: 'Structures' }).click()
  await page.getByLabel('Way to build').selectOption('railFrame')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Structures: 1' })).toBeVisible()
  await page.getByRole('radio', { name: 'Unfolded' }).click()
  await expect(page.getByRole('group', { name: 'The box unfolded' })).toContainText('rail')
  await page.getByRole('button', { name: 'Take out' }).click()
  await expect(page.getByRole('heading', { name: 'Structures: 0' })).toBeVisible()
})

test('the corners of a wrap are compared and one is taken', async ({ page }) => {
  await openNew(page, 'Wrap')
  await station(page, 'Shell')
  await page.getByRole('radio', { name: 'Structures' }).click()
  await page.getByLabel('Way to build').selectOption('bentWrap')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Structures: 1' })).toBeVisible()
  await page.getByRole('radio', { name: 'Corners' }).click()
  await expect(page.getByRole('heading', { name: 'Corner: Front and top' })).toBeVisible()
  const front = page.getByRole('row', { name: /^mitred/ }).first()
  await front.getByRole('button', { name: 'Take' }).click()
  await expect(front).toContainText('chosen')
  await expect(page.getByText(/Plan B would change/).first()).toBeVisible()
})
