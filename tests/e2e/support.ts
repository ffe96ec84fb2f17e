import AxeBuilder from '@axe-core/playwright'
import { expect, type Page } from '@playwright/test'

/** Opens the demo project at a station; every script error of the page fails the test. */
export async function openDemo(page: Page, station: string): Promise<string> {
  const id = await demoId(page)
  await page.goto(`/project/${id}/${station}`)
  await expect(page.getByRole('contentinfo', { name: 'Tally' })).toBeVisible()
  return id
}

/** The demo project, before any page is opened. */
export async function demoId(page: Page): Promise<string> {
  watch(page)
  const list = (await (await page.request.get('/api/projects')).json()) as {
    id: string
    name: string
  }[]
  const demo = list.find((p) => p.name === 'Marsh listening station')
  expect(demo).toBeDefined()
  return demo?.id ?? ''
}

export function watch(page: Page) {
  page.on('pageerror', (error) => {
    throw error
  })
}

/** A project made for one test alone. */
export async function openNew(page: Page, name: string): Promise<string> {
  watch(page)
  await page.goto('/')
  await page.getByLabel('Name of the new housing').fill(name)
  await page.getByRole('button', { name: 'Begin' }).click()
  await expect(page).toHaveURL(/\/project\/.*\/brief$/)
  await expect(page.getByRole('contentinfo', { name: 'Tally' })).toBeVisible()
  return /project\/([^/]+)/.exec(page.url())?.[1] ?? ''
}

/** Goes to a station and waits until it stands: fields of the station before may carry the same labels. */
export async function station(page: Page, name: string) {
  const link = page.getByRole('navigation', { name: 'Stations' }).getByRole('link', { name })
  await link.click()
  await expect(link).toHaveAttribute('aria-current', 'page')
}

/** What axe finds wrong with a page in both themes: what the theme changes is contrast alone, the rest is held once, in light. */
export async function unreadable(page: Page): Promise<string[]> {
  const theme = (name: string) =>
    page.evaluate((t) => {
      document.documentElement.dataset.theme = t
    }, name)
  await theme('light')
  const light = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa']).analyze()
  await theme('dark')
  const dark = await new AxeBuilder({ page }).withRules(['color-contrast']).analyze()
  await theme('light')
  const told = (in_: string, result: typeof light) => result.violations.map((v) => `${in_}: ${v.id} ${v.nodes[0]?.html ?? ''}`)
  return [...told('light', light), ...told('dark', dark)]
}
