import AxeBuilder from '@axe-core/playwright'
import type { Locator, Page } from '@playwright/test'
import type { NetworkDocument } from '../src/core/network'
import { document as documentOf, typed } from '../test/documents'
import { expect } from './test'

/** Goes to an address, and waits until the page has come to life. */
export async function goTo(page: Page, path: string): Promise<void> {
  await page.goto(path)
  await alive(page)
}

export async function reload(page: Page): Promise<void> {
  await page.reload()
  await alive(page)
}

/** All that can be pressed is React's, its effects have run, all fields can be written into, and the page waits for somebody. */
async function alive(page: Page): Promise<void> {
  await page.waitForFunction(
    () =>
      window.isAlive &&
      document.querySelector('input[readonly]') === null &&
      [...document.querySelectorAll('button, input')].every((it) =>
        Object.keys(it).some((key) => key.startsWith('__reactProps')),
      ),
  )
  await page.evaluate(() => new Promise((done) => requestIdleCallback(done)))
}

/** Makes a network by its door: the path of its worksheet. */
export async function make(page: Page, network: NetworkDocument): Promise<string> {
  const made = await page.request.post('/api/networks', { data: { document: network } })
  const { id } = (await made.json()) as { id: string }
  return `/networks/${id}`
}

/** Opens a new network of a formula, on one of its screens. */
export async function openFormula(page: Page, title: string, formula: string, screen = ''): Promise<void> {
  await goTo(page, `${await make(page, typed(formula, { title }))}${screen}`)
}

/** Opens a new network of parts between points: `E1 A D 10V`, `R1 A B 100`. */
export async function openParts(
  page: Page,
  title: string,
  parts: readonly string[],
  more: Partial<NetworkDocument> = {},
  screen = '',
): Promise<void> {
  await goTo(page, `${await make(page, documentOf(parts, { ...more, title }))}${screen}`)
}

/** Opens a network of the sample set, to be looked at and not changed. */
export async function openSample(page: Page, title: string, screen = ''): Promise<void> {
  const { networks } = (await (await page.request.get('/api/networks')).json()) as {
    networks: { id: string; title: string }[]
  }
  const found = networks.find((network) => network.title === title)
  if (!found) throw new Error(`no sample ${title}`)
  await goTo(page, `/networks/${found.id}${screen}`)
}

/** Chooses an option of a list. */
export async function choose(list: Locator, option: string | number): Promise<void> {
  await list.click()
  const options = list.page().getByRole('option')
  await (typeof option === 'number' ? options.nth(option) : options.filter({ hasText: option })).click()
}

/** The document of the open network, once it is saved. */
export async function savedDocument(page: Page): Promise<NetworkDocument> {
  await saved(page)
  const [, id] = /networks\/([^/]+)/.exec(page.url()) ?? []
  return ((await (await page.request.get(`/api/networks/${id}`)).json()) as { document: NetworkDocument }).document
}

export function formulaField(page: Page): Locator {
  return page.getByLabel('The network as a formula')
}

export async function saved(page: Page): Promise<void> {
  await expect(page.locator('header [data-saving]')).toHaveText('saved')
}

export function half(page: Page, row: number, side: 'reduce' | 'expand'): Locator {
  return page.locator(`[data-row="${row}"][data-side="${side}"]`)
}

/** The first value of a part on the sheet of a row, to be pointed at: its voltage, on the way up. */
export function valueOn(page: Page, row: number, side: 'reduce' | 'expand', name: string): Locator {
  return half(page, row, side)
    .locator('svg')
    .getByRole('button', { name: new RegExp(`^${name.replace(/[()+‖]/g, '\\$&')}: `) })
    .first()
}

/** What axe finds in light; then what concerns colours in the dark, on the same page. */
export async function expectNoFaults(page: Page, within = 'html'): Promise<void> {
  for (const colorScheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme })
    await expect(page.locator('html')).toHaveClass(new RegExp(`(^| )${colorScheme}( |$)`))
    // What is in order need not be described, and there are no frames: both take axe most of its time.
    const axe = new AxeBuilder({ page })
      .setLegacyMode()
      .include(within)
      .options({ resultTypes: ['violations'], selectors: false })
    const isDark = colorScheme === 'dark'
    const { violations } = await (isDark ? axe.withRules(['color-contrast', 'link-in-text-block']) : axe).analyze()
    const said = violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 120)).join(' | ')}`)
    expect(said, colorScheme).toEqual([])
  }
  await page.emulateMedia({ colorScheme: 'light' })
}
