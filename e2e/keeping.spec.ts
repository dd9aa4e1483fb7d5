import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type Page } from '@playwright/test'
import Database from 'better-sqlite3'
import { formulaField, newNetwork, saved } from './helpers'

const port = 3211
const base = `http://127.0.0.1:${port}`
const data = mkdtempSync(join(tmpdir(), 'nodrel-keeping-'))
let server: ChildProcess

async function start(): Promise<void> {
  server = spawn(process.execPath, ['scripts/serve.mjs'], {
    env: { ...process.env, PORT: String(port), NODREL_DATA: data },
    stdio: 'ignore',
  })
  await expect(async () => expect((await fetch(`${base}/api/networks`)).status).toBe(200)).toPass({ timeout: 20_000 })
}

async function kill(): Promise<void> {
  const gone = new Promise((done) => server.once('exit', done))
  server.kill('SIGKILL')
  await gone
}

test.describe('with a server of its own', () => {
  test.use({ baseURL: base })
  test.beforeAll(start)
  test.afterAll(kill)

  test('nothing is lost when the server is killed while typing', async ({ page }) => {
    await newNetwork(page, 'Survivor', 'R1 100 + R2 200')
    const address = page.url()
    await kill()
    await formulaField(page).fill('R1 100 + R2 200 // R3 300')
    await expect(page.locator('[data-saving="unsaved"]')).toContainText('the server does not answer')
    await start()
    await expect(page.locator('[data-saving="saved"]')).toBeVisible({ timeout: 30_000 })
    // Once more, and this time the page goes too.
    await kill()
    await formulaField(page).fill('R1 100 + R2 200 // R3 330')
    await page.goto('about:blank')
    await start()
    await page.goto(address)
    await expect(formulaField(page)).toHaveValue('R1 100 + R2 200 ∥ R3 330')
    await saved(page)
    const stored = await (await fetch(`${base}/api/networks/${address.split('/').pop()}`)).json()
    expect(stored.document.parts.at(-1)).toMatchObject({ name: 'R3', resistance: '330' })
  })

  test('two windows on one network: the later one chooses, nothing is overwritten silently', async ({
    page,
    context,
  }) => {
    await newNetwork(page, 'Shared', 'R1 100')
    const other = await context.newPage()
    await other.goto(page.url())
    await expect(formulaField(other)).toHaveValue('R1 100')
    await formulaField(page).fill('R1 111')
    await saved(page)
    await formulaField(other).fill('R1 222')
    const choice = other.getByRole('dialog', { name: /saved elsewhere/ })
    await expect(choice).toBeVisible()
    await choice.getByRole('button', { name: 'Take the other' }).click()
    await expect(formulaField(other)).toHaveValue('R1 111')
    await other.getByRole('button', { name: 'Undo' }).click()
    await expect(formulaField(other)).toHaveValue('R1 222')
    await saved(other)
    await formulaField(page).fill('R1 333')
    await page
      .getByRole('dialog', { name: /saved elsewhere/ })
      .getByRole('button', { name: 'Go on with mine' })
      .click()
    await saved(page)
    await page.reload()
    await expect(formulaField(page)).toHaveValue('R1 333')
    // The other stays within reach of Undo, also after a reload.
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(formulaField(page)).toHaveValue('R1 222')
    await saved(page)
  })

  test('a network deleted elsewhere can be put back', async ({ page }) => {
    await newNetwork(page, 'Deleted', 'R1 100')
    await fetch(`${base}/api/networks/${page.url().split('/').pop()}`, { method: 'DELETE' })
    await formulaField(page).fill('R1 111')
    await page
      .getByRole('dialog', { name: /deleted elsewhere/ })
      .getByRole('button', { name: 'Put it back' })
      .click()
    await saved(page)
    await page.reload()
    await expect(formulaField(page)).toHaveValue('R1 111')
  })

  test('what is typed while the first answer is still under way is saved, and there after a reload', async ({
    page,
  }) => {
    await newNetwork(page, 'Slow answer', 'R1 100')
    await page.route('**/api/networks/*', async (route) => {
      if (route.request().method() === 'GET') await new Promise((done) => setTimeout(done, 2500))
      await route.continue()
    })
    await page.reload()
    await formulaField(page).fill('R1 470')
    await saved(page)
    await page.unrouteAll({ behavior: 'wait' })
    await page.reload()
    await expect(formulaField(page)).toHaveValue('R1 470')
  })

  test('who leaves by a link at once finds it saved in the logbook', async ({ page }) => {
    await newNetwork(page, 'Left', 'R1 100')
    await page.getByLabel('Title of the network').fill('Left in a hurry')
    await page.getByRole('link', { name: 'Nodrel, logbook' }).click()
    await expect(page.getByRole('heading', { name: 'Left in a hurry', exact: true })).toBeVisible()
  })

  for (const [trouble, breakIt] of [
    ['full', `Storage.prototype.setItem = () => { throw new DOMException('', 'QuotaExceededError') }`],
    [
      'forbidden',
      `Object.defineProperty(window, 'localStorage', { get() { throw new DOMException('', 'SecurityError') } })`,
    ],
    ['missing', `Object.defineProperty(window, 'localStorage', { value: undefined })`],
  ] as const)
    test(`with the browser’s storage ${trouble} everything is saved all the same, and what is not kept is said`, async ({
      page,
    }) => {
      await page.addInitScript(breakIt)
      await newNetworkOn(page, `Storage ${trouble}`)
      await formulaField(page).fill('R1 (')
      await expect(page.locator(`[data-not-kept=${trouble}]`)).toBeVisible()
      await formulaField(page).fill('R1 4k7')
      await expect(page.locator('[data-saving=saved]')).toBeVisible()
      await page.reload()
      await expect(formulaField(page)).toHaveValue('R1 4k7')
      await page.getByRole('button', { name: 'Try', exact: true }).click()
      await page.getByLabel('Req', { exact: true }).or(page.locator('[data-try]')).first().waitFor()
      await page.getByRole('button', { name: 'Where to look' }).click()
      await expect(page.locator('[data-try] [data-saving=saved]')).toBeVisible()
    })

  test('a wire across the source is a shorted supply, typed, drawn into the list, after a reload and in the logbook', async ({
    page,
  }) => {
    await newNetwork(page, 'Across', 'R1 100')
    await page.evaluate(async (id) => {
      const path = `/api/networks/${id}`
      const { version, document } = await (await fetch(path)).json()
      const parts = [...document.parts, { name: 'W1', kind: 'wire', from: 'A', to: 'B' }]
      const headers = { 'content-type': 'application/json' }
      await fetch(path, { method: 'PUT', headers, body: JSON.stringify({ version, document: { ...document, parts } }) })
    }, page.url().split('/').pop())
    await page.reload()
    await expect(page.getByText(/shorted/).first()).toBeVisible()
    await page.goto('/')
    await expect(page.getByRole('listitem').filter({ hasText: 'Across' })).toContainText('the supply is shorted')
  })

  test('an attempt that went on in two windows: the person chooses, and the other can be taken up', async ({
    page,
    context,
  }) => {
    await newNetwork(page, 'Two attempts', 'R1 100 + R2 200 + R3 300')
    const other = await context.newPage()
    await other.goto(page.url())
    for (const window of [page, other]) {
      await expect(async () => {
        await window.getByRole('button', { name: 'Try', exact: true }).click({ timeout: 1000 })
        await expect(window.locator('[data-try] [data-saving=saved]')).toBeVisible({ timeout: 2000 })
      }).toPass()
    }
    await page.getByRole('button', { name: 'Where to look' }).click()
    await expect(page.locator('[data-try] [data-saving=saved]')).toBeVisible()
    await page.getByRole('button', { name: 'What to do' }).click()
    await expect(page.locator('[data-try] [data-saving=saved]')).toBeVisible()
    await other.getByRole('button', { name: 'The step itself' }).click()
    const choice = other.getByRole('dialog', { name: /saved elsewhere/ })
    await expect(choice).toContainText('2 moves there, 1 move here')
    await choice.getByRole('button', { name: 'Go on with mine' }).click()
    await expect(other.locator('[data-try] [data-saving=saved]')).toBeVisible()
    await expect(other.locator('[data-other]')).toContainText('2 moves')
    await other.reload()
    await expect(async () => {
      await other.getByRole('button', { name: 'Try', exact: true }).click({ timeout: 1000 })
      await expect(other.locator('[data-hint="3"]')).toBeVisible({ timeout: 2000 })
    }).toPass()
    await other.getByRole('button', { name: 'Take it up' }).click()
    await expect(other.locator('[data-hint="2"]')).toBeVisible()
    await expect(other.locator('[data-other]')).toContainText('1 move')
  })

  test('what was not saved of a network that was deleted elsewhere is listed in the logbook, and kept as a new one', async ({
    page,
  }) => {
    await newNetwork(page, 'Gone elsewhere', 'R1 100')
    const id = page.url().split('/').pop()
    await fetch(`${base}/api/networks/${id}`, { method: 'DELETE' })
    await fetch(`${base}/api/bin/${id}`, { method: 'DELETE' })
    await formulaField(page).fill('R1 123')
    await page.getByRole('button', { name: 'Go to the logbook' }).click()
    const left = page.getByRole('region', { name: 'Not saved, and kept in this browser' })
    await expect(left).toContainText('its network was deleted')
    await left.getByRole('button', { name: 'Keep as a new network' }).click()
    await expect(left).toHaveCount(0)
    await page.getByRole('link', { name: 'Gone elsewhere' }).click()
    await expect(formulaField(page)).toHaveValue('R1 123')
  })

  test('a damaged network and a screen that fails are said, and what is there can be taken', async ({ page }) => {
    await newNetwork(page, 'Fails', 'R1 100')
    const id = page.url().split('/').pop()
    await page.goto('about:blank')
    await page.goto(`${base}/icon.svg`)
    await page.evaluate((network) => {
      const parts = [{ name: 'R1', kind: 'resistor', from: 'A', to: 'B', resistance: '7' }]
      const draft = { version: 2, content: { title: { no: 'text' }, parts }, at: 1 }
      localStorage.setItem(`nodrel-draft:network:${network}:old`, JSON.stringify(draft))
    }, id)
    await page.goto(`${base}/networks/${id}`)
    await expect(page.getByRole('heading', { name: 'Nodrel failed at showing this network' })).toBeVisible()
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save the network as a file' }).click(),
    ])
    expect(await file.failure()).toBeNull()
    await page.getByRole('button', { name: 'Undo the last change' }).click()
    await expect(formulaField(page)).toHaveValue('R1 100')
    await saved(page)
    const database = new Database(join(data, 'nodrel.db'))
    database.prepare('UPDATE networks SET document = ? WHERE id = ?').run('{}', id)
    database.close()
    await page.goto(`${base}/networks/${id}`)
    await expect(page.getByRole('heading', { name: '“Fails” is damaged' })).toBeVisible()
    await page.getByRole('button', { name: 'Put it into the bin' }).click()
    await page.getByRole('button', { name: 'Bin', exact: true }).click()
    const bin = page.getByRole('dialog', { name: 'Bin' })
    await bin.getByRole('button', { name: 'Delete Fails for good' }).click()
    await bin.getByRole('button', { name: 'Delete it for good' }).click()
    await expect(bin.getByText('Fails')).toHaveCount(0)
  })
})

