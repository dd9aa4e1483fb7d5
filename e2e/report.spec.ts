import { execFileSync } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { expect, test, type Download, type Page } from '@playwright/test'
import { formulaField, newNetwork, openNetwork, saved } from './helpers'

const folder = mkdtempSync(join(tmpdir(), 'nodrel-report-'))
const tool = (name: string, ...words: string[]) =>
  execFileSync(name, words, { encoding: 'utf8', maxBuffer: 64 * 1024 * 1024 })

/** The pages of what the browser prints, as text. */
async function printed(
  page: Page,
  name: string,
): Promise<{ readonly file: string; readonly pages: readonly string[] }> {
  const file = join(folder, `${name}.pdf`)
  await page.pdf({ path: file, preferCSSPageSize: true, printBackground: true })
  const pages = tool('pdftotext', '-layout', file, '-').split('\f')
  return { file, pages: pages.filter((text) => text.trim() !== '') }
}

async function saveAs(page: Page, item: string): Promise<Download> {
  await page.getByRole('button', { name: 'Save as', exact: true }).click()
  const download = page.waitForEvent('download')
  await page.getByRole('menuitem', { name: item, exact: true }).click()
  return download
}

async function keep(download: Download): Promise<string> {
  const file = join(folder, `${Date.now()}-${download.suggestedFilename()}`)
  await download.saveAs(file)
  return file
}

const plain = (text: string) => text.replaceAll('\u2009', ' ').replace(/\s+/g, ' ')

test('a report is filled in, printed in three densities, and is there again', async ({ page }) => {
  await newNetwork(
    page,
    'Focuser feed, handed in',
    'R1 4.7 + (R2 22 + R3 33) // R4 120 + R5 10 + R6 47 // R7 68 // (R8 15 + R9 27)',
  )
  await page.locator('#source').fill('13.8 V')
  await saved(page)
  await page.getByRole('main').click({ position: { x: 3, y: 3 } })
  await page.keyboard.press('Shift+H')
  await page.waitForURL(/\/report$/)
  const paper = page.locator('[data-paper]')
  await expect(paper.getByRole('heading', { name: 'Focuser feed, handed in' })).toBeVisible()
  await page.getByLabel('name', { exact: true }).fill('Ada Fenwick')
  await page.getByLabel('task number').fill('12 "b" <c>')
  await expect(paper).toContainText('Ada Fenwick')

  const full = await printed(page, 'full')
  const whole = plain(full.pages.join(' '))
  for (const text of [
    'R2 and R3 in series',
    'The supply',
    'Powers',
    '69.14 Ω',
    '199.6 mA',
    'Ada Fenwick',
    '12 "b" <c>',
  ])
    expect(whole).toContain(text)
  full.pages.forEach((text, i) => {
    expect(plain(text)).toContain('Focuser feed, handed in')
    expect(plain(text)).toMatch(new RegExp(`${i + 1} ?/ ?${full.pages.length}`))
  })
  // A step is on the page of its sheet: its arithmetic ends where its heading begins.
  for (const text of full.pages)
    expect((text.match(/^\s*Sheet \d/gm) ?? []).length).toBe(
      (text.match(/ in series\b| in parallel\b| carries over /g) ?? []).length,
    )
  // Black and white does: no page has a colour.
  tool('pdftoppm', '-r', '30', full.file, join(folder, 'page'))
  const images = readdirSync(folder).filter((name) => name.startsWith('page') && name.endsWith('.ppm'))
  expect(images).toHaveLength(full.pages.length)
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
  const compact = await printed(page, 'compact')
  expect(compact.pages.length).toBeLessThan(full.pages.length)
  expect(plain(compact.pages.join(' '))).toContain('199.6 mA')
  await page.getByRole('radio', { name: 'Answers only' }).click()
  await expect(paper).not.toContainText('in series')
  const answers = await printed(page, 'answers')
  expect(answers.pages).toHaveLength(1)
  expect(tool('pdfinfo', answers.file)).toMatch(/Page size: +59\d\S* x 84\d/)
  await page.getByRole('radio', { name: 'Letter' }).click()
  const letter = await printed(page, 'letter')
  expect(tool('pdfinfo', letter.file)).toMatch(/Page size: +612\S* x 792/)

  // All of it is kept with the network, and taken back as every change is.
  await saved(page)
  await page.reload()
  await expect(page.getByRole('radio', { name: 'Letter' })).toBeChecked()
  await expect(page.getByLabel('name', { exact: true })).toHaveValue('Ada Fenwick')
  await page.getByLabel('What is given').uncheck()
  await expect(paper.locator('[data-content=given]')).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await expect(paper.locator('[data-content=given]')).toBeVisible()
})

