import { expect, test, type Page } from '@playwright/test'
import { board, click, drawn, newDrawing, pull, screenOf, valueField } from './board'
import { formulaField, newNetwork, saved } from './helpers'

/** One stroke of a hand that does not wait for anything, and what is typed after it; no Enter. */
async function dash(page: Page, pegs: string, typed = ''): Promise<void> {
  await pull(page, pegs)
  if (typed) await page.keyboard.type(typed)
}

const findings = (page: Page) => page.getByRole('region', { name: /Findings|To begin/ })

test('twelve parts by a hand that never lifts: ends on wires, a wrong value, strokes of one peg, the source last', async ({
  page,
}) => {
  await newDrawing(page, 'Hurried')
  await expect(findings(page)).toContainText('The source E1 stands ready')
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
  await expect(findings(page)).toHaveText('FindingsNothing to say against this network.')
  await expect(drawn(page, 'R3')).not.toContainText('no value')
  await expect(board(page).locator('[data-part^="E"]')).toHaveCount(1)
  // No letter went astray: nodes are still numbered.
  await expect(board(page).locator('[data-node="0"]')).toHaveText('1')
  await saved(page)
  expect(2 * strokes.length + 3).toBeLessThanOrEqual(4 * 13)

  await page.keyboard.press('w')
  const branches = [100, 4700 + 680, 1000 + 2200, 3300, 820, 10_000 + 1 / (1 / 12_000 + 1 / 5600), 56 + 75]
  const resistance = 1 / branches.reduce((sum, branch) => sum + 1 / branch, 0)
  await expect(page.locator('#floor')).toContainText(`Req ≈ ${resistance.toPrecision(4)}`)
  // The focus is where the work is, on this screen and on the way back.
  await expect(page.locator('main')).toBeFocused()
  await page.keyboard.press('w')
  await expect(board(page)).toBeFocused()
})

test('strokes begin on leads, on wires, and over the ring that offers to join; at the edge the board pans along', async ({
  page,
}) => {
  await newDrawing(page, 'Begun anywhere')
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
  await expect(board(page).locator('[data-join]')).toHaveCount(0)
  await expect(board(page).locator('[data-join]')).toHaveCount(1)
  await dash(page, '8,3 9,3', '70')
  await click(page, '12,8')
  await expect(drawn(page, 'R7')).toContainText('70\u2009Ω')
  await expect(board(page).locator('[data-join]')).toHaveCount(0)

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
  await newDrawing(page, 'Edited')
  await dash(page, '0,0 4,0', '10')
  await dash(page, '4,0 4,4', '20')
  await dash(page, '4,4 0,4')
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
  await drawn(page, 'R3').focus()
  await page.keyboard.press('Delete')
  await page.keyboard.press('Control+z')
  await expect(page.locator('[data-finding="dead-end"]')).toHaveCount(1)
  await board(page).focus()
  await page.keyboard.press('n')
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

test('what is changed elsewhere while the formula is being edited stays', async ({ page }) => {
  await newNetwork(page, 'Before', 'R1 100')
  await formulaField(page).focus()
  await page.getByLabel('Title of the network').evaluate((field: HTMLInputElement) => {
    Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set?.call(field, 'After')
    field.dispatchEvent(new InputEvent('input', { bubbles: true }))
  })
  await page.keyboard.press('End')
  await page.keyboard.type(' + R2 200')
  await saved(page)
  await page.reload()
  await expect(page.getByLabel('Title of the network')).toHaveValue('After')
  await expect(formulaField(page)).toHaveValue('R1 100 + R2 200')
})
