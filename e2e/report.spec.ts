import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import type { Download, Page } from '@playwright/test'
import { openFormula, reload, saved } from './helpers'
import { layOut, pagesOf, plain, print, tool } from './paper'
import { newFolder } from '../test/folder'
import { expect, test } from './test'

async function saveAs(page: Page, item: string): Promise<Download> {
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  const download = page.waitForEvent('download')
  await page.getByRole('menuitem', { name: item, exact: true }).click()
  return download
}

test('a report is filled in, printed in three densities, and is there again', async ({ page }) => {
  const folder = newFolder()
  const eleven = 'R1 4.7 + (R2 22 + R3 33) // R4 120 + R5 10 + R6 47 // R7 68 // (R8 15 + R9 27)'
  await openFormula(page, 'Focuser feed, handed in', eleven, '/report')
  const paper = page.locator('[data-paper]')
  await expect(paper.getByRole('heading', { name: 'Focuser feed, handed in' })).toBeVisible()
  await page.getByLabel('name', { exact: true }).fill('Ada Fenwick')
  await page.getByLabel('task number').fill('12 "b" <c>')
  await expect(paper).toContainText('Ada Fenwick')

  const file = join(folder, 'full.pdf')
  await print(page, file)
  const full = layOut(file)
  const whole = plain(full.join(' '))
  for (const text of [
    'R2 and R3 in series',
    'The supply',
    'Powers',
    '69.14 Ω',
    '173.6 mA',
    'Ada Fenwick',
    '12 "b" <c>',
  ])
    expect(whole).toContain(text)
  full.forEach((text, i) => {
    expect(plain(text)).toContain('Focuser feed, handed in')
    expect(plain(text)).toMatch(new RegExp(`${i + 1} ?/ ?${full.length}`))
  })
  // A step is on the page of its sheet: its arithmetic ends where its heading begins.
  for (const text of full)
    expect((text.match(/^\s*Sheet \d/gm) ?? []).length).toBe(
      (text.match(/ in series\b| in parallel\b| carries over /g) ?? []).length,
    )
  // Black and white does: no page has a colour.
  tool('pdftoppm', '-r', '30', file, join(folder, 'page'))
  const images = readdirSync(folder).filter((name) => name.endsWith('.ppm'))
  expect(images).toHaveLength(full.length)
  for (const name of images) {
    const bytes = readFileSync(join(folder, name))
    const dots = bytes.subarray(bytes.indexOf('255\n') + 4)
    let coloured = 0
    for (let i = 0; i < dots.length; i += 3)
      if (Math.max(dots[i], dots[i + 1], dots[i + 2]) - Math.min(dots[i], dots[i + 1], dots[i + 2]) > 8) coloured++
    expect(coloured).toBe(0)
  }

  await page.getByRole('radio', { name: 'Compact, in two columns' }).click()
  await expect(paper.getByRole('img', { name: /^Loops around the groups/ })).toBeVisible()
  const compact = await pagesOf(page)
  expect(compact.length).toBeLessThan(full.length)
  expect(compact.join(' ')).toContain('173.6 mA')
  await page.getByRole('radio', { name: 'Answers only' }).click()
  await expect(paper).not.toContainText('in series')
  const sizeOf = async (name: string) => {
    await print(page, join(folder, name))
    return tool('pdfinfo', join(folder, name))
  }
  const answers = await sizeOf('answers.pdf')
  expect(answers).toMatch(/Page size: +59\d\S* x 84\d/)
  expect(answers).toMatch(/Pages: +1\b/)
  await page.getByRole('radio', { name: 'Letter' }).click()
  expect(await sizeOf('letter.pdf')).toMatch(/Page size: +612\S* x 792/)

  // All of it is kept with the network, and taken back as every change is.
  await saved(page)
  await reload(page)
  await expect(page.getByRole('radio', { name: 'Letter' })).toBeChecked()
  await expect(page.getByLabel('name', { exact: true })).toHaveValue('Ada Fenwick')
  await page.getByLabel('What is given').uncheck()
  await expect(paper.locator('[data-content=given]')).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await expect(paper.locator('[data-content=given]')).toBeVisible()
})

