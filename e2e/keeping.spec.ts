import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import Database from 'better-sqlite3'
import { newFolder } from '../test/folder'
import { choose, formulaField, goTo, openFormula, reload, saved } from './helpers'
import { expect, test } from './test'

const idOf = (page: Page) => page.url().split('/').pop() ?? ''
const tried = (page: Page) => page.locator('[data-try] [data-saving=saved]')

test('nothing is lost when the server is killed while typing, and the page after it', async ({ page, start }) => {
  let own = await start()
  const { data, port, url } = own
  const made = await fetch(`${url}/api/networks`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      format: 'nodrel-network',
      version: 1,
      title: 'Survivor',
      parts: [
        { name: 'E1', kind: 'source', from: 'A', to: 'B', voltage: '12 V' },
        { name: 'R1', kind: 'resistor', from: 'A', to: 'B', resistance: '100' },
      ],
    }),
  })
  const { id } = (await made.json()) as { id: string }
  await goTo(page, `${url}/networks/${id}`)
  // Parts of the screen may still be on their way.
  await own.kill()
  await formulaField(page).fill('R1 100 // R2 300')
  await expect(page.locator('[data-saving="unsaved"]')).toContainText('the server does not answer')
  own = await start(data, port)
  await expect(page.locator('[data-saving="saved"]')).toBeVisible({ timeout: 30_000 })
  // Once more, and this time the page goes too.
  await own.kill()
  await formulaField(page).fill('R1 100 // R2 330')
  await page.goto('about:blank')
  own = await start(data, port)
  await goTo(page, `${url}/networks/${id}`)
  await expect(formulaField(page)).toHaveValue('R1 100 ∥ R2 330')
  await saved(page)
  const stored = await (await fetch(`${url}/api/networks/${id}`)).json()
  expect(stored.document.parts.at(-1)).toMatchObject({ name: 'R2', resistance: '330' })
})

test('two windows on one network: the later one chooses, nothing is overwritten silently', async ({
  page,
  context,
}) => {
  await openFormula(page, 'Shared', 'R1 100')
  const other = await context.newPage()
  await goTo(other, page.url())
  await expect(formulaField(other)).toHaveValue('R1 100')
  await formulaField(page).fill('R1 111')
  await saved(page)
  await formulaField(other).fill('R1 222')
  const choice = other.getByRole('dialog', { name: /changed in another window/ })
  await expect(choice).toBeVisible()
  await choice.getByRole('button', { name: 'Use the other one' }).click()
  await expect(formulaField(other)).toHaveValue('R1 111')
  await other.getByRole('button', { name: 'Undo' }).click()
  await expect(formulaField(other)).toHaveValue('R1 222')
  await saved(other)
  await formulaField(page).fill('R1 333')
  await page
    .getByRole('dialog', { name: /changed in another window/ })
    .getByRole('button', { name: 'Keep mine' })
    .click()
  await saved(page)
  await reload(page)
  await expect(formulaField(page)).toHaveValue('R1 333')
  // The other stays within reach of Undo, also after a reload.
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(formulaField(page)).toHaveValue('R1 222')
  await saved(page)
})

test('two windows on one attempt and one run of readings: the person chooses, the other is kept', async ({
  page,
  context,
}) => {
  await openFormula(page, 'Two attempts', 'R1 100 + R2 200 + R3 300')
  const other = await context.newPage()
  await goTo(other, page.url())
  for (const window of [page, other]) {
    await window.getByRole('button', { name: 'Try', exact: true }).click()
    await expect(tried(window)).toBeVisible()
  }
  for (const hint of ['Where to look', 'What to do']) {
    await page.getByRole('button', { name: hint }).click()
    await expect(tried(page)).toBeVisible()
  }
  await other.getByRole('button', { name: 'The step itself' }).click()
  const choice = other.getByRole('dialog', { name: /changed in another window/ })
  await expect(choice).toContainText('2 moves there, 1 move here')
  await choice.getByRole('button', { name: 'Keep mine' }).click()
  await expect(tried(other)).toBeVisible()
  await expect(other.locator('[data-other]')).toContainText('2 moves')
  // It is still being tried after a reload.
  await reload(other)
  await expect(other.locator('[data-hint="3"]')).toBeVisible()
  await other.getByRole('button', { name: 'Open it' }).click()
  await expect(other.locator('[data-hint="2"]')).toBeVisible()
  await expect(other.locator('[data-other]')).toContainText('1 move')
  // Nor does the logbook give its answers away.
  await goTo(other, '/')
  await expect(other.getByRole('listitem').filter({ hasText: 'Two attempts' })).toContainText('being tried')

  const reading = (window: Page, part: string) => window.locator(`[data-row="voltage ${part}"] [data-reading]`)
  const write = async (window: Page, part: string, value: string) => {
    await reading(window, part).fill(value)
    await reading(window, part).press('Enter')
  }
  const kept = (window: Page) =>
    expect(window.getByRole('region', { name: 'Entry' }).locator('[data-saving]')).toHaveText('saved')
  await goTo(page, `/networks/${idOf(page)}/bench`)
  await write(page, 'R1', '2')
  await kept(page)
  await goTo(other, page.url())
  await expect(reading(other, 'R1')).toHaveValue('2')
  await write(other, 'R2', '4')
  await kept(other)
  await other.close()
  await write(page, 'R3', '6')
  await page
    .getByRole('dialog', { name: /was changed in another window/ })
    .getByRole('button', { name: 'Keep mine' })
    .click()
  await kept(page)
  const runs = page.getByLabel('Run', { exact: true })
  await reload(page)
  await choose(runs, 0)
  await expect(reading(page, 'R3')).toHaveValue('6')
  await choose(runs, 1)
  await expect(reading(page, 'R2')).toHaveValue('4')
})