test('a database that cannot be used is said where people look, and left as it is', async ({ page }) => {
  const folder = mkdtempSync(join(tmpdir(), 'nodrel-garbage-'))
  const garbage = 'no database at all '.repeat(100)
  writeFileSync(join(folder, 'nodrel.db'), garbage)
  const own = spawn(process.execPath, ['scripts/serve.mjs'], {
    env: { ...process.env, PORT: '3212', NODREL_DATA: folder },
    stdio: 'ignore',
  })
  try {
    await expect(async () => expect((await fetch('http://127.0.0.1:3212/api/bin')).status).toBe(503)).toPass()
    for (const path of ['/', '/networks/any']) {
      await page.goto(`http://127.0.0.1:3212${path}`)
      const said = page.getByRole('alert').filter({ hasText: 'The file is not a database' })
      await expect(said).toContainText(join(folder, 'nodrel.db'))
    }
    expect(readFileSync(join(folder, 'nodrel.db'), 'utf8')).toBe(garbage)
  } finally {
    own.kill('SIGKILL')
  }
})

/** A network made as a newcomer does, without waiting until everything is said to be saved. */
async function newNetworkOn(page: Page, title: string): Promise<void> {
  await page.goto('/')
  await page.getByRole('button', { name: 'New network' }).click()
  await page.waitForURL(/\/networks\//)
  await page.getByLabel('Title of the network').fill(title)
}
