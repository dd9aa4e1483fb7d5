import { readFile } from 'node:fs/promises'
import { expect, test, type Page } from '@playwright/test'
import { board, click, drawCopy, drawn, fiveResistors, newDrawing, peg, screenOf, stroke } from './board'
import { formulaField, openNetwork, saved } from './helpers'

test('parts are chosen, moved with what is joined, turned, flipped, duplicated, deleted, undone and redone', async ({
  page,
}) => {
  await newDrawing(page, 'Moved')
  for (const [pegs, value] of [
    ['0,0 4,0', '10'],
    ['4,0 4,4', '20'],
    ['4,4 0,4', ''],
  ] as const)
    await stroke(page, pegs, value)
  const places = () =>
    page.evaluate(async () => {
      const id = location.pathname.split('/')[2]
      const { document: it } = await (await fetch(`/api/networks/${id}`)).json()
      return (it.parts as { name: string; from: string; to: string }[]).map(
        ({ name, from, to }) => `${name} ${it.sketch.points[from]} ${it.sketch.points[to]}`,
      )
    })
  // Dragging R1 takes the ends of E1 and R2 along.
  const [from, to] = [await screenOf(page, peg('2,0')), await screenOf(page, peg('2,-2'))]
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move(to.x, to.y, { steps: 4 })
  await page.mouse.up()
  await saved(page)
  await expect.poll(places).toEqual(['E1 0,-2 0,4', 'R1 0,-2 4,-2', 'R2 4,-2 4,4', 'W1 4,4 0,4'])
  await page.keyboard.press('Control+z')
  // A band around the two resistors, then a turn and a flip by key.
  const [a, b] = [await screenOf(page, peg('1.4,-0.5')), await screenOf(page, peg('4.5,3'))]
  await page.mouse.move(a.x, a.y)
  await page.mouse.down()
  await page.mouse.move(b.x, b.y, { steps: 3 })
  await page.mouse.up()
  await expect(page.getByRole('toolbar', { name: 'Chosen parts' })).toContainText('2 parts')
  await page.keyboard.press('Alt+ArrowRight')
  await saved(page)
  await expect.poll(places).toEqual(['E1 1,0 0,4', 'R1 1,0 5,0', 'R2 5,0 5,4', 'W1 5,4 0,4'])
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+d')
  await expect(board(page).locator('[data-part]')).toHaveCount(6)
  await page.keyboard.press('Delete')
  await expect(board(page).locator('[data-part]')).toHaveCount(4)
  await click(page, '2,0')
  await page.keyboard.press('r')
  await expect(drawn(page, 'R1')).toHaveAttribute('aria-label', /from node/)
  await page.keyboard.press('x')
  await saved(page)
  await expect.poll(async () => (await places())[1]).toBe('R1 2,2 2,-2')
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+a')
  await expect(page.getByRole('toolbar', { name: 'Chosen parts' })).toContainText('4 parts')
  await page.keyboard.press('Delete')
  await expect(board(page).locator('[data-part]')).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await saved(page)
  await expect.poll(places).toEqual(['E1 0,0 0,4', 'R1 0,0 4,0', 'R2 4,0 4,4', 'W1 4,4 0,4'])
  await page.keyboard.press('Control+Shift+z')
  await expect(board(page).locator('[data-part]')).toHaveCount(0)
})

test('parts go through the clipboard as a network document, into the same and into another network', async ({
  page,
}) => {
  await newDrawing(page, 'Copied from')
  await stroke(page, '0,0 4,0', '10')
  await stroke(page, '4,0 4,4', '20')
  await click(page, '2,0')
  await page.keyboard.down('Shift')
  await click(page, '4,2')
  await page.keyboard.up('Shift')
  await page.keyboard.press('Control+c')
  const text = await page.evaluate(() => navigator.clipboard.readText())
  expect(JSON.parse(text)).toMatchObject({
    format: 'nodrel-network',
    parts: [
      { name: 'R1', resistance: '10' },
      { name: 'R2', resistance: '20' },
    ],
    sketch: { points: { A: [0, 0], C: [4, 0], D: [4, 4] } },
  })
  await page.keyboard.press('Control+v')
  await expect(drawn(page, 'R4')).toBeVisible()
  await saved(page)
  await newDrawing(page, 'Copied to')
  await board(page).focus()
  await page.keyboard.press('Control+v')
  await expect(drawn(page, 'R2')).toContainText('20\u2009Ω')
  await page.evaluate(() => navigator.clipboard.writeText('{"format":"nodrel-network","version":1,"parts":[{}]}'))
  await page.keyboard.press('Control+v')
  await expect(page.getByRole('alert').filter({ hasText: 'Not understood in what was pasted' })).toContainText(
    'a part needs a name',
  )
})