test('the report goes out as files that others read', async ({ page, browser }) => {
  const folder = newFolder()
  let count = 0
  const keep = async (download: Download): Promise<string> => {
    const file = join(folder, `${count++}-${download.suggestedFilename()}`)
    await download.saveAs(file)
    return file
  }
  await openFormula(page, 'Map lamp chain & <more>', 'R1 1.5 + (R2 10 + R3 20) // R4 15 + R5 1', '/report')
  await expect(page.locator('[data-paper]')).toBeVisible()

  // One HTML file: nothing is fetched, nothing runs, and it looks as it should without a network.
  const html = await keep(await saveAs(page, 'One HTML file'))
  const text = readFileSync(html, 'utf8')
  expect(text).not.toMatch(/<script|<link|https?:\/\/(?!www\.w3\.org)|src=/)
  const offline = await browser.newContext({ offline: true })
  const reader = await offline.newPage()
  const asked: string[] = []
  reader.on('request', (request) => asked.push(request.url()))
  await reader.goto(pathToFileURL(html).href)
  await expect(reader.getByRole('heading', { name: 'Map lamp chain & <more>' })).toBeVisible()
  await expect(reader).toHaveTitle('Map lamp chain & <more>')
  expect(asked.filter((url) => !url.startsWith('file:') && !url.startsWith('data:'))).toEqual([])
  expect(
    await reader.evaluate(() =>
      document.fonts.ready.then(() => document.fonts.check('12px "JetBrains Mono Variable"', 'Ω')),
    ),
  ).toBe(true)
  expect(await reader.getByRole('math').count()).toBeGreaterThan(8)
  const there = await reader.locator('[data-paper]').boundingBox()
  const here = await page.locator('[data-paper]').boundingBox()
  expect(Math.abs((there?.width ?? 0) - (here?.width ?? 0))).toBeLessThan(30)

  const markdown = await keep(await saveAs(page, 'Markdown with drawings (zip)'))
  expect(tool('unzip', '-t', markdown)).toContain('No errors')
  const notes = join(folder, 'notes')
  tool('unzip', '-q', markdown, '-d', notes)
  expect(readFileSync(join(notes, 'report.md'), 'utf8')).toContain('# Map lamp chain')
  const drawings = readdirSync(join(notes, 'report'))
  expect(drawings).toEqual(expect.arrayContaining(['drawing.svg', 'sheet-0-reduce.svg', 'sheet-0-expand.svg']))
  for (const name of drawings) {
    await reader.goto(pathToFileURL(join(notes, 'report', name)).href)
    expect(
      await reader.evaluate(() => [document.documentElement.tagName, document.querySelectorAll('text').length > 2]),
    ).toEqual(['svg', true])
  }
  await offline.close()

  const latex = await keep(await saveAs(page, 'LaTeX (zip)'))
  expect(tool('unzip', '-t', latex)).toContain('No errors')
  for (const [item, holds] of [
    ['Answer table', 'R1,1.5,3/2,1.44,36/25,0.96,24/25'],
    ['All steps', 'R[R2+3] = 10 Ω + 20 Ω = 30 Ω'],
    ['Worksheet, every value with its way', '"nodrel-worksheet"'],
    ['Analysis', '"nodrel-analysis"'],
  ])
    expect(readFileSync(await keep(await saveAs(page, item)), 'utf8')).toContain(holds)

  // A task tells no result; its key is a second file.
  await page.getByRole('radio', { name: 'Task sheet' }).click()
  await expect(page.locator('[data-paper]')).not.toContainText('12.5')
  await expect(page.locator('[data-paper]').getByRole('img', { name: 'to be filled in' }).first()).toBeVisible()
  const files: Download[] = []
  page.on('download', (download) => files.push(download))
  await saveAs(page, 'One HTML file')
  await expect
    .poll(() => files.map((it) => it.suggestedFilename()))
    .toEqual(['map-lamp-chain-more-task.html', 'map-lamp-chain-more-key.html'])
  const [task, key] = await Promise.all(files.map(keep))
  expect(plain(readFileSync(task, 'utf8'))).not.toContain('12.5')
  expect(plain(readFileSync(key, 'utf8'))).toContain('12.5')
})
