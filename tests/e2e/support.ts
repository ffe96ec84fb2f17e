import { expect, type Page } from '@playwright/test'

/** Opens the demo project at a station; every script error of the page fails the test. */
export async function openDemo(page: Page, station: string): Promise<string> {
  watch(page)
  const list = (await (await page.request.get('/api/projects')).json()) as {
    id: string
    name: string
  }[]
  const demo = list.find((p) => p.name === 'Marsh listening station')
  expect(demo).toBeDefined()
  await page.goto(`/project/${demo?.id}/${station}`)
  await expect(page.getByRole('contentinfo', { name: 'Tally' })).toBeVisible()
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
