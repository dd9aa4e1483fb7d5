import { readFile } from 'node:fs/promises'
import type { Page } from '@playwright/test'
import { choose, formulaField, goTo, make, openFormula, openSample, reload, saved } from './helpers'
import { document } from '../test/documents'
import { expect, test } from './test'

const search = (page: Page) => page.getByLabel('Search the logbook')
const sevenOhms = (title: string) => document(['T1 A B', 'R1 A B 7'], { title })

test('networks are tagged, listed, found by words and values anywhere, and the place is kept on the way back', async ({
  page,
}) => {
  for (const [title, value] of [
    ['Écliptic quill heater 10', '91'],
    ['Écliptic quill heater 9', '47'],
  ])
    await make(page, document(['E1 A C 12', 'R1 A B 4k7', `R2 B C ${value}`], { title }))
  await goTo(page, '/')
  await search(page).fill('liptic quil')
  const cards = page.getByRole('main').getByRole('heading', { level: 2 })
  await expect(cards).toHaveText(['Écliptic quill heater 9', 'Écliptic quill heater 10'])
  await choose(page.getByLabel('Order by'), 'title')
  await page.getByRole('button', { name: 'Tags of Écliptic quill heater 10' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('textbox').fill('quill, lesson three')
  await dialog.getByRole('textbox').press('Enter')
  await expect(dialog).toHaveCount(0)
  await search(page).fill('')
  const tag = page.getByRole('group', { name: 'Tags' }).getByRole('button', { name: /^quill 1$/ })
  await tag.click()
  await expect(cards).toHaveText(['Écliptic quill heater 10'])
  await tag.click()
  await search(page).fill('4700 ecliptic')
  await expect(cards).toHaveText(['Écliptic quill heater 9', 'Écliptic quill heater 10'])
  await page.getByRole('button', { name: 'Show a list' }).click()
  const rows = page.getByRole('main').getByRole('row')
  await expect(rows).toHaveCount(3)
  await expect(rows.nth(1)).toContainText('Req 4.747')
  await rows.nth(2).getByRole('link').click()
  await page.waitForURL(/networks/)
  await expect(formulaField(page)).toHaveValue('R1 4k7 + R2 91')
  await page.goBack()
  await expect(search(page)).toHaveValue('4700 ecliptic')
  await expect(rows).toHaveCount(3)
  await rows.nth(1).getByRole('link').click()
  await page.waitForURL(/networks/)
  await page.getByRole('link', { name: 'nodrel' }).click()
  await expect(search(page)).toHaveValue('4700 ecliptic')
})

test('a document goes out as a file and comes in again, also dropped onto the logbook', async ({ page }) => {
  await openSample(page, 'Red map lamps, one current measured')
  const [file] = await Promise.all([page.waitForEvent('download'), page.keyboard.press('Control+s')])
  expect(file.suggestedFilename()).toBe('red-map-lamps-one-current-measured.nodrel.json')
  const text = await readFile(await file.path(), 'utf8')
  expect(JSON.parse(text)).toMatchObject({
    format: 'nodrel-network',
    known: { part: 'R3', quantity: 'current', value: '25 mA' },
  })
  await goTo(page, '/')
  const again = text.replace('Red map lamps, one current measured', 'Brought in')
  await page
    .getByLabel('Files to import')
    .setInputFiles({ name: 'in.nodrel.json', mimeType: 'application/json', buffer: Buffer.from(again) })
  await page.waitForURL(/\/networks\//)
  await expect(page.getByLabel('Title of the network')).toHaveValue('Brought in')
  await expect(page.getByLabel('What is known of the source')).toHaveValue('R3 25 mA')
  await goTo(page, '/')
  const dropped = await page.evaluateHandle(
    (content) => {
      const transfer = new DataTransfer()
      transfer.items.add(new File([content], 'dropped.json', { type: 'application/json' }))
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

test('what is liked goes with the person: theme, symbols, the usual way, over a reload and to other networks', async ({
  page,
}) => {
  await openFormula(page, 'Liked', 'R1 1.5 + R2 7 // R3 3')
  await expect(page.locator('#floor')).toContainText('Req = 3.6')
  for (const setting of ['symbol box', 'theme dark']) {
    await page.keyboard.press('Control+k')
    await page.keyboard.type(`${setting}\n`)
    await expect(page.getByRole('dialog')).toHaveCount(0)
  }
  await page.getByRole('button', { name: 'Method' }).click()
  await expect(page.locator('html')).toHaveClass(/dark/)
  await page.locator('[data-school-choice=names] [role=radio][value=letters]').click()
  await page.getByRole('button', { name: 'Make this my usual method' }).click()
  await saved(page)
  await reload(page)
  await expect(page.locator('html')).toHaveClass(/dark/)
  await openSample(page, 'Dew strip, short')
  const sheet = page.locator('[data-row="1"][data-side=reduce]')
  await expect(sheet).toContainText('Ra and R4 in parallel')
  await expect(sheet.locator('[data-symbol=resistor] polyline')).toHaveCount(0)
})

test('an earlier state is seen, compared, and taken up again', async ({ page }) => {
  await openFormula(page, 'Once it had three', 'R1 10 + R2 20 + R3 30')
  await formulaField(page).fill('R1 10 + R2 25')
  await saved(page)
  await formulaField(page).blur()
  await page.getByRole('button', { name: 'Earlier states' }).click()
  const dialog = page.getByRole('dialog', { name: 'Earlier states' })
  for (const text of ['R2 20 Ω → 25 Ω', 'R3 30 Ω removed', 'Req 60 Ω → 35 Ω']) await expect(dialog).toContainText(text)
  await expect(dialog.getByRole('img', { name: /as it was then/ })).toBeVisible()
  await dialog.getByRole('button', { name: 'Restore this state' }).click()
  await expect(formulaField(page)).toHaveValue('R1 10 + R2 20 + R3 30')
  await saved(page)
  await reload(page)
  await expect(formulaField(page)).toHaveValue('R1 10 + R2 20 + R3 30')
})

test('a network is made another one with the same parts, both side by side; a copy goes into the bin and back', async ({
  page,
}) => {
  await make(page, document(['E1 A C 12', 'R1 A B 10', 'R2 B C 20'], { title: 'Quill feed' }))
  await goTo(page, '/')
  await search(page).fill('Quill feed')
  await page.getByRole('button', { name: 'Duplicate Quill feed' }).click()
  const copy = page.getByRole('link', { name: 'Quill feed, copy', exact: true })
  await page.getByRole('button', { name: 'Delete Quill feed, copy' }).click()
  await expect(copy).toHaveCount(0)
  await page.getByRole('button', { name: 'Bin', exact: true }).click()
  await page.getByRole('button', { name: 'Put Quill feed, copy back' }).click()
  await page.keyboard.press('Escape')
  await copy.click()
  await page.waitForURL(/networks/)
  await page.getByLabel('Title of the network').fill('Quill feed, R2 up')
  await formulaField(page).fill('R1 10 + R2 40 + R3 50')
  await page.getByRole('link', { name: 'Nodrel, logbook' }).click()
  await page.getByRole('link', { name: 'Compare Quill feed with those made from it', exact: true }).click()
  await page.getByRole('radio', { name: 'resistance' }).click()
  const rows = page.getByRole('main').getByRole('row')
  await expect(rows.nth(0)).toContainText(/Quill feed.*Quill feed, R2 up/)
  await expect(rows.nth(2)).toHaveText(/R2\s*20\s*Ω\s*40\s*Ω\s*\+100 %/)
  await expect(rows.nth(4)).toHaveText(/the whole\s*30\s*Ω\s*100\s*Ω\s*\+233 %/)
})

test('everything goes out, comes in beside what has changed, and a backup puts all of it back', async ({
  page,
  start,
}) => {
  // A restore takes the place of all there is: on a server that no other test uses.
  const own = await start()
  const networks = async () => {
    const answer = await (await fetch(`${own.url}/api/networks`)).json()
    return (answer as { networks: { id: string; title: string }[] }).networks
  }
  const titles = async () => (await networks()).map(({ title }) => title).sort()
  const menu = async (item: string) => {
    await page.getByRole('button', { name: 'Export and backup' }).click()
    await page.getByRole('menuitem', { name: item }).click()
  }
  const takeOut = async (item: string) => {
    const [download] = await Promise.all([page.waitForEvent('download'), menu(item)])
    return readFile(await download.path())
  }
  const bringIn = async (item: string, name: string, buffer: Buffer) => {
    const [chooser] = await Promise.all([page.waitForEvent('filechooser'), menu(item)])
    await chooser.setFiles({ name, mimeType: 'application/octet-stream', buffer })
  }
  const post = { headers: { 'content-type': 'application/json' }, method: 'POST' }
  const made = await fetch(`${own.url}/api/networks`, { ...post, body: JSON.stringify(sevenOhms('Taken along')) })
  const { id } = (await made.json()) as { id: string }
  await goTo(page, `${own.url}/`)
  const zip = await takeOut('Export everything (archive, zip)')
  const backup = await takeOut('Backup (database)')
  const before = await titles()
  await fetch(`${own.url}/api/networks/${id}`, {
    ...post,
    method: 'PUT',
    body: JSON.stringify({ version: 1, document: document(['T1 A B', 'R1 A B 8'], { title: 'Taken along' }) }),
  })
  await bringIn('Import an archive…', 'all.zip', zip)
  const dialog = page.getByRole('dialog')
  await expect(dialog).toContainText('1 already here, but different')
  await choose(dialog.getByLabel('What becomes of Taken along'), 'keep both')
  await dialog.getByRole('button', { name: 'Import' }).click()
  await expect(dialog).toHaveCount(0)
  expect(await titles()).toEqual([...before, 'Taken along (imported)'].sort())
  // What cannot be read is refused in words, and nothing has changed.
  await bringIn('Import an archive…', 'half.zip', zip.subarray(0, 900))
  await expect(dialog.getByRole('alert')).toContainText('only a part of one')
  await page.keyboard.press('Escape')
  await bringIn('Restore a backup…', 'not.db', zip)
  await expect(dialog.getByRole('alert')).toContainText('no backup of Nodrel')
  await page.keyboard.press('Escape')
  expect((await titles()).length).toBe(before.length + 1)
  await bringIn('Restore a backup…', 'ours.db', backup)
  await expect(dialog).toContainText(`${before.length} networks`)
  await dialog.getByRole('button', { name: 'Replace everything with the backup' }).click()
  await expect(dialog).toContainText('before-restore-')
  await dialog.getByRole('button', { name: 'Go on' }).click()
  await expect.poll(titles).toEqual(before)
})
