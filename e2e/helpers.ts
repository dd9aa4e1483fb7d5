import AxeBuilder from '@axe-core/playwright'
import { expect, type Locator, type Page } from '@playwright/test'

/** Makes a network in the browser as a newcomer would: from the logbook, by its formula. */
export async function newNetwork(page: Page, title: string, formula: string): Promise<void> {
  await page.goto('/')
  await page.getByRole('button', { name: 'New network' }).click()
  await page.waitForURL(/\/networks\//)
  await page.getByLabel('Title of the network').fill(title)
  await formulaField(page).fill(formula)
  // A page that is coming to life says “saved” until it has heard of what was typed.
  const path = `/api${new URL(page.url()).pathname}`
  await expect.poll(async () => (await (await page.request.get(path)).json()).document.title).toBe(title)
  await saved(page)
}

/**
 * Opens a network of parts between points: `E1 A D 10V`, `R1 A B 100`.
 *
 * @param more what else its document says
 */
export async function openParts(page: Page, title: string, texts: readonly string[], more: object = {}): Promise<void> {
  const parts = texts.map((text) => {
    const [name, from, to, value] = text.split(' ')
    if (!name.startsWith('E')) return { name, kind: 'resistor', from, to, resistance: value }
    return { name, kind: 'source', from, to, ...(value !== undefined && { voltage: value }) }
  })
  const document = { format: 'nodrel-network', version: 1, title, parts, ...more }
  const made = await page.request.post('/api/networks', { data: { document } })
  const { id } = (await made.json()) as { id: string }
  await page.goto(`/networks/${id}`)
}

/** Opens a network of the sample set, or one made before, from the logbook. */
export async function openNetwork(page: Page, title: string): Promise<void> {
  await search(page, title)
  await page.getByRole('link', { name: title, exact: true }).first().click()
  await page.waitForURL(/\/networks\//)
}

/** Opens the logbook at what has a text in its title or notes: it may be far down. */
export async function search(page: Page, text: string): Promise<void> {
  await page.goto('/')
  await page.getByLabel('Search the logbook').fill(text)
}

export function formulaField(page: Page): Locator {
  return page.getByLabel('The network as a formula')
}

export async function saved(page: Page): Promise<void> {
  await expect(page.locator('[data-saving]')).toHaveText('saved')
}

/** A part on the sheet of a row. */
export function partOn(page: Page, row: number, side: 'reduce' | 'expand', name: string): Locator {
  return half(page, row, side)
    .locator('svg')
    .getByRole('button', { name: new RegExp(`^${name.replace(/[()+‖]/g, '\\$&')}, `) })
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

/** Points at a value and asks for the other ways to it. */
export async function waysTo(page: Page, value: Locator): Promise<Locator> {
  await value.click()
  await page.getByRole('region', { name: 'The thread' }).getByRole('button', { name: 'Other ways' }).click()
  return page.getByRole('dialog', { name: 'Ways to these values' })
}

/** The cells of the answer table's row for a part, once the table has it: it follows the valley in the next moment. */
export async function answerOf(page: Page, name: string): Promise<string[]> {
  const row = page
    .getByRole('region', { name: 'Answers' })
    .getByRole('row')
    .filter({ has: page.getByRole('cell', { name, exact: true }) })
  await row.waitFor()
  return (await row.getByRole('cell').allInnerTexts()).map((text) => text.replaceAll('\u2009', ' ').trim())
}

/**
 * What axe finds: everything there is in light; in dark, where only the colours are others, what concerns colours.
 *
 * @param within what came up over a screen that was looked at already
 */
export async function expectNoFaults(page: Page, within = 'html'): Promise<void> {
  const axe = new AxeBuilder({ page }).include(within)
  const dark = await page.evaluate(() => matchMedia('(prefers-color-scheme: dark)').matches)
  const { violations } = await (dark ? axe.withRules(['color-contrast', 'link-in-text-block']) : axe).analyze()
  expect(
    violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 120)).join(' | ')}`),
  ).toEqual([])
}
