import { expect, test, type Page } from '@playwright/test'
import {
  board,
  click,
  drawn,
  fiveResistors,
  newDrawing,
  nodesOnBoard,
  peg,
  screenOf,
  stroke,
  valueField,
} from './board'
import { answerOf, formulaField, saved } from './helpers'

/** The five resistors: right nodes, stretched, and solved by the valley. */
async function expectFiveResistors(page: Page): Promise<void> {
  await expect.poll(() => nodesOnBoard(page)).toEqual(['1: A', '2: C', '3: D', '4: E F G', '5: B H I'])
  await expect(formulaField(page)).toHaveValue('R1 1.5 + (R2 10 + R3 20) ∥ R4 15 + R5 1')
  await expect(page.getByText('Nothing to say against this network.')).toBeVisible()
  await page.getByRole('button', { name: 'Stretch' }).click()
  const stretched = page.locator('[data-stretched]')
  await expect(stretched.locator('[data-slides="R3"]')).toContainText('20\u2009Ω')
  await page.getByRole('link', { name: 'Work' }).click()
  await expect(page.locator('#floor')).toContainText('Req = 12.5')
  await expect.poll(() => answerOf(page, 'R1')).toEqual(['R1', '1.5 Ω', '1.44 V', '960 mA', '1.382 W', '12.0 %'])
}

test('five resistors, one slanted, with a far wire, are drawn with the mouse, stretched, and solved', async ({
  page,
}) => {
  await newDrawing(page, 'Drawn by mouse')
  for (const [pegs, value] of fiveResistors) await stroke(page, pegs, value)
  await saved(page)
  await expectFiveResistors(page)
  // The drawing is still there after a reload, and on the way back from the worksheet.
  await page.getByRole('link', { name: 'Draw' }).click()
  await expect(drawn(page, 'W1')).toHaveAttribute('aria-label', 'W1, wire, from node 4 to node 4')
  await page.reload()
  await expect.poll(() => nodesOnBoard(page)).toEqual(['1: A', '2: C', '3: D', '4: E F G', '5: B H I'])
})

