import { readFile } from 'node:fs/promises'
import type { Page } from '@playwright/test'
import {
  board,
  click,
  drawn,
  fiveResistors,
  newBoard,
  nodesOnBoard,
  peg,
  pull,
  screenOf,
  stroke,
  valueField,
} from './board'
import { formulaField, openSample, reload, saved, savedDocument } from './helpers'
import { expect, test } from './test'

/** One stroke of a hand that does not wait for anything, and what is typed after it; no Enter. */
async function dash(page: Page, pegs: string, typed = ''): Promise<void> {
  await pull(page, pegs)
  if (typed) await page.keyboard.type(typed)
}

/** Drags with the mouse from one place on the screen to another. */
async function drag(page: Page, from: { x: number; y: number }, to: { x: number; y: number }): Promise<void> {
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move(to.x, to.y, { steps: 4 })
  await page.mouse.up()
}

const findings = (page: Page) => page.getByRole('region', { name: /Findings|To begin/ })
const placesOf = async (page: Page) => {
  const { parts, sketch } = await savedDocument(page)
  return parts.map(({ name, from, to }) => `${name} ${sketch?.points?.[from]} ${sketch?.points?.[to]}`)
}
const loop = [
  ['0,0 4,0', '10'],
  ['4,0 4,4', '20'],
  ['4,4 0,4', ''],
] as const

test('five resistors by keyboard alone, and they are there after a reload', async ({ page }) => {
  await newBoard(page, 'Drawn by keys')
  const press = async (...keys: string[]) => {
    for (const key of keys) await page.keyboard.press(key)
  }
  const [right, down, left, up] = ['Right', 'Down', 'Left', 'Up'].map((way) => `Control+Shift+Arrow${way}`)
  const one = 'Shift+ArrowDown'
  await press('n')
  await expect(board(page)).toBeFocused()
  // From the + end of the source on, where the cursor waits.
  await expect(page.locator('footer')).toContainText('node 1')
  await press(right, ...'1.5', 'Enter')
  await press(right, down, ...'10', 'Enter')
  await press(one, one, one, ...'20', 'Enter')
  await press('Control+ArrowLeft', 'Control+ArrowUp', 'Control+ArrowUp')
  await press(right, right, ...'15', 'Enter')
  await press(down, one, one, one, 'Enter')
  await press(left, 'Enter')
  await press(left, one, ...'1', 'Enter')
  await press(left, 'Enter')
  await press(up, 'Enter')
  await expect(board(page)).toBeFocused()
  await expect(formulaField(page)).toHaveValue('R1 1.5 + (R2 10 + R3 20) ∥ R4 15 + R5 1')
  // Tab walks the parts, Enter edits, Delete removes, and undo brings back.
  await press('Tab')
  await expect(drawn(page, 'E1')).toBeFocused()
  await press('Tab')
  await expect(drawn(page, 'R1')).toBeFocused()
  await press('Enter')
  await expect(valueField(page)).toHaveValue('1.5')
  await page.keyboard.type('2k2\n')
  await expect(drawn(page, 'R1')).toContainText('2.2\u2009kΩ')
  await press('Control+z')
  await drawn(page, 'R4').focus()
  await press('Delete')
  await expect(drawn(page, 'R4')).toHaveCount(0)
  await press('Control+z')
  await expect(drawn(page, 'R4')).toHaveCount(1)
  await saved(page)
  await reload(page)
  await expect.poll(() => nodesOnBoard(page)).toEqual(['1: A', '2: C', '3: D', '4: E F G', '5: B H I'])
})

test.describe('by touch', () => {
  test.use({ hasTouch: true, viewport: { width: 1180, height: 820 } })
  test('strokes are drawn, a part is chosen by a tap, and two fingers zoom', async ({ page }) => {
    await newBoard(page, 'Drawn by finger')
    const client = await page.context().newCDPSession(page)
    const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', ...touchPoints: { x: number; y: number }[]) =>
      client.send('Input.dispatchTouchEvent', { type, touchPoints })
    for (const [pegs, value] of fiveResistors) {
      const [from, to] = pegs.split(' ').map(peg)
      const [a, b] = [await screenOf(page, from), await screenOf(page, to)]
      await touch('touchStart', a)
      await touch('touchMove', { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 })
      await touch('touchMove', b)
      await touch('touchEnd')
      await valueField(page).fill(value)
      await valueField(page).press('Enter')
      await expect(valueField(page)).toHaveCount(0)
    }
    const { x, y } = await screenOf(page, { x: 2, y: 0 })
    await page.touchscreen.tap(x, y)
    await expect(page.getByRole('toolbar', { name: 'Chosen parts' })).toContainText('R1')
    const before = await page.locator('[data-stage]').getAttribute('transform')
    await touch('touchStart', { x: 300, y: 400 }, { x: 400, y: 400 })
    await touch('touchMove', { x: 250, y: 400 }, { x: 450, y: 400 })
    await touch('touchEnd')
    await expect(page.locator('[data-stage]')).not.toHaveAttribute('transform', before ?? '')
    await expect(formulaField(page)).toHaveValue('R1 1.5 + (R2 10 + R3 20) ∥ R4 15 + R5 1')
  })
})

