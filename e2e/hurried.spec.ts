import { expect, test, type Page } from '@playwright/test'
import { board, click, drawn, newDrawing, nodesOnBoard, peg, screenOf, valueField } from './board'
import { formulaField, saved } from './helpers'

/** One stroke of a hand that does not wait: pressed, moved, lifted, and on to what is typed. */
async function dash(page: Page, pegs: string, typed = ''): Promise<void> {
  const [from, to] = pegs.split(' ').map(peg)
  const [a, b] = [await screenOf(page, from), await screenOf(page, to)]
  await page.mouse.move(a.x, a.y)
  await page.mouse.down()
  await page.mouse.move((a.x + b.x) / 2, (a.y + b.y) / 2)
  await page.mouse.move(b.x, b.y)
  await page.mouse.up()
  if (typed) await page.keyboard.type(typed)
}

test('twelve parts by a hand that never lifts: ends on wires, a wrong value, strokes of one peg, the source last', async ({
  page,
}) => {
  await newDrawing(page, 'Hurried')
  // The two rails first, then what stands between them: their ends lie on the middle of the rails. No Enter anywhere.
  await dash(page, '2,0 14,0')
  await dash(page, '2,6 14,6')
  await dash(page, '14,0 14,6', '100r')
  await dash(page, '12,0 12,3', '4,7k')
  await dash(page, '12,3 12,6', '680x')
  await dash(page, '10,0 10,3', '1k')
  await dash(page, '10,3 10,6', '2k2')
  await dash(page, '8,0 8,6', '3k3')
  // One peg aside and down: a bare leg of one peg, then the part.
  await dash(page, '6,0 6,1')
  await dash(page, '6,1 6,6', '820')
  await dash(page, '4,0 4,3', '10k')
  await dash(page, '4,3 4,6', '12k')
  await dash(page, '10,3 12,3', '1M')
  await dash(page, '2,0 2,6', '9v')
  // A tap beside it all takes over the last, too; then the wrong one is gone back to.
  await click(page, '8,8')
  await expect(valueField(page)).toHaveCount(0)
  await expect(page.getByRole('region', { name: 'Findings' })).toContainText('“680x” is not a number')
  await expect(drawn(page, 'R3')).toContainText('680x')
  await click(page, '12,4.4')
  await page.keyboard.type('680\n')
  await expect(page.getByRole('region', { name: 'Findings' })).not.toContainText('680x')
  await expect(board(page).locator('[data-part^="E"]')).toHaveCount(1)
  await expect(drawn(page, 'E1')).toContainText('9\u2009V')
  await expect(drawn(page, 'R2')).toContainText('4.7\u2009kΩ')
  await saved(page)
  console.log(
    await nodesOnBoard(page),
    await formulaField(page).inputValue(),
    await page.getByRole('region', { name: 'Findings' }).innerText(),
  )
})
