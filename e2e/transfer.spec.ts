import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { strToU8, zipSync } from 'fflate'
import { expect, test, type Page } from '@playwright/test'
import { formulaField, newNetwork, saved, search } from './helpers'

/** A Nodrel of its own, with a logbook of its own, that may be killed. */
async function startOwn(folder: string, port: number): Promise<ChildProcess> {
  const server = spawn('node', ['scripts/serve.mjs'], {
    env: { ...process.env, PORT: String(port), NODREL_DATA: folder, NEXT_TELEMETRY_DISABLED: '1' },
    stdio: 'ignore',
  })
  await expect
    .poll(
      () =>
        fetch(`http://127.0.0.1:${port}/api/networks`).then(
          (it) => it.ok,
          () => false,
        ),
      { timeout: 60_000 },
    )
    .toBe(true)
  return server
}

async function kill(server: ChildProcess): Promise<void> {
  const gone = new Promise((done) => server.once('exit', done))
  server.kill('SIGKILL')
  await gone
}

const titlesAt = async (port: number): Promise<string[]> => {
  const { networks } = (await (await fetch(`http://127.0.0.1:${port}/api/networks`)).json()) as {
    networks: { title: string }[]
  }
  return networks.map(({ title }) => title).sort()
}

/** An archive of many networks. */
function archiveOf(count: number): Buffer {
  const one = (i: number) => ({
    format: 'nodrel-network',
    version: 1,
    title: `Brought in ${i}`,
    parts: [
      { name: 'E1', kind: 'source', from: 'A', to: 'B', voltage: '12 V' },
      { name: 'R1', kind: 'resistor', from: 'A', to: 'B', resistance: String(i + 1) },
    ],
  })
  return Buffer.from(
    zipSync(
      Object.fromEntries(Array.from({ length: count }, (_, i) => [`${i}.json`, strToU8(JSON.stringify(one(i)))])),
    ),
  )
}

const chooseFor = async (page: Page, item: string, file: { name: string; mimeType: string; buffer: Buffer }) => {
  await page.getByRole('button', { name: 'Everything' }).click()
  const chooser = page.waitForEvent('filechooser')
  await page.getByRole('menuitem', { name: item }).click()
  await (await chooser).setFiles(file)
}

const takeOut = async (page: Page, item: string): Promise<Buffer> => {
  await page.getByRole('button', { name: 'Everything' }).click()
  const download = page.waitForEvent('download')
  await page.getByRole('menuitem', { name: item }).click()
  return readFileSync(await (await download).path())
}