test('an end that stops short is pointed out, and one click joins it', async ({ page }) => {
  await newDrawing(page, 'Short')
  await stroke(page, '0,0 4,0', '10')
  await stroke(page, '4,0 4,4', '20')
  await stroke(page, '4,4 1,4', '')
  const short = page.locator('[data-miss]')
  await expect(short).toContainText('did you mean to join these?')
  await board(page)
    .getByRole('button', { name: /did you mean to join these/ })
    .click()
  await expect(short).toHaveCount(0)
  await expect(formulaField(page)).toHaveValue('R1 10 + R2 20')
  // A stroke that ends on a wire joins it, and a dot shows it; with Alt it passes, and is asked about.
  await stroke(page, '2,4 2,2', '33')
  await expect(drawn(page, 'R3')).toContainText('dead end')
  await expect(drawn(page, 'W2')).toHaveCount(1)
  await page.keyboard.press('Control+z')
  await page.keyboard.down('Alt')
  await stroke(page, '2,4 2,2', null)
  await page.keyboard.up('Alt')
  await page.keyboard.type('33\n')
  await expect(page.locator('[data-miss="R3"]')).toContainText('lies on W1')
  await page.keyboard.down('Alt')
  await stroke(page, '3,4 3,6', null)
  await page.keyboard.up('Alt')
  await page.keyboard.type('47\n')
  // The two that miss are joined by one click.
  await page.getByRole('button', { name: 'Join all 2' }).click()
  await expect(page.locator('[data-miss]')).toHaveCount(0)
})

test('a node is lit with all it joins, renamed, and made 0 V; numbers become letters', async ({ page }) => {
  await drawCopy(page, 'Dew strip, after the repair')
  await expect(drawn(page, 'R4')).toContainText('shorted')
  await expect(drawn(page, 'R6')).toContainText('dead end')
  await board(page).locator('[data-node="2"]').hover()
  await expect(page.locator('footer')).toContainText('node 3: points C F G')
  await expect(drawn(page, 'W2').locator('path[stroke-width="4"]')).toHaveCount(1)
  await board(page).locator('[data-node="2"]').click()
  await page.getByRole('textbox', { name: 'Label' }).fill('too long')
  await expect(page.getByText('use 1 to 4 letters')).toBeVisible()
  await page.getByRole('textbox', { name: 'Label' }).fill('mid')
  await page.keyboard.press('Enter')
  await expect(board(page).locator('[data-node="2"]')).toContainText('mid')
  await expect(page.locator('[data-finding="shorted"]')).toContainText('both ends are on node mid')
  await page.keyboard.press('a')
  await expect(board(page).locator('[data-node="1"]')).toContainText('B')
  await expect(board(page).locator('[data-node="2"]')).toContainText('mid')
  await page.keyboard.press('a')
  await board(page).locator('[data-node="0"]').focus()
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Make this 0' }).click()
  await expect(page.getByLabel('0 V at point')).toHaveValue('A')
})

test('a wire becomes a placeholder and a wire again', async ({ page }) => {
  await newDrawing(page, 'Leg')
  for (const [pegs, value] of [
    ['0,0 4,0', '10'],
    ['4,0 8,0', '20'],
    ['8,0 8,4', ''],
    ['8,4 0,4', ''],
  ] as const)
    await stroke(page, pegs, value)
  await click(page, '8,1.5')
  await page.keyboard.type('0\n')
  await expect(drawn(page, 'R3')).toContainText('0\u2009Ω')
  await expect(formulaField(page)).toHaveValue('R1 10 + R2 20 + R3 0')
  await page.getByRole('toolbar').getByRole('button', { name: 'wire' }).click()
  await expect(formulaField(page)).toHaveValue('R1 10 + R2 20')
})

test('the current’s path divides and meets again; electrons run the other way', async ({ page }) => {
  await openNetwork(page, 'Dew strip, short')
  await page.getByRole('link', { name: 'Draw' }).click()
  await page.getByRole('button', { name: 'Current’s path' }).click()
  const flow = board(page).locator('[data-current]')
  await expect(flow).toHaveAttribute('data-current', 'conventional')
  await expect(flow.locator('[data-flows="R4 from B"]')).toHaveCount(1)
  await expect(flow.locator('[data-flows="E1 to A"]')).toHaveCount(1)
  await expect(flow.locator('[data-at="divides"]')).toHaveCount(1)
  await expect(flow.locator('[data-at="meets"]')).toHaveCount(1)
  await page.getByLabel('electron flow').check()
  await expect(flow.locator('[data-flows="R4 to B"]')).toHaveCount(1)
})

