import { test } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { OwnServer } from './own-server'

// ./anvil bench edits: from Enter in a field to the changed number on the screen, in a real browser on a server of its own.
// Prints medians as JSON: milliseconds and bytes an edit, for each demo, for 120 devices and for many parts.

const EDITS = 25

type Design = { name: string; box: { widthMm: number }; devices: unknown[] }

const median = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0

/** 120 boards on twelve trays of a housing of two metres. */
function manyDevices(demo: Design): Design {
  const design = structuredClone(demo) as Design & Record<string, unknown>
  const box = { ...design.box, widthMm: 800, depthMm: 300, heightMm: 2000 }
  const trays = Array.from({ length: 12 }, (_, i) => ({
    ...(design.trays as object[])[0],
    id: `tray-${i}`,
    name: `Tray ${i}`,
    undersideMm: 60 + i * 150,
  }))
  const devices = Array.from({ length: 120 }, (_, i) => ({
    id: `d${i}`,
    modelId: 'sbc-65',
    name: `Board ${i}`,
    deckId: `tray-${Math.floor(i / 10)}`,
    uMm: 25 + (i % 10) * 68,
    vMm: 60,
    quarterTurns: 0,
    mounting: { by: 'ownFixings', standoffMm: null, screwLengthMm: null, washerMm: 0 },
    rebateToMm: null,
    grille: null,
    closedPorts: [],
  }))
  return { ...design, name: '120 devices', box, trays, devices, links: [], structures: [] } as unknown as Design
}

test('an edit, from the key to the screen', async ({ context }) => {
  test.setTimeout(300_000)
  const server = new OwnServer()
  try {
    await server.start()
    const demos = ['marsh-listening-station', 'bell-tower-control-board', 'kiln-room-tray-rack'].map(
      (name) => JSON.parse(readFileSync(resolve('../demo', `${name}.json`), 'utf8')) as { design: Design },
    )
    const large = structuredClone(demos[0])
    if (!large) throw new Error('The demo is missing.')
    large.design = manyDevices(large.design)
    const figures: Record<string, Record<string, number>> = {}
    for (const file of [...demos, large]) {
      const made = await fetch(`${server.address}/api/projects/import`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify(file),
      })
      if (!made.ok) throw new Error(await made.text())
      const { id } = (await made.json()) as { id: string }
      const page = await context.newPage()
      const opened = Date.now()
      await page.goto(`${server.address}/project/${id}/fit`)
      const field = page.getByLabel('Width mm')
      await field.waitFor()
      const firstMs = Date.now() - opened
      await page.waitForLoadState('networkidle')
      const [ms, bytes]: [number[], number[]] = [[], []]
      let width = Number(await field.inputValue())
      for (let i = 0; i < EDITS; i++) {
        width += 1
        const answered = page.waitForResponse((r) => r.request().method() === 'PUT')
        await field.fill(String(width))
        // the clock runs in the page: from the key to the frame in which the tally shows the new width
        const took = page.evaluate(
          (wanted) =>
            new Promise<number>((done) => {
              const tally = document.querySelector('[aria-label="Tally"]')
              let began = 0
              document.addEventListener('keydown', () => (began = performance.now()), { once: true, capture: true })
              const look = () => {
                if (tally?.textContent?.includes(`${wanted} ×`)) done(performance.now() - began)
                else requestAnimationFrame(look)
              }
              requestAnimationFrame(look)
            }),
          String(width),
        )
        await field.press('Enter')
        ms.push(await took)
        bytes.push((await (await answered).request().sizes()).responseBodySize)
      }
      figures[file.design.name] = {
        edit_ms: Math.round(median(ms.slice(5))),
        edit_bytes: median(bytes),
        first_page_ms: firstMs,
      }
      await page.close()
    }
    console.log(JSON.stringify(figures, null, 2))
  } finally {
    await server.end()
  }
})