test('the same by keyboard alone, in no more than 50 keys', async ({ page }) => {
  await newDrawing(page, 'Drawn by keys')
  await page.getByLabel('Title of the network').blur()
  let pressed = 0
  const press = async (...keys: string[]) => {
    for (const key of keys) await page.keyboard.press(key)
    pressed += keys.length
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
  expect(pressed).toBeLessThanOrEqual(50)
  // Tab walks the parts, Enter edits, Delete removes, and undo brings back.
  await page.keyboard.press('Tab')
  await expect(drawn(page, 'E1')).toBeFocused()
  await page.keyboard.press('Tab')
  await expect(drawn(page, 'R1')).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(valueField(page)).toHaveValue('1.5')
  await page.keyboard.type('2k2')
  await page.keyboard.press('Enter')
  await expect(drawn(page, 'R1')).toContainText('2.2\u2009kΩ')
  await page.keyboard.press('Control+z')
  await drawn(page, 'R4').focus()
  await page.keyboard.press('Delete')
  await expect(drawn(page, 'R4')).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await expect(drawn(page, 'R4')).toHaveCount(1)
  await expectFiveResistors(page)
})

test.describe('by touch', () => {
  test.use({ hasTouch: true, viewport: { width: 1180, height: 820 } })
  test('strokes are drawn, a part is chosen by a tap, and two fingers zoom', async ({ page }) => {
    await newDrawing(page, 'Drawn by finger')
    const client = await page.context().newCDPSession(page)
    const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', ...touchPoints: { x: number; y: number }[]) =>
      client.send('Input.dispatchTouchEvent', { type, touchPoints })
    const strokes = fiveResistors.map(([pegs, value]) => [pegs, value] as const)
    for (const [pegs, value] of strokes) {
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
    const zoomBefore = await page.locator('[data-stage]').getAttribute('transform')
    await touch('touchStart', { x: 300, y: 400 }, { x: 400, y: 400 })
    await touch('touchMove', { x: 250, y: 400 }, { x: 450, y: 400 })
    await touch('touchEnd')
    await expect(page.locator('[data-stage]')).not.toHaveAttribute('transform', zoomBefore ?? '')
    await expectFiveResistors(page)
  })
})

test('twelve parts are copied at two actions a part: one stroke, one value', async ({ page }) => {
  await newDrawing(page, 'Twelve')
  const parts: readonly (readonly [string, string])[] = [
    ['0,0 3,0', '1k'],
    ['3,0 6,0', '2k2'],
    ['6,0 9,0', '3k3'],
    ['9,0 9,6', '470'],
    ['9,0 12,0', '680'],
    ['12,0 9,6', '8k2'],
    ['6,0 6,6', '4k7'],
    ['3,0 3,6', '5k6'],
    ['9,6 6,6', ''],
    ['6,6 3,6', '220'],
    ['3,6 0,6', ''],
    ['0,6 0,4', ''],
  ]
  for (const [pegs, value] of parts) await stroke(page, pegs, value)
  await expect(board(page).locator('[data-part]')).toHaveCount(13)
  await expect(formulaField(page)).toHaveValue(
    'R1 1k + (R2 2k2 + (R3 3k3 + R4 470 ∥ (R5 680 + R6 8k2)) ∥ R7 4k7 + R9 220) ∥ R8 5k6',
  )
  await saved(page)
})

test('what makes no sense is refused at the stroke, with what would', async ({ page }) => {
  await newDrawing(page, 'Refused')
  await stroke(page, '0,0 4,0', null)
  await page.keyboard.type('4k7x')
  await page.keyboard.press('Enter')
  await expect(
    page.getByRole('status').filter({ hasText: '4k7 for a resistor, R for one without a value yet, 12V for a source' }),
  ).toBeVisible()
  await valueField(page).fill('250mA')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('status').filter({ hasText: 'is no part' })).toBeVisible()
  // The name is given, and can be changed here; one that is taken is refused.
  await valueField(page).fill('4k7')
  await page.getByLabel('Name of the part').fill('E1')
  await page.keyboard.press('Enter')
  await expect(page.getByText('another part is called E1')).toBeVisible()
  await page.getByLabel('Name of the part').fill('heater')
  await page.keyboard.press('Enter')
  await expect(drawn(page, 'heater')).toContainText('4.7\u2009kΩ')
  await stroke(page, '4,0 4,4', null)
  await page.keyboard.press('Escape')
  await expect(board(page).locator('[data-part]')).toHaveCount(2)
})

test('the source drawn first takes the place of the one that waits; a second one is named', async ({ page }) => {
  await newDrawing(page, 'Sources')
  await stroke(page, '2,6 6,6', '9V')
  await expect(board(page).locator('[data-part]')).toHaveCount(1)
  await stroke(page, '2,6 2,2', '100')
  await stroke(page, '6,6 6,2', '5V')
  await expect(page.locator('[data-finding="two-sources"]')).toContainText('one source only, more need other methods')
  await expect(drawn(page, 'E2')).toContainText('a second source')
  await drawn(page, 'E2').focus()
  await page.keyboard.press('Delete')
  await drawn(page, 'E1').focus()
  await page.keyboard.press('Delete')
  await expect(page.getByLabel('Findings')).toContainText('there is no source and no pair of terminals')
  await stroke(page, '2,2 6,6', '?')
  await expect(page.getByLabel('Findings')).not.toContainText('there is no source')
  await saved(page)
})

test('an end is dragged elsewhere by its handle', async ({ page }) => {
  await newDrawing(page, 'Reached')
  await stroke(page, '0,0 4,0', '10')
  await click(page, '2,0')
  const handle = await board(page).locator('[data-end="to"]').boundingBox()
  const to = await screenOf(page, peg('4,4'))
  await page.mouse.move((handle?.x ?? 0) + 7, (handle?.y ?? 0) + 7)
  await page.mouse.down()
  await page.mouse.move(to.x, to.y, { steps: 4 })
  await page.mouse.up()
  await page.keyboard.press('Escape')
  await stroke(page, '4,4 0,4', '')
  await expect(formulaField(page)).toHaveValue('R1 10')
})
