import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
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
})