test('a network deleted elsewhere can be put back; what was not saved of one that is gone lies in the logbook', async ({
  page,
}) => {
  await openFormula(page, 'Deleted', 'R1 100')
  const id = idOf(page)
  await page.request.delete(`/api/networks/${id}`)
  await formulaField(page).fill('R1 111')
  await page
    .getByRole('dialog', { name: /deleted elsewhere/ })
    .getByRole('button', { name: 'Put it back' })
    .click()
  await saved(page)
  await reload(page)
  await expect(formulaField(page)).toHaveValue('R1 111')
  for (const door of ['networks', 'bin']) await page.request.delete(`/api/${door}/${id}`)
  await formulaField(page).fill('R1 123')
  await page.getByRole('button', { name: 'Go to the logbook' }).click()
  const left = page.getByRole('region', { name: 'Not saved yet, kept in this browser' })
  await left.getByRole('button', { name: 'Keep as a new network' }).click()
  await expect(left).toHaveCount(0)
  await page.getByRole('link', { name: 'Deleted' }).click()
  await expect(formulaField(page)).toHaveValue('R1 123')
})

test('what is typed while the first answer is still under way is saved; so is what was typed before leaving by a link', async ({
  page,
}) => {
  await openFormula(page, 'Slow answer', 'R1 100')
  await page.route('**/api/networks/*', async (route) => {
    if (route.request().method() === 'GET') await new Promise((done) => setTimeout(done, 1500))
    await route.continue()
  })
  await reload(page)
  await formulaField(page).fill('R1 470')
  await saved(page)
  await page.unrouteAll({ behavior: 'wait' })
  await reload(page)
  await expect(formulaField(page)).toHaveValue('R1 470')
  await page.getByLabel('Title of the network').fill('Left in a hurry')
  await page.getByRole('link', { name: 'Nodrel, logbook' }).click()
  await expect(page.getByRole('heading', { name: 'Left in a hurry', exact: true })).toBeVisible()
})

test('where the browser forbids its storage everything is saved all the same, and what is not kept is said', async ({
  page,
}) => {
  await page.addInitScript(() =>
    Object.defineProperty(window, 'localStorage', {
      get: () => {
        throw new DOMException('', 'SecurityError')
      },
    }),
  )
  await openFormula(page, 'Storage forbidden', 'R1 100')
  await formulaField(page).fill('R1 (')
  await expect(page.locator('[data-not-kept=forbidden]')).toBeVisible()
  await formulaField(page).fill('R1 4k7')
  await expect(page.locator('[data-saving=saved]')).toBeVisible()
  await reload(page)
  await expect(formulaField(page)).toHaveValue('R1 4k7')
  await page.getByRole('button', { name: 'Try', exact: true }).click()
  await page.getByRole('button', { name: 'Where to look' }).click()
  await expect(tried(page)).toBeVisible()
})

test('half a formula is there again after a reload', async ({ page }) => {
  await openFormula(page, 'Half', 'R1 100')
  await formulaField(page).fill('R1 100 + R2 2oo')
  await reload(page)
  await expect(formulaField(page)).toHaveValue('R1 100 + R2 2oo')
})

test('a damaged network and a screen that fails are said, and what is there can be taken', async ({ page, server }) => {
  await openFormula(page, 'Fails', 'R1 100')
  const id = idOf(page)
  await page.goto('/icon.svg')
  const { version } = (await (await page.request.get(`/api/networks/${id}`)).json()) as { version: number }
  await page.evaluate(
    ([network, of]) => {
      const parts = [{ name: 'R1', kind: 'resistor', from: 'A', to: 'B', resistance: '7' }]
      const draft = { version: of, content: { title: { no: 'text' }, parts }, at: 1 }
      localStorage.setItem(`nodrel-draft:network:${network}:old`, JSON.stringify(draft))
    },
    [id, version] as const,
  )
  await goTo(page, `/networks/${id}`)
  await expect(page.getByRole('heading', { name: 'Nodrel could not show this network' })).toBeVisible()
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export the network' }).click(),
  ])
  expect(await file.failure()).toBeNull()
  await page.getByRole('button', { name: 'Undo the last change' }).click()
  await expect(formulaField(page)).toHaveValue('R1 100')
  await saved(page)
  const database = new Database(join(server.data, 'nodrel.db'))
  database.prepare('UPDATE kept SET document = ? WHERE id = ?').run('{}', id)
  database.close()
  await goTo(page, `/networks/${id}`)
  await expect(page.getByRole('heading', { name: '“Fails” is damaged' })).toBeVisible()
  await page.getByRole('button', { name: 'Move it to the bin' }).click()
  await page.getByRole('button', { name: 'Bin', exact: true }).click()
  const bin = page.getByRole('dialog', { name: 'Bin' })
  await bin.getByRole('button', { name: 'Delete Fails for good' }).click()
  await bin.getByRole('button', { name: 'Delete it for good' }).click()
  await expect(bin.getByText('Fails')).toHaveCount(0)
})

test('a database that cannot be used is said where people look, and left as it is', async ({ page, start }) => {
  const folder = newFolder()
  const garbage = 'no database at all '.repeat(100)
  writeFileSync(join(folder, 'nodrel.db'), garbage)
  const own = await start(folder)
  expect((await fetch(`${own.url}/api/bin`)).status).toBe(503)
  for (const path of ['/', '/networks/any']) {
    await page.goto(`${own.url}${path}`)
    const said = page.getByRole('alert').filter({ hasText: 'The file is not a database' })
    await expect(said).toContainText(join(folder, 'nodrel.db'))
  }
  expect(readFileSync(join(folder, 'nodrel.db'), 'utf8')).toBe(garbage)
})
