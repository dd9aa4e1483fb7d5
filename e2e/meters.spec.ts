import { expect, test } from '@playwright/test'
import { board, drawn, newDrawing, stroke } from './board'
import { answerOf, half, saved, waysTo } from './helpers'

test('meters are typed at a stroke; what they show is asked, stands first in the table, and has its line', async ({
  page,
}) => {
  await newDrawing(page, 'Meters drawn')
  // 12 V; A1, then 10 Ω, then 20 Ω with V1 across it, on the way back to −.
  for (const [pegs, value] of [
    ['0,0 4,0', 'A'],
    ['4,0 8,0', '10'],
    ['8,0 8,4', '20'],
    ['8,4 0,4', ''],
    ['8,0 12,0', ''],
    ['12,0 12,4', 'v'],
    ['12,4 8,4', ''],
  ] as const)
    await stroke(page, pegs, value)
  await expect(drawn(page, 'A1')).toHaveAttribute('aria-label', /^A1, ammeter, from node 1 to node 1/)
  await expect(drawn(page, 'V1').locator('[data-symbol=voltmeter]')).toBeVisible()
  await expect(board(page).getByText('+', { exact: true })).toHaveCount(3)
  await page.getByRole('link', { name: 'Work' }).click()
  const asked = page.getByRole('region', { name: 'What was asked for' })
  await expect(asked).toContainText('A1 shows 400 mA')
  await expect(asked).toContainText('V1 shows 8 V')
  await expect(asked.getByRole('math').first()).toHaveAttribute('aria-label', /^I\[A1\] = .* = 400 mA$/)
  await expect(half(page, 0, 'reduce').locator('[data-symbol=ammeter]')).toBeVisible()
  await asked.getByRole('button', { name: 'Show everything' }).click()
  const rows = page.getByRole('region', { name: 'Answers' }).getByRole('rowgroup').nth(1).getByRole('row')
  await expect(rows.first()).toContainText('A1')
  await expect(rows.nth(1)).toContainText('V1')
  await expect.poll(() => answerOf(page, 'V1')).toEqual(['V1', '–', '8 V', '–', '–', '–'])
  const ways = await waysTo(page, page.getByRole('button', { name: 'current of A1: where it comes from' }))
  await expect(ways).toContainText('exactly 2/5 A')
  await page.keyboard.press('Escape')
  await saved(page)
  await page.reload()
  await expect(page.getByRole('region', { name: 'Answers' })).toBeVisible()
})

test('an ammeter across a resistor says that it shorts it; a meter comes through the list and a file; a wire can be asked', async ({
  page,
}) => {
  await page.goto('/')
  await page.getByRole('button', { name: 'New network' }).click()
  await page.waitForURL(/\/networks\//)
  await page.getByLabel('Title of the network').fill('Meters listed')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Parts', exact: true }).click()
  const panel = page.getByRole('complementary', { name: 'Parts list' })
  const rows = 'E1,source,A,D,6 V\nR1,resistor,A,B,1\nR2,resistor,B,C,2\nA1,ammeter,B,C\nW1,wire,C,D'
  await panel.getByLabel('Notes').evaluate((field, text) => {
    const data = new DataTransfer()
    data.setData('text', text)
    field.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }))
  }, rows)
  await expect(page.locator('[data-finding=meter-shorts]')).toContainText('A1 shorts two nodes')
  await panel.getByLabel('kind of A1').selectOption('voltmeter')
  await expect(page.locator('[data-finding=meter-shorts]')).toHaveCount(0)
  await expect(page.getByRole('region', { name: 'What was asked for' })).toContainText('A1 shows 4 V')
  await page.locator('main').focus()
  await page.keyboard.press('h')
  await page.getByLabel('of', { exact: true }).selectOption('W1')
  await page.getByRole('button', { name: 'Ask only this' }).click()
  await expect(page.getByRole('region', { name: 'What was asked for' })).toContainText('W1 shows 2 A')
})