test('the report goes out as files that others read', async ({ page, browser }) => {
  await newNetwork(page, 'Map lamp chain & <more>', 'R1 1.5 + (R2 10 + R3 20) // R4 15 + R5 1')
  await page.getByRole('link', { name: 'Report' }).click()
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

  const answers = await keep(await saveAs(page, 'Answer table'))
  expect(readFileSync(answers, 'utf8')).toContain('R1,1.5,3/2,1.44,36/25,0.96,24/25')
  const steps = await keep(await saveAs(page, 'All steps'))
  expect(readFileSync(steps, 'utf8')).toContain('R[R2+3] = 10 Ω + 20 Ω = 30 Ω')
  const derivation = await keep(await saveAs(page, 'Worksheet, every value with its way'))
  expect(JSON.parse(readFileSync(derivation, 'utf8'))).toMatchObject({ format: 'nodrel-worksheet', version: 1 })
  const analysis = await keep(await saveAs(page, 'Analysis'))
  expect(JSON.parse(readFileSync(analysis, 'utf8'))).toMatchObject({ format: 'nodrel-analysis', status: 'solved' })

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

test('what was measured and what was tried are parts of the report; a fault that is still hidden is not told', async ({
  page,
}) => {
  await openNetwork(page, 'Dew strip, after the repair')
  await page.getByRole('link', { name: 'Report' }).click()
  const measured = page.locator('[data-content=readings]')
  await expect(measured).toContainText(/\d+ of \d+ agree/)
  await expect(measured.getByRole('row').first()).toContainText('may be')
  await page.getByLabel('Readings').uncheck()
  await expect(measured).toHaveCount(0)
  await page.getByLabel('Readings').check()

  await newNetwork(page, 'Tried by hand, handed in', 'R1 100 + R2 200')
  await formulaField(page).blur()
  await page.getByRole('button', { name: 'Try', exact: true }).click()
  await expect(page.locator('[data-try] [data-saving="saved"]')).toBeVisible()
  for (const name of ['R1', 'R2'])
    await page
      .locator('[data-choice]')
      .getByRole('button', { name: new RegExp(`^${name}, `) })
      .click()
  await page.getByRole('button', { name: 'in series' }).click()
  await page.getByLabel('Their equivalent resistance').fill('310')
  await page.getByRole('button', { name: 'Check' }).click()
  await expect(page.getByRole('region', { name: 'How it went' })).toBeVisible()
  // What is being tried is set as a task: its answers are not shown.
  await page.getByRole('link', { name: 'Report' }).click()
  await expect(page.getByRole('radio', { name: 'Task sheet' })).toBeChecked()
  await page.getByRole('radio', { name: 'Report', exact: true }).click()
  const attempt = page.locator('[data-content=attempt]')
  await expect(attempt).toContainText('at the first try')
  await expect(attempt).toContainText('310')
})

test('a step and any formula are copied as plain text', async ({ page }) => {
  await openNetwork(page, 'Dew strip, after the repair')
  await page.getByRole('button', { name: 'Copy sheet 0' }).click()
  const menu = page.getByRole('dialog', { name: 'Copy sheet 0' })
  await menu.getByRole('group', { name: 'Reducing' }).getByRole('button', { name: 'as text' }).click()
  const clipboard = () => page.evaluate(() => navigator.clipboard.readText())
  await expect.poll(clipboard).toMatch(/^Sheet 0\n.* in (series|parallel)\n/)
  await page.getByRole('button', { name: 'Copy sheet 0' }).press('Enter')
  await menu.getByRole('group', { name: 'Expanding' }).getByRole('button', { name: 'as LaTeX' }).press('Enter')
  await expect.poll(clipboard).toContain('\\begin{tikzpicture}')
  await page.getByRole('button', { name: 'Copy sheet 0' }).click()
  await menu.getByRole('group', { name: 'Reducing' }).getByRole('button', { name: 'picture' }).click()
  await expect
    .poll(() => page.evaluate(async () => (await navigator.clipboard.read()).flatMap(({ types }) => types)))
    .toContain('image/png')
  // A selection that begins within one formula and ends within another has both of them whole.
  await page.evaluate(() => {
    const [first, second] = document.querySelectorAll('[data-side=expand] [role=math] math')
    const range = document.createRange()
    range.setStart(first.querySelector('mi') as Element, 0)
    range.setEnd(second.querySelector('mi') as Element, 1)
    getSelection()?.removeAllRanges()
    getSelection()?.addRange(range)
  })
  await page.keyboard.press('Control+c')
  await expect.poll(clipboard).toMatch(/[VI]\[.+\] [=≈] .+ (V|mV|A|mA)/)
  expect((await clipboard()).match(/[VI]\[/g)?.length).toBeGreaterThanOrEqual(2)
})