test('twelve parts by a hand that never lifts: ends on wires, a wrong value, strokes of one peg, the source last', async ({
  page,
}) => {
  await newBoard(page, 'Hurried')
  await expect(findings(page)).toContainText('The source E1 is there already')
  const strokes: readonly (readonly [string, string?])[] = [
    // The two rails, and then what stands between them: the ends lie on the middle of the rails.
    ['2,0 14,0'],
    ['2,6 14,6'],
    ['14,0 14,6', '100r'],
    ['12,0 12,3', '4,7k'],
    ['12,3 12,6', '680x'],
    ['10,0 10,3', '1k'],
    ['10,3 10,6', '2k2'],
    ['8,0 8,6', '3k3'],
    ['6,0 6,1'],
    ['6,1 6,6', '820'],
    ['4,0 4,3', '10k'],
    ['4,3 4,6', '12k'],
    ['4,3 3,3'],
    ['3,3 3,6', '5k6'],
    ['14,0 16,0', '56'],
    ['16,0 16,6', '75'],
    ['16,6 14,6'],
    ['2,0 2,6', '9v'],
  ]
  for (const [pegs, typed] of strokes) await dash(page, pegs, typed)
  // A press beside it all takes over the last, too. The wrong value is there, marked; a digit goes back to it.
  await click(page, '18,8')
  await expect(valueField(page)).toHaveCount(0)
  await expect(findings(page)).toContainText('“680x” is not a number')
  await expect(drawn(page, 'R3')).toContainText('680x')
  await expect(drawn(page, 'R3')).toContainText('no value')
  await click(page, '12,4.4')
  await page.keyboard.type('680\n')
  await expect(findings(page)).toHaveText('FindingsNo problems found.')
  await expect(drawn(page, 'R3')).not.toContainText('no value')
  await expect(board(page).locator('[data-part^="E"]')).toHaveCount(1)
  // No letter went astray: nodes are still numbered.
  await expect(board(page).locator('[data-node="0"]')).toHaveText('1')
  await saved(page)

  await page.getByRole('link', { name: 'Work', exact: true }).click()
  const branches = [100, 4700 + 680, 1000 + 2200, 3300, 820, 10_000 + 1 / (1 / 12_000 + 1 / 5600), 56 + 75]
  const resistance = 1 / branches.reduce((sum, branch) => sum + 1 / branch, 0)
  await expect(page.locator('#floor')).toContainText(`Req ≈ ${resistance.toPrecision(4)}`)
  // The focus is where the work is, on this screen and on the way back.
  await expect(page.locator('main')).toBeFocused()
  await page.getByRole('link', { name: 'Draw', exact: true }).click()
  await expect(board(page)).toBeFocused()
})

test('strokes begin on leads, on wires, and over the ring that offers to join; at the edge the board pans along', async ({
  page,
}) => {
  await newBoard(page, 'Begun anywhere')
  await dash(page, '0,0 4,0', '10')
  await dash(page, '4,0 4,4', '20')
  await dash(page, '4,4 0,4')
  // On the lead of R1, a little off its pegs; on the wire, in the middle between two.
  await dash(page, '3.2,0 3,-3', '30')
  await dash(page, '1.5,4 2,7', '40')
  await click(page, '8,8')
  await expect(drawn(page, 'R3')).toContainText('30\u2009Ω')
  await expect(drawn(page, 'R4')).toContainText('40\u2009Ω')
  await expect(drawn(page, 'R3')).toHaveAttribute('aria-label', /from node 2 /)
  // The body moves; a wire is chosen along its whole length, also where a peg lies on it.
  await click(page, '4,2')
  await expect(page.getByRole('toolbar', { name: 'Chosen parts' })).toContainText('R2')
  await click(page, '3,4')
  await expect(page.getByRole('toolbar', { name: 'Chosen parts' })).toContainText(/^W\d/)
  await page.keyboard.press('Escape')

  // Two ends one peg apart: the ring waits while strokes are drawn, and is no obstacle to them.
  await dash(page, '8,0 8,3', '50')
  await dash(page, '9,3 9,6', '60')
  await click(page, '12,8')
  await expect(board(page).locator('[data-join]')).toHaveCount(1)
  await dash(page, '8,3 9,3', '70')
  await click(page, '12,8')
  await expect(drawn(page, 'R7')).toContainText('70\u2009Ω')
  await expect(board(page).locator('[data-join]')).toHaveCount(0)
  // With Alt a stroke that ends on a wire passes it.
  await page.keyboard.down('Alt')
  await stroke(page, '3,4 3,6', null)
  await page.keyboard.up('Alt')
  await page.keyboard.type('47\n')
  await expect(page.locator('[data-miss="R8"]')).toContainText('lies on')
  await page.keyboard.press('Control+z')

  // What is typed while the pointer is still down is there when it is lifted.
  const [a, b] = [await screenOf(page, { x: 12, y: 0 }), await screenOf(page, { x: 15, y: 0 })]
  await page.mouse.move(a.x, a.y)
  await page.mouse.down()
  await page.mouse.move(b.x, b.y, { steps: 3 })
  await page.keyboard.type('4k')
  await page.mouse.up()
  await expect(valueField(page)).toHaveValue('4k')
  await page.keyboard.type('7\n')
  await expect(drawn(page, 'R8')).toContainText('4.7\u2009kΩ')

  const frame = await board(page).boundingBox()
  const start = await screenOf(page, { x: 15, y: 0 })
  await page.mouse.move(start.x, start.y)
  await page.mouse.down()
  await page.mouse.move((frame?.x ?? 0) + (frame?.width ?? 0) - 3, start.y, { steps: 3 })
  await expect.poll(async () => (await screenOf(page, { x: 15, y: 0 })).x).toBeLessThan(start.x - 200)
  await page.mouse.up()
  await page.keyboard.type('5\n')
  await expect(drawn(page, 'R9')).toContainText('5\u2009Ω')
})