test('networks are tagged, listed, found by words and values anywhere, and the place is kept on the way back', async ({
  page,
}) => {
  await newNetwork(page, 'Écliptic quill heater 10', 'R1 4k7 + R2 91')
  await newNetwork(page, 'Écliptic quill heater 9', 'R1 4k7 + R2 47')
  await search(page, 'liptic quil')
  const cards = page.getByRole('main').getByRole('heading', { level: 2 })
  await expect(cards).toHaveText(['Écliptic quill heater 9', 'Écliptic quill heater 10'])
  await page.getByRole('combobox').first().selectOption('title')
  await page.getByRole('button', { name: 'Tags of Écliptic quill heater 10' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('textbox').fill('quill, lesson three')
  await dialog.getByRole('textbox').press('Enter')
  await expect(dialog).toHaveCount(0)
  await page.getByLabel('Search the logbook').fill('')
  await page
    .getByRole('group', { name: 'Tags' })
    .getByRole('button', { name: /^quill 1$/ })
    .click()
  await expect(cards).toHaveText(['Écliptic quill heater 10'])
  await page
    .getByRole('group', { name: 'Tags' })
    .getByRole('button', { name: /^quill 1$/ })
    .click()
  await page.getByLabel('Search the logbook').fill('4700 ecliptic')
  await expect(cards).toHaveText(['Écliptic quill heater 9', 'Écliptic quill heater 10'])
  await page.getByRole('main').click({ position: { x: 2, y: 2 } })
  await page.keyboard.press('v')
  const rows = page.getByRole('main').getByRole('row')
  await expect(rows).toHaveCount(3)
  await expect(rows.nth(1)).toContainText('Req 4.747')
  await rows.nth(2).getByRole('link').click()
  await page.waitForURL(/networks/)
  await page.keyboard.press('Escape')
  await page.goBack()
  await expect(page.getByLabel('Search the logbook')).toHaveValue('4700 ecliptic')
  await expect(rows).toHaveCount(3)
  await rows.nth(1).getByRole('link').click()
  await page.waitForURL(/networks/)
  await page.getByRole('link', { name: 'nodrel' }).click()
  await expect(page.getByLabel('Search the logbook')).toHaveValue('4700 ecliptic')
  await page.keyboard.press('v')
  await expect(cards).toHaveCount(2)
})

test('an earlier state is seen, compared, and taken up again', async ({ page }) => {
  await newNetwork(page, 'Once it had three', 'R1 10 + R2 20 + R3 30')
  await formulaField(page).fill('R1 10 + R2 25')
  await saved(page)
  await formulaField(page).blur()
  await page.keyboard.press('Shift+V')
  const dialog = page.getByRole('dialog', { name: 'Earlier states' })
  for (const text of ['R2 20 Ω → 25 Ω', 'R3 30 Ω taken out', 'Req 60 Ω → 35 Ω'])
    await expect(dialog).toContainText(text)
  await expect(dialog.getByRole('img', { name: /as it was then/ })).toBeVisible()
  await dialog.getByRole('button', { name: 'Take this state up again' }).click()
  await expect(formulaField(page)).toHaveValue('R1 10 + R2 20 + R3 30')
  await saved(page)
  await page.reload()
  await expect(formulaField(page)).toHaveValue('R1 10 + R2 20 + R3 30')
})

test('everything goes out, comes in beside what has changed, and a backup puts all of it back', async ({ page }) => {
  test.slow() // a server of its own
  const folder = mkdtempSync(join(tmpdir(), 'nodrel-own-'))
  const port = 3411
  const server = await startOwn(folder, port)
  try {
    await page.goto(`http://127.0.0.1:${port}/`)
    await page.getByRole('button', { name: 'New network' }).click()
    await page.waitForURL(/networks/)
    await page.getByLabel('Title of the network').fill('Taken along')
    await formulaField(page).fill('R1 10 + R2 20')
    await saved(page)
    await page.goto(`http://127.0.0.1:${port}/`)
    const zip = await takeOut(page, 'All of it out, as one archive (zip)')
    const backup = await takeOut(page, 'Backup of the database')
    const before = await titlesAt(port)
    await page.getByLabel('Search the logbook').fill('Taken along')
    await page.getByRole('link', { name: 'Taken along', exact: true }).click()
    await page.waitForURL(/networks/)
    await formulaField(page).fill('R1 10 + R2 22')
    await saved(page)
    await page.goto(`http://127.0.0.1:${port}/`)
    await chooseFor(page, 'Bring an archive in …', { name: 'all.zip', mimeType: 'application/zip', buffer: zip })
    const dialog = page.getByRole('dialog')
    await expect(dialog).toContainText('1 here, but otherwise')
    await dialog.getByLabel('What becomes of Taken along').selectOption('both')
    await dialog.getByRole('button', { name: 'Bring it in' }).click()
    await expect(dialog).toHaveCount(0)
    expect(await titlesAt(port)).toEqual([...before, 'Taken along (imported)'].sort())
    // What cannot be read is refused in words, and nothing has changed.
    await chooseFor(page, 'Bring an archive in …', {
      name: 'half.zip',
      mimeType: 'application/zip',
      buffer: zip.subarray(0, 900),
    })
    await expect(dialog.getByRole('alert')).toContainText('only a part of one')
    await page.keyboard.press('Escape')
    await chooseFor(page, 'Restore a backup …', { name: 'not.db', mimeType: 'application/octet-stream', buffer: zip })
    await expect(dialog.getByRole('alert')).toContainText('no backup of Nodrel')
    await page.keyboard.press('Escape')
    expect((await titlesAt(port)).length).toBe(before.length + 1)
    await chooseFor(page, 'Restore a backup …', {
      name: 'ours.db',
      mimeType: 'application/octet-stream',
      buffer: backup,
    })
    await expect(dialog).toContainText(`${before.length} networks`)
    await dialog.getByRole('button', { name: 'Put it into the place of what is here' }).click()
    await expect(dialog).toContainText('before-restore-')
    await dialog.getByRole('button', { name: 'Go on' }).click()
    await expect.poll(() => titlesAt(port)).toEqual(before)
    await search(page, 'Taken along')
  } finally {
    await kill(server)
  }
})

test('a server that is killed while it takes in an archive or a backup has all of it, or nothing', async () => {
  test.slow() // servers of its own, killed and begun again
  const folder = mkdtempSync(join(tmpdir(), 'nodrel-killed-'))
  const port = 3412
  const at = `http://127.0.0.1:${port}/api`
  const zip = new Uint8Array(archiveOf(600))
  let server = await startOwn(folder, port)
  try {
    const before = await titlesAt(port)
    const backup = new Uint8Array(await (await fetch(`${at}/backup`)).arrayBuffer())
    for (const wait of [0, 15, 60, 150, 300]) {
      const looked = (await (await fetch(`${at}/import`, { method: 'POST', body: zip })).json()) as { id: string }
      const taking = fetch(`${at}/import/${looked.id}`, {
        method: 'POST',
        body: '{"otherwise":"both","choices":{}}',
      }).catch(() => null)
      await new Promise((done) => setTimeout(done, wait))
      await kill(server)
      await taking
      server = await startOwn(folder, port)
      const after = await titlesAt(port)
      expect([before.length, before.length + 600]).toContain(after.length)
      const held = (await (await fetch(`${at}/backup`, { method: 'POST', body: backup })).json()) as { id: string }
      const restoring = fetch(`${at}/backup/${held.id}`, { method: 'POST' }).catch(() => null)
      await new Promise((done) => setTimeout(done, wait))
      await kill(server)
      await restoring
      server = await startOwn(folder, port)
      expect([before, after]).toContainEqual(await titlesAt(port))
      // On with what was before.
      const again = (await (await fetch(`${at}/backup`, { method: 'POST', body: backup })).json()) as { id: string }
      expect((await fetch(`${at}/backup/${again.id}`, { method: 'POST' })).ok).toBe(true)
      expect(await titlesAt(port)).toEqual(before)
    }
  } finally {
    await kill(server)
  }
})

test('a network is made another one with the same parts, and both are looked at side by side', async ({ page }) => {
  await newNetwork(page, 'Quill feed', 'R1 10 + R2 20')
  await search(page, 'Quill feed')
  await page.getByRole('button', { name: 'Duplicate Quill feed' }).click()
  await page.getByRole('link', { name: 'Quill feed, copy', exact: true }).click()
  await page.waitForURL(/networks/)
  await page.getByLabel('Title of the network').fill('Quill feed, R2 up')
  await formulaField(page).fill('R1 10 + R2 40 + R3 50')
  await saved(page)
  await search(page, 'Quill feed')
  await page.getByRole('link', { name: 'Quill feed side by side with those made from it', exact: true }).click()
  await page.getByRole('radio', { name: 'resistance' }).click()
  const rows = page.getByRole('main').getByRole('row')
  await expect(rows.nth(0)).toContainText(/Quill feed.*Quill feed, R2 up/)
  await expect(rows.nth(2)).toHaveText(/R2\s*20\s*Ω\s*40\s*Ω\s*\+100 %/)
  await expect(rows.nth(3)).toHaveText(/R3\s*–\s*50\s*Ω/)
  await expect(rows.nth(4)).toHaveText(/the whole\s*30\s*Ω\s*100\s*Ω\s*\+233 %/)
  // Any others can be chosen from the list.
  await search(page, 'Quill feed')
  await page.getByRole('main').click({ position: { x: 2, y: 2 } })
  await page.keyboard.press('v')
  await page.getByLabel('Choose Quill feed', { exact: true }).check()
  await page.getByLabel('Choose Quill feed, R2 up').check()
  await page.getByRole('link', { name: 'Side by side', exact: true }).click()
  await expect(rows).toHaveCount(5)
})