test('three views of one network: an edit in one keeps what the others own', async ({ page }) => {
  await newDrawing(page, 'Three views')
  for (const [pegs, value] of fiveResistors) await stroke(page, pegs, value)
  const shape = (name: string) => drawn(page, name).locator('path').first().getAttribute('d')
  const before = await shape('R2')
  await page.getByLabel('value of R2', { exact: true }).fill('12')
  await page.getByLabel('name of R2', { exact: true }).fill('strip')
  await expect(drawn(page, 'strip')).toContainText('12\u2009Ω')
  expect(await shape('strip')).toBe(before)
  await formulaField(page).fill('R1 1.5 + (strip 10 + R3 22) // R4 15 + R5 1')
  await expect(drawn(page, 'R3')).toContainText('22\u2009Ω')
  expect(await shape('strip')).toBe(before)
  // A new part in the list finds a free place.
  await formulaField(page).blur()
  await page.getByRole('button', { name: 'Add a part' }).click()
  await page.getByLabel('from of R2', { exact: true }).fill('D')
  await page.getByLabel('to of R2', { exact: true }).fill('new')
  await page.getByLabel('value of R2', { exact: true }).fill('7')
  await expect(drawn(page, 'R2')).toContainText('dead end')
  // Another structure would replace the drawing: it is asked first.
  await formulaField(page).fill('5 + 6')
  const asked = page.getByRole('alert').filter({ hasText: 'it would replace your drawing' })
  await asked.getByRole('button', { name: 'Keep it' }).click()
  expect(await shape('strip')).toBe(before)
  await formulaField(page).fill('5 + 6')
  await asked.getByRole('button', { name: 'Replace the drawing' }).click()
  await expect(board(page).locator('[data-part]')).toHaveCount(3)
  await page.keyboard.press('Control+z')
  await expect.poll(() => shape('strip')).toBe(before)
})

test('the drawing unfolds and folds up again; with reduced motion both stand side by side', async ({ page }) => {
  await openNetwork(page, 'Dew strip, long')
  await page.getByRole('link', { name: 'Draw' }).click()
  await expect(drawn(page, 'R5')).toBeVisible()
  await page.keyboard.press('s')
  await expect(page.locator('[data-stretched] [data-slides]')).toHaveCount(11)
  await expect(board(page)).toBeHidden()
  await page.keyboard.press('l')
  await expect(page.locator('[data-stretched] [data-slides="E1"]')).toContainText('13.8')
  await page.keyboard.press('s')
  await expect(board(page)).toBeVisible()
  await expect(page.locator('[data-stretched]')).toHaveCount(0)
  await page.emulateMedia({ reducedMotion: 'reduce' })
  await page.keyboard.press('s')
  await expect(page.locator('[data-stretched] [data-slides="R5"]')).toBeVisible()
  await expect(drawn(page, 'R5')).toBeVisible()
})