test('double-click, Enter and a digit edit the value; a mark goes with its finding; a turn stays in sight', async ({
  page,
}) => {
  await newBoard(page, 'Edited')
  for (const [pegs, value] of loop) await dash(page, pegs, value)
  await dash(page, '4,0 8,0', '30\n')
  const { x, y } = await screenOf(page, { x: 2, y: 0 })
  await page.mouse.dblclick(x, y)
  await expect(valueField(page)).toHaveValue('10')
  await page.keyboard.type('11\n')
  await expect(drawn(page, 'R1')).toContainText('11\u2009Ω')
  await click(page, '2,0')
  await page.keyboard.press('Enter')
  await page.keyboard.type('12\n')
  await expect(drawn(page, 'R1')).toContainText('12\u2009Ω')
  await page.keyboard.type('13\n')
  await expect(drawn(page, 'R1')).toContainText('13\u2009Ω')
  // Leaving without a change, and Escape, change nothing.
  await page.keyboard.type('99')
  await page.keyboard.press('Escape')
  await expect(drawn(page, 'R1')).toContainText('13\u2009Ω')

  // Who goes elsewhere from a field stays there, and what was typed is taken over.
  await dash(page, '10,2 14,2', '40')
  await page.getByLabel('Title of the network').click()
  await expect(page.getByLabel('Title of the network')).toBeFocused()
  await expect(drawn(page, 'R4')).toContainText('40\u2009Ω')
  await page.keyboard.press('Control+z')
  await expect(drawn(page, 'R4')).toHaveCount(0)

  // Pointed at in the list, R3 is red; once its end is joined, neither the finding nor the colour is left.
  await page.locator('[data-finding="dead-end"]').hover()
  await expect(drawn(page, 'R3').locator('.stroke-trouble-wash')).toHaveCount(1)
  await board(page).focus()
  await page.getByLabel('to of R3', { exact: true }).fill('B')
  await expect(page.locator('[data-finding="dead-end"]')).toHaveCount(0)
  await expect(drawn(page, 'R3').locator('.stroke-trouble, .stroke-trouble-wash')).toHaveCount(0)

  // At the upper edge of the board, a turned part comes into sight.
  await page.keyboard.press('Escape')
  await click(page, '2,0')
  for (let i = 0; i < 6; i++) await page.mouse.wheel(0, 40)
  await page.keyboard.press('r')
  const [area, part] = [await board(page).boundingBox(), await drawn(page, 'R1').boundingBox()]
  expect(part?.y).toBeGreaterThanOrEqual(area?.y ?? 0)
})

