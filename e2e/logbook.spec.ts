import { readFile } from 'node:fs/promises'
import { expect, test } from '@playwright/test'
import { openNetwork, search } from './helpers'

/** The smallest document: 7 Ω between two terminals. */
const sevenOhms = (title: string) => ({
  format: 'nodrel-network',
  version: 1,
  title,
  parts: [
    { name: 'T1', kind: 'terminals', from: 'A', to: 'B' },
    { name: 'R1', kind: 'resistor', from: 'A', to: 'B', resistance: '7' },
  ],
})

test('the logbook is searched and sorted', async ({ page }) => {
  await search(page, 'Focuser')
  await expect(page.getByRole('listitem').filter({ hasText: 'Focuser position divider' })).toContainText('Req 2')
  await page.getByLabel('Search the logbook').fill('')
  await page.getByRole('heading', { name: 'Logbook' }).click()
  await page.keyboard.press('/')
  await expect(page.getByLabel('Search the logbook')).toBeFocused()
  await page.keyboard.type('corrector plate')
  await expect(page.getByRole('listitem').filter({ has: page.getByRole('heading') })).toHaveCount(1)
  await page.getByLabel('Search the logbook').fill('no such thing')
  await page
    .getByRole('main')
    .getByRole('button', { name: /^Show all/ })
    .click()
  await page.getByRole('combobox').selectOption('title')
  await expect
    .poll(async () => {
      const titles = await page.getByRole('listitem').getByRole('heading').allInnerTexts()
      return titles.length > 5 && titles.join() === titles.sort((a, b) => a.localeCompare(b)).join()
    })
    .toBe(true)
})

test('a network is duplicated, deleted, and brought back', async ({ page }) => {
  await search(page, 'Dummy load')
  const copies = page.getByRole('link', { name: 'Dummy load for 12 V packs, copy', exact: true })
  await page.getByRole('button', { name: 'Duplicate Dummy load for 12 V packs', exact: true }).click()
  await expect(copies).toHaveCount(1)
  await page.getByRole('button', { name: 'Delete Dummy load for 12 V packs, copy' }).click()
  await expect(copies).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(copies).toHaveCount(1)
  // And once more from the bin, which is there also when the note is gone.
  await page.getByRole('button', { name: 'Delete Dummy load for 12 V packs, copy' }).click()
  await expect(copies).toHaveCount(0)
  await page.reload()
  await page.getByRole('button', { name: 'Bin', exact: true }).click()
  const bin = page.getByRole('dialog', { name: 'Bin' })
  await bin.getByRole('button', { name: 'Put Dummy load for 12 V packs, copy back' }).click()
  await page.keyboard.press('Escape')
  await expect(copies).toHaveCount(1)
})

test('a document goes out as a file and comes in again', async ({ page }) => {
  await openNetwork(page, 'Red map lamps, one current measured')
  const [file] = await Promise.all([page.waitForEvent('download'), page.keyboard.press('Control+s')])
  expect(file.suggestedFilename()).toBe('red-map-lamps-one-current-measured.nodrel.json')
  const text = await readFile(await file.path(), 'utf8')
  expect(JSON.parse(text)).toMatchObject({
    format: 'nodrel-network',
    known: { part: 'R3', quantity: 'current', value: '25 mA' },
  })
  await page.goto('/')
  const again = text.replace('Red map lamps, one current measured', 'Brought in')
  await page
    .getByLabel('Files to import')
    .setInputFiles({ name: 'in.nodrel.json', mimeType: 'application/json', buffer: Buffer.from(again) })
  await page.waitForURL(/\/networks\//)
  await expect(page.getByLabel('Title of the network')).toHaveValue('Brought in')
  await expect(page.getByLabel('What is known of the source')).toHaveValue('R3 25 mA')
})

test('a bad file is refused with every problem, and good ones beside it come in', async ({ page }) => {
  await page.goto('/')
  const bad = {
    format: 'nodrel-network',
    version: 1,
    parts: [
      { name: 'E1', kind: 'source', from: 'A', to: 'B', voltage: '5 A' },
      { name: 'R1', kind: 'resistor', from: 'A', to: 'B', resistance: '-1' },
    ],
  }
  const file = (name: string, content: object) => ({
    name,
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(content)),
  })
  await page
    .getByLabel('Files to import')
    .setInputFiles([file('bad.json', bad), file('good.json', sevenOhms('Beside the bad one'))])
  await expect(page.getByRole('alert').filter({ hasText: 'bad.json was not imported' })).toContainText(
    'E1: “5 A” has the wrong unit',
  )
  await expect(page.getByRole('alert').filter({ hasText: 'bad.json was not imported' })).toContainText(
    'R1: “-1” is negative',
  )
  await expect(page.getByRole('link', { name: 'Beside the bad one' })).toBeVisible()
})

test('a file is dropped onto the logbook', async ({ page }) => {
  await page.goto('/')
  const dropped = await page.evaluateHandle(
    (text) => {
      const transfer = new DataTransfer()
      transfer.items.add(new File([text], 'dropped.json', { type: 'application/json' }))
      return transfer
    },
    JSON.stringify(sevenOhms('Dropped')),
  )
  await page.getByRole('main').dispatchEvent('drop', { dataTransfer: dropped })
  await expect(page.getByLabel('Title of the network')).toHaveValue('Dropped')
})

test('an address that leads nowhere says so', async ({ page }) => {
  const response = await page.goto('/networks/none')
  expect(response?.status()).toBe(404)
  await page.getByRole('link', { name: 'Back to the logbook' }).click()
  await expect(page.getByRole('heading', { name: 'Logbook' })).toBeVisible()
})

test('the cards follow how sheets are liked', async ({ page }) => {
  await search(page, 'Dew strip, short')
  const card = page
    .getByRole('listitem')
    .filter({ has: page.getByRole('heading', { name: 'Dew strip, short', exact: true }) })
  await expect(card.locator('svg [data-slides="E1"]')).toHaveCount(0)
  await page.getByRole('heading', { name: 'Logbook' }).click()
  await page.keyboard.press('l')
  await expect(card.locator('svg [data-slides="E1"]')).toHaveCount(1)
})
