import { test } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { OwnServer } from './own-server'

// ./anvil bench edits: from Enter in a field to the changed number on the screen, in a real browser on a server of its own.
// Prints medians as JSON: milliseconds and bytes an edit, for each demo, for 120 devices and for many parts.

const EDITS = 25

/** As in a long day, after which the server may hold no more than so much memory. */
const EDITS_OF_A_DAY = 500

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

/** Edits of the project that was made first, one after the other without a browser; the median of their answers, ms. */
async function editAllDay(address: string): Promise<number> {
  const listed = (await (await fetch(`${address}/api/projects`)).json()) as { id: string; name: string }[]
  const id = listed.find((p) => p.name === 'Marsh listening station')?.id
  const project = (await (await fetch(`${address}/api/projects/${id}`)).json()) as { revision: number; design: Design }
  const ms: number[] = []
  for (let i = 0; i < EDITS_OF_A_DAY; i++) {
    const box = { ...project.design.box, widthMm: project.design.box.widthMm + (i % 50) }
    const began = performance.now()
    const answer = await fetch(`${address}/api/projects/${id}/design`, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ expectedRevision: project.revision + i, label: 'Width', design: { ...project.design, box } }),
    })
    if (!answer.ok) throw new Error(await answer.text())
    await answer.arrayBuffer()
    ms.push(performance.now() - began)
  }
  return Math.round(median(ms))
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
      const [ms, drawnMs, bytes]: [number[], number[], number[]] = [[], [], []]
      let width = Number(await field.inputValue())
      for (let i = 0; i < EDITS; i++) {
        width += 1
        const answered = page.waitForResponse((r) => r.request().method() === 'PUT')
        await field.fill(String(width))
        // the clock runs in the page: from the key to the frame in which the tally shows the new width, and the drawing does
        const took = page.evaluate(
          (wanted) =>
            new Promise<[number, number]>((done) => {
              const tally = document.querySelector('[aria-label="Tally"]')
              let [began, told] = [0, 0]
              document.addEventListener('keydown', () => (began = performance.now()), { once: true, capture: true })
              const look = () => {
                if (told === 0 && tally?.textContent?.includes(`${wanted} ×`)) told = performance.now() - began
                const drawn = document.querySelector<HTMLInputElement>('[aria-label="Width over all"]')?.value === wanted
                if (told > 0 && drawn) done([told, performance.now() - began])
                else requestAnimationFrame(look)
              }
              requestAnimationFrame(look)
            }),
          String(width),
        )
        await field.press('Enter')
        const [told, drawn] = await took
        ms.push(told)
        drawnMs.push(drawn)
        bytes.push((await (await answered).request().sizes()).responseBodySize)
        // nobody types the next one while the views of the last are drawn
        await page.waitForTimeout(150)
      }
      figures[file.design.name] = {
        edit_ms: Math.round(median(ms.slice(5))),
        drawn_ms: Math.round(median(drawnMs.slice(5))),
        edit_bytes: median(bytes),
        first_page_ms: firstMs,
      }
      await page.close()
    }
    figures[`${EDITS_OF_A_DAY} more edits of the first`] = {
      median_ms: await editAllDay(server.address),
      server_mb: server.residentMb(),
    }
    console.log(JSON.stringify(figures, null, 2))
  } finally {
    await server.end()
  }
})