test('parts and ends are dragged, and a band chooses', async ({ page }) => {
  await newBoard(page, 'Moved')
  for (const [pegs, value] of loop) await stroke(page, pegs, value)
  // Dragging R1 takes the ends of E1 and R2 along.
  await drag(page, await screenOf(page, peg('2,0')), await screenOf(page, peg('2,-2')))
  await expect.poll(() => placesOf(page)).toEqual(['E1 0,-2 0,4', 'R1 0,-2 4,-2', 'R2 4,-2 4,4', 'W1 4,4 0,4'])
  await page.keyboard.press('Control+z')
  await drag(page, await screenOf(page, peg('1.4,-0.5')), await screenOf(page, peg('4.5,3')))
  await expect(page.getByRole('toolbar', { name: 'Chosen parts' })).toContainText('2 parts')
  await page.keyboard.press('Alt+ArrowRight')
  await expect.poll(() => placesOf(page)).toEqual(['E1 1,0 0,4', 'R1 1,0 5,0', 'R2 5,0 5,4', 'W1 5,4 0,4'])
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Escape')
  // An end by its handle: R2 leaves the loop.
  await click(page, '4,2')
  const handle = await board(page).locator('[data-end="to"]').boundingBox()
  const end = { x: (handle?.x ?? 0) + 7, y: (handle?.y ?? 0) + 7 }
  await drag(page, end, await screenOf(page, peg('7,2')))
  await expect.poll(async () => (await placesOf(page))[2]).toBe('R2 4,0 7,2')
})

test('parts go through the clipboard as a network document, into another network', async ({ page }) => {
  await newBoard(page, 'Copied from')
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
  await newBoard(page, 'Copied to')
  await board(page).focus()
  await page.keyboard.press('Control+v')
  await expect(drawn(page, 'R2')).toContainText('20\u2009Ω')
})

test('the drawing unfolds and folds up again; with reduced motion both stand side by side', async ({ page }) => {
  await openSample(page, 'Dew strip, long', '/draw')
  await expect(drawn(page, 'R5')).toBeVisible()
  await page.keyboard.press('s')
  await expect(page.locator('[data-stretched] [data-slides]')).toHaveCount(11)
  await expect(board(page)).toBeHidden()
  await page.keyboard.press('Control+k')
  await page.keyboard.type('sheets a loop\n')
  await expect(page.locator('[data-stretched] [data-slides="E1"]')).toContainText('13.8')
  await page.keyboard.press('s')
  await expect(board(page)).toBeVisible()
  await expect(page.locator('[data-stretched]')).toHaveCount(0)
  await page.emulateMedia({ reducedMotion: 'reduce' })
  await page.keyboard.press('s')
  await expect(page.locator('[data-stretched] [data-slides="R5"]')).toBeVisible()
  await expect(drawn(page, 'R5')).toBeVisible()
})

test('the board zooms and pans by wheel and keys, and prints whole', async ({ page }) => {
  await openSample(page, 'Dew strip, long', '/draw')
  const stage = page.locator('[data-stage]')
  await expect(drawn(page, 'R5')).toBeVisible()
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

test('the drawing and a sheet go out as pictures with their fonts, the parts list as CSV', async ({ page }) => {
  await openSample(page, 'Dew strip, short', '/draw')
  await expect(drawn(page, 'R5')).toBeVisible()
  const out = async (item: RegExp) => {
    await page.getByRole('button', { name: 'Export', exact: true }).click()
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('menuitem', { name: item }).click(),
    ])
    return { name: file.suggestedFilename(), bytes: await readFile(await file.path()) }
  }
  const svg = await out(/Drawing \(SVG\)/)
  expect(svg.name).toBe('dew-strip-short-drawing.svg')
  const text = svg.bytes.toString()
  expect(text).toContain('@font-face')
  expect(text).toContain('data:font/woff2;base64')
  expect(text).not.toMatch(/class=|data-chrome|tabindex|var\(--/)
  // It looks there as here: drawn by itself, the text has the same width.
  const viewer = await page.context().newPage()
  await viewer.setContent(text)
  await viewer.evaluate(() => document.fonts.ready)
  const width = (on: Page, root: string) =>
    on
      .locator(`${root} text`, { hasText: /^1\.5/ })
      .first()
      .evaluate((it) => (it as SVGTextElement).getComputedTextLength())
  expect(await width(viewer, 'svg')).toBeCloseTo(await width(page, '[data-board]'), 1)
  await viewer.close()
  const png = await out(/Drawing \(PNG\)/)
  expect(png.bytes.subarray(1, 4).toString()).toBe('PNG')
  expect(png.bytes.readUInt32BE(16)).toBeGreaterThan(1000)
  // All its words are there the first time.
  expect((await out(/Drawing \(PNG\)/)).bytes.equals(png.bytes)).toBe(true)
  const csv = await out(/Parts list \(CSV\)/)
  expect(csv.bytes.toString().split('\n').slice(0, 3)).toEqual([
    'name,kind,from,to,value,tolerance,rating',
    'E1,source,A,E,12 V,,',
    'R1,resistor,A,B,1.5,5 %,5 W',
  ])
  await page.getByRole('link', { name: 'Work' }).click()
  await expect(page.locator('#floor')).toBeVisible()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('ArrowDown')
  const sheet = await out(/Sheet 1, expanding \(SVG\)/)
  expect(sheet.name).toBe('dew-strip-short-sheet-1-expand.svg')
  expect(sheet.bytes.toString()).toContain('960')
})
