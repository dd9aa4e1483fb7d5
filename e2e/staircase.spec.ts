import { expect, test, type Page } from '@playwright/test'
import { expectNoFaults, newNetwork, openParts, valueOn } from './helpers'

const stairs = (page: Page) => page.getByRole('region', { name: 'Staircase' })
const stair = (page: Page, name: string) => stairs(page).locator(`[data-stair="${name}"]`)
const boxOf = async (page: Page, name: string) => {
  const box = await stair(page, name).locator('rect').boundingBox()
  if (!box) throw new Error(`${name} is drawn`)
  return box
}
const five = 'R1 1.5 + (R2 10 + R3 20) // R4 15 + R5 1'

test('steps and parts are pointed at together, by mouse and by key; values lead to their thread', async ({ page }) => {
  await newNetwork(page, 'Stairs', five)
  await expect(stairs(page).locator('[data-stair]')).toHaveCount(5)
  await expect(stairs(page).getByRole('group', { name: /^Staircase of potentials: node 1 at 12/ })).toBeVisible()
  await stair(page, 'R3').locator('text').first().hover()
  await expect(page.locator('[data-row="0"][data-side="reduce"] [data-slides="R3"]')).toHaveAttribute(
    'data-pointed-at',
    '',
  )
  await page.locator('[data-row="0"][data-side="reduce"] [data-target="part-1"]').focus()
  await page.mouse.move(640, 5)
  await expect(stair(page, 'R2')).toHaveAttribute('data-pointed-at', '')
  await expect(stair(page, 'R3')).not.toHaveAttribute('data-pointed-at', '')
  await expectNoFaults(page, '[data-staircase]')
  const before = await boxOf(page, 'R2')
  await stairs(page).getByLabel('as wide as the current').check()
  await expect.poll(async () => (await boxOf(page, 'R2')).width < before.width).toBe(true)
  await stair(page, 'R4')
    .getByRole('button', { name: /^R4: 640/ })
    .focus()
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-thread-at]')).toHaveText('I(R4) = 640 mA')
})

test('it leaves as SVG and PNG', async ({ page }) => {
  await newNetwork(page, 'Stairs out', five)
  for (const kind of ['SVG', 'PNG']) {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      stairs(page)
        .getByRole('button', { name: `Save as ${kind}` })
        .click(),
    ])
    expect(download.suggestedFilename()).toBe(`stairs-out-staircase.${kind.toLowerCase()}`)
  }
})

test('it grows as it is stepped through', async ({ page }) => {
  await newNetwork(page, 'Stairs in steps', five)
  await page.getByRole('banner').click()
  await page.keyboard.press('s')
  await expect(page.getByRole('button', { name: 'Step', exact: true })).toHaveAttribute('aria-pressed', 'true')
  await expect(stairs(page)).toHaveCount(0)
  const seen: string[] = []
  for (let i = 0; i < 60 && seen[seen.length - 1] !== 'R1 R2 R3 R4 R5'; i++) {
    await page.keyboard.press('ArrowRight')
    const names = await stairs(page)
      .locator('[data-stair]')
      .evaluateAll((all) => all.map((it) => it.getAttribute('data-stair')).join(' '))
    if (names !== '' && names !== seen[seen.length - 1]) seen.push(names)
  }
  expect(seen).toEqual(['Req', 'R1 (R2+3)‖4 R5', 'R1 R2+3 R4 R5', 'R1 R2 R3 R4 R5'])
})

test('a bridge, a dead end, zero ohms', async ({ page }) => {
  const parts = [
    'E1 A D 10V',
    'R1 A B 100',
    'R2 A C 220',
    'R3 B C 330',
    'R4 B D 470',
    'R5 C F 150',
    'R6 F D 0',
    'R7 B G 33',
  ]
  await openParts(page, 'Stairs of a bridge', parts, { worksheet: { beyond: 'yes' } })
  // Far down it is drawn when one comes near.
  await page.getByRole('region', { name: 'Answers' }).scrollIntoViewIfNeeded()
  const [bridge, above] = [await boxOf(page, 'R3'), await boxOf(page, 'R1')]
  expect(Math.abs(bridge.y - above.y - above.height)).toBeLessThan(2)
  await expect(stair(page, 'R6').locator('rect')).toHaveCount(0)
  await expect(stair(page, 'R7')).toContainText('R7 0')
})

test('it moves with the knob, and stands in Draw and in the report', async ({ page }) => {
  await newNetwork(page, 'Stairs turned', five)
  const before = await boxOf(page, 'R1')
  await valueOn(page, 0, 'reduce', 'R1').click()
  await expect(page.getByRole('region', { name: 'The thread' })).toBeVisible()
  await page.keyboard.press('x')
  await expect(page.locator('[data-knob]')).toBeFocused()
  for (let i = 0; i < 5; i++) await page.keyboard.press('Shift+ArrowRight')
  await expect.poll(async () => (await boxOf(page, 'R1')).height > before.height * 1.3).toBe(true)
  await page.keyboard.press('Escape')
  // But for the line around what is pointed at.
  await expect.poll(async () => Math.abs((await boxOf(page, 'R1')).height - before.height) < 3).toBe(true)
  await page.getByRole('link', { name: 'Draw' }).click()
  await expect(page.locator('[data-board] [data-slides="R3"]')).toBeVisible()
  await stair(page, 'R3').locator('text').first().hover()
  await expect(page.locator('[data-board] [data-slides="R3"]')).toHaveAttribute('data-pointed-at', '')
  await page.getByRole('link', { name: 'Report' }).click()
  await expect(page.getByRole('img', { name: /^Staircase of potentials/ })).toBeVisible()
})