test('the drawing and the sheets go out as SVG with fonts inside, and as PNG; the parts list as CSV and back', async ({
  page,
}) => {
  await openNetwork(page, 'Dew strip, short')
  await page.getByRole('link', { name: 'Draw' }).click()
  await expect(drawn(page, 'R5')).toBeVisible()
  const out = async (item: RegExp) => {
    await page.getByRole('button', { name: 'Take out', exact: true }).click()
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('menuitem', { name: item }).click(),
    ])
    return { name: file.suggestedFilename(), bytes: await readFile(await file.path()) }
  }
  const svg = await out(/Drawing, as SVG/)
  expect(svg.name).toBe('dew-strip-short-drawing.svg')
  const text = svg.bytes.toString()
  expect(text).toContain('@font-face')
  expect(text).toContain('data:font/woff2;base64')
  expect(text).not.toMatch(/class=|data-chrome|tabindex|var\(--/)
  // It looks there as here: drawn by itself, the text has the same width.
  const viewer = await page.context().newPage()
  await viewer.setContent(text.replace(/^<\?xml.*\?>/, ''))
  await viewer.evaluate(() => document.fonts.ready)
  const width = (on: Page, root: string) =>
    on
      .locator(`${root} text`, { hasText: /^1\.5/ })
      .first()
      .evaluate((it) => (it as SVGTextElement).getComputedTextLength())
  expect(await width(viewer, 'svg')).toBeCloseTo(await width(page, '[data-board]'), 1)
  await viewer.close()
  const png = await out(/Drawing, as PNG/)
  expect(png.bytes.subarray(1, 4).toString()).toBe('PNG')
  expect(png.bytes.readUInt32BE(16)).toBeGreaterThan(1000)
  const csv = await out(/Parts list, as CSV/)
  expect(csv.bytes.toString().split('\n').slice(0, 3)).toEqual([
    'name,kind,from,to,value,tolerance,rating',
    'E1,source,A,E,12 V,,',
    'R1,resistor,A,B,1.5,5 %,5 W',
  ])
  await page.getByRole('link', { name: 'Work' }).click()
  await expect(page.locator('#floor')).toBeVisible()
  await page.keyboard.press('j')
  await page.keyboard.press('j')
  const sheet = await out(/Sheet 1, expanding, as SVG/)
  expect(sheet.name).toBe('dew-strip-short-sheet-1-expand.svg')
  expect(sheet.bytes.toString()).toContain('960')
  // The same list, with a mistake, comes in again: the mistake is named by its row.
  await page.getByRole('link', { name: 'Nodrel, logbook' }).click()
  await expect(page.getByRole('heading', { name: 'Logbook' })).toBeVisible()
  const wrong = csv.bytes.toString().replace('R1,resistor,A,B,1.5', 'R1,resistor,A,B,1.5x')
  const file = (content: string) => ({ name: 'in.csv', mimeType: 'text/csv', buffer: Buffer.from(content) })
  await page.getByLabel('Files to import').setInputFiles(file(wrong))
  await expect(page.getByRole('alert').filter({ hasText: 'in.csv was not imported' })).toContainText(
    'row 3: R1: “1.5x” is not a number',
  )
  await page.getByLabel('Files to import').setInputFiles(file(csv.bytes.toString()))
  await page.waitForURL(/\/networks\//)
  await expect(formulaField(page)).toHaveValue('R1 1.5 + (R2 10 + R3 20) ∥ R4 15 + R5 1')
})

test('rows pasted on the board are added; what is not understood is named by its row', async ({ page }) => {
  await newDrawing(page, 'Rows')
  await board(page).focus()
  await page.evaluate(() => navigator.clipboard.writeText('R1,A,C,10\nR2,C,B,20 A\nR3,C,B,30'))
  await page.keyboard.press('Control+v')
  await expect(page.getByRole('alert').filter({ hasText: 'row 2: R2' })).toContainText('wrong unit')
  await expect(drawn(page, 'R3')).toContainText('30\u2009Ω')
  await expect(formulaField(page)).toHaveValue('R1 10 + R3 30')
  // So are those of a file that is dropped on the board.
  const dropped = await page.evaluateHandle(() => {
    const transfer = new DataTransfer()
    transfer.items.add(new File(['R4,C,B,60'], 'more.csv', { type: 'text/csv' }))
    return transfer
  })
  await board(page).dispatchEvent('dragover', { dataTransfer: dropped })
  await expect(page.getByText('Drop a network document to put it in place')).toBeVisible()
  await board(page).dispatchEvent('drop', { dataTransfer: dropped })
  await expect(formulaField(page)).toHaveValue('R1 10 + R3 30 ∥ R4 60')
})

test('the board zooms and pans by wheel and keys, and prints whole', async ({ page }) => {
  await openNetwork(page, 'Dew strip, long')
  await page.getByRole('link', { name: 'Draw' }).click()
  const stage = page.locator('[data-stage]')
  await expect(stage).toHaveAttribute('transform', /scale/)
  const whole = await stage.getAttribute('transform')
  await page.keyboard.press('i')
  await expect(stage).not.toHaveAttribute('transform', whole ?? '')
  await page.keyboard.press('z')
  await expect(stage).toHaveAttribute('transform', whole ?? '')
  const { x, y } = await screenOf(page, peg('6,2'))
  await page.mouse.move(x, y)
  await page.mouse.wheel(0, 120)
  await expect.poll(async () => (await screenOf(page, peg('6,2'))).y).toBeCloseTo(y - 120, 0)
  await page.keyboard.down('Control')
  await page.mouse.wheel(0, -200)
  await page.keyboard.up('Control')
  await expect(stage).not.toHaveAttribute('transform', /scale\(0\.[0-8]/)
  await page.evaluate(() => dispatchEvent(new Event('beforeprint')))
  await expect(page.locator('[data-board]')).toHaveAttribute('viewBox', /^-/)
  await page.evaluate(() => dispatchEvent(new Event('afterprint')))
  await expect(page.locator('[data-board]')).not.toHaveAttribute('viewBox', /./)
})
