import { readFile } from 'node:fs/promises'
import { expect, test } from '@playwright/test'
import { answerOf, formulaField, half, newNetwork, openNetwork, partOn, saved, valueOn, waysTo } from './helpers'

test('a newcomer types a network, sees the whole valley, and finds it again after a reload', async ({ page }) => {
  await newNetwork(page, 'My strip', '1.5 + (10 + 20) // 15 + 1')
  await expect(page.getByText('R2 and R3 in series')).toBeVisible()
  await expect(page.getByText('R2+3 and R4 in parallel')).toBeVisible()
  await expect(half(page, 0, 'reduce')).toContainText('nothing else leaves node 3, between them')
  await expect(half(page, 1, 'expand')).toContainText('V carries over from (R2+3)‖4')
  await expect(page.locator('#floor')).toContainText('Req = 12.5')
  await expect.poll(() => answerOf(page, 'R1')).toEqual(['R1', '1.5 Ω', '1.44 V', '960 mA', '1.382 W', '12.0 %'])
  await expect
    .poll(() => answerOf(page, 'supply E1'))
    .toEqual(['supply E1', '12.5 Ω', '12 V', '960 mA', '11.52 W', '✓ adds up'])
  await expect(page.getByLabel('Potentials', { exact: true })).toContainText('10.56')
  await page.reload()
  await expect(formulaField(page)).toHaveValue('R1 1.5 + (R2 10 + R3 20) ∥ R4 15 + R5 1')
  await expect.poll(() => answerOf(page, 'R4')).toEqual(['R4', '15 Ω', '9.6 V', '640 mA', '6.144 W', '53.3 %'])
  await page.getByRole('link', { name: 'Nodrel, logbook' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'My strip' })).toContainText('Req 12.5')
})

test('a mistake in the formula is shown at its place, and the last good analysis stays, greyed', async ({ page }) => {
  await newNetwork(page, 'Mistake', 'R1 100 + R2 200')
  await formulaField(page).fill('R1 100 + R2 2oo')
  await expect(page.locator('#formula-note mark')).toHaveText('2oo')
  await expect(page.locator('#formula-note')).toContainText('not a number')
  await expect(page.getByRole('group', { name: 'The last good analysis' })).toContainText('Req = 300')
  await page.reload()
  await expect(formulaField(page)).toHaveValue('R1 100 + R2 2oo')
  await formulaField(page).fill('R1 100 + R2 220')
  await expect(page.locator('#floor')).toContainText('Req = 320')
  await expect(page.getByRole('group', { name: 'The last good analysis' })).toHaveCount(0)
})

test('the source field takes a voltage, a current, a power, a resistor’s value, or asks for the resistance alone', async ({
  page,
}) => {
  await newNetwork(page, 'Source', 'R1 100 + R2 200')
  const source = page.getByLabel('What is known of the source')
  await source.fill('20 mA')
  await expect.poll(() => answerOf(page, 'supply E1')).toContain('6 V')
  await source.fill('R2 10 V')
  await expect.poll(() => answerOf(page, 'supply E1')).toContain('15 V')
  await source.fill('5 W')
  await expect(page.locator('#floor')).toContainText('38.73')
  await source.fill('7 apples')
  await expect(page.locator('#source-problem')).toContainText('not a number')
  await source.fill('?')
  await expect(page.getByText('Expand ↑')).toHaveCount(0)
  await expect(page.locator('#floor')).toContainText('Req = 300')
  await source.fill('9')
  await source.blur()
  await expect(source).toHaveValue('9 V')
  await saved(page)
})

test('the parts list is edited in place; changes are undone and redone', async ({ page }) => {
  await openNetwork(page, 'Dew strip, short')
  await page.keyboard.press('p')
  await page.getByLabel('value of R4', { exact: true }).fill('30')
  await expect(page.locator('#floor')).toContainText('Req = 17.5')
  await page.getByLabel('value of R4', { exact: true }).fill('-3')
  await expect(page.getByRole('alert').filter({ hasText: 'R4' })).toContainText('negative')
  await expect(page.getByLabel('value of R4', { exact: true })).toHaveAttribute('aria-invalid', 'true')
  await page.getByLabel('value of R4', { exact: true }).blur()
  await page.keyboard.press('Control+z')
  await expect(page.getByLabel('value of R4', { exact: true })).toHaveValue('15')
  await page.getByRole('button', { name: 'Redo' }).click()
  await expect(page.getByLabel('value of R4', { exact: true })).toHaveValue('-3')
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'Take R4 out' }).click()
  await expect(page.locator('#floor')).toContainText('Req = 32.5')
  await page.keyboard.press('Control+z')
  await expect(page.locator('#floor')).toContainText('Req = 12.5')
  await page.keyboard.press('p')
  await expect(page.getByRole('complementary', { name: 'Parts list' })).toHaveCount(0)
})

test('rows that were out of sight while a value changed show what a fresh page shows', async ({ page, context }) => {
  const formula = 'R1 33 + R2 1k2 // (R3 680 + R4 0R47) + (R5 470 // R6 470 // R7 1M + R8 15) // R9 2k2'
  await newNetwork(page, 'Out of sight', formula)
  await page.reload()
  await expect(page.locator('#floor')).toContainText('Req')
  await page.keyboard.press('p')
  const rows = (on: typeof page) => on.locator('[data-row], #floor').allTextContents()
  for (const [value, y] of [
    ['4,7k', 0],
    ['560', 1500],
  ] as const) {
    await page.evaluate((top) => window.scrollTo(0, top), y)
    await page.getByLabel('value of R5', { exact: true }).fill(value)
    await page.getByLabel('value of R5', { exact: true }).blur()
    await saved(page)
    const fresh = await context.newPage()
    await fresh.goto(page.url())
    await expect(fresh.locator('#floor')).toContainText('Req')
    await expect(async () => expect(await rows(page)).toEqual(await rows(fresh))).toPass({ timeout: 15_000 })
    await fresh.close()
  }
})

test('rows of a spreadsheet are pasted into the parts list', async ({ page }) => {
  await newNetwork(page, 'Pasted', 'R1 100')
  await page.keyboard.press('Escape')
  await formulaField(page).blur()
  await page.keyboard.press('p')
  await page.evaluate(() =>
    navigator.clipboard.writeText(
      'name\tfrom\tto\tvalue\nR1\tA\tC\t1k\nR2\tC\tB\t2k2\nW1\tB\tD\t\nR3\tC\tD\t4k7\nR4\tD\n',
    ),
  )
  await page.getByLabel('name of R1').click()
  await page.keyboard.press('Control+v')
  await expect(page.getByRole('alert').filter({ hasText: 'Not understood' })).toContainText(
    'row 6: the points are missing',
  )
  await expect(page.getByText('3 parts added, 1 replaced')).toBeVisible()
  await expect(page.locator('#floor')).toContainText('Req ≈ 2.499')
  await expect(formulaField(page)).toHaveValue('R1 1k + R2 2k2 ∥ R3 4k7')
})

test('a formula of another structure says what it takes out, and can be taken back', async ({ page }) => {
  await openNetwork(page, 'Dew strip, after the repair')
  await expect(page.locator('[data-finding="shorted"]')).toContainText('R4')
  await expect(page.locator('[data-finding="dead-end"]')).toContainText('R6')
  const before = await formulaField(page).inputValue()
  await formulaField(page).fill('R1 5 + R2 5')
  await formulaField(page).press('Enter')
  await expect(page.getByText('taken out: R3, R4, R5, R6, R7, W1, W2')).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click()
  await expect(formulaField(page)).toHaveValue(before)
  await saved(page)
})

test('pointing at parts tells series, parallel or neither, and why', async ({ page }) => {
  await openNetwork(page, 'Dew strip, short')
  await partOn(page, 0, 'reduce', 'R2').click()
  await partOn(page, 0, 'reduce', 'R4').click()
  const verdict = page.locator('[data-verdict]')
  await expect(verdict).toHaveText('neither')
  const said = page.getByRole('status').filter({ has: verdict })
  await expect(said).toContainText('R2 and R4 share node 2, but R1 leaves from it')
  await expect(said).toContainText('R3 stands between the others')
  await expect(said).toContainText('first combine R2 and R3 in series')
  await page.keyboard.press('Escape')
  await expect(verdict).toHaveCount(0)
  // The same by keyboard, on another sheet.
  await partOn(page, 1, 'expand', 'R1').focus()
  await page.keyboard.press('Enter')
  for (let i = 0; i < 2; i++) await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await expect(verdict).toHaveText('neither')
  await page.keyboard.press('Escape')
  await partOn(page, 1, 'reduce', 'R2+3').click()
  await partOn(page, 1, 'reduce', 'R4').click()
  await expect(verdict).toHaveText('parallel')
})

test('pointing at two that meet only after several steps says all of them', async ({ page }) => {
  await newNetwork(page, 'Not yet', 'R1 1 + R2 2 // (R3 3 + R4 4 // (R5 5 + R6 6))')
  await partOn(page, 0, 'reduce', 'R2').click()
  await partOn(page, 0, 'reduce', 'R3').click()
  await expect(page.getByRole('status').filter({ has: page.locator('[data-verdict]') })).toContainText(
    'first combine (1) R5 and R6 in series, then (2) R4 and (1) in parallel, then R3 and (2) in series',
  )
})

test('pointing at a value shows its exact fraction, the other ways, and its check', async ({ page }) => {
  await openNetwork(page, 'Dew strip, short')
  const ways = await waysTo(page, valueOn(page, 0, 'expand', 'R2'))
  await expect(ways.locator('[data-exact]')).toHaveText(['exactly 16/5 V', 'exactly 8/25 A', 'exactly 128/125 W'])
  for (const way of [
    'Ohm’s law',
    'voltage divider',
    'voltages in proportion',
    'the rest of the voltage',
    'its drop takes part in',
  ]) {
    await expect(ways).toContainText(way)
  }
  await page.keyboard.press('Escape')
  await expect(ways).toHaveCount(0)
  await waysTo(page, page.getByRole('button', { name: 'current of R4: where it comes from' }))
  await expect(ways).toContainText('current divider for two branches')
})

test('the answer table sorts, is copied as text, and saved as CSV', async ({ page }) => {
  await openNetwork(page, 'Dew strip, short')
  const names = () => page.getByRole('region', { name: 'Answers' }).locator('tbody tr td:first-child').allInnerTexts()
  await page.getByRole('button', { name: 'P', exact: true }).click()
  await expect.poll(names).toEqual(['R4', 'R3', 'R1', 'R2', 'R5'])
  await page.getByRole('button', { name: 'P', exact: true }).click()
  await expect.poll(names).toEqual(['R5', 'R2', 'R1', 'R3', 'R4'])
  await page.keyboard.press('c')
  await expect(page.getByText('on the clipboard')).toBeVisible()
  expect(await page.evaluate(() => navigator.clipboard.readText())).toContain(
    'R3      20 Ω   6.4 V  320 mA   2.048 W      17.8 %',
  )
  await page.getByRole('button', { name: 'Take out', exact: true }).click()
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'Answer table, as CSV' }).click(),
  ])
  expect(file.suggestedFilename()).toBe('dew-strip-short.csv')
  expect(await readFile(await file.path(), 'utf8')).toContain('R1,1.5,3/2,1.44,36/25')
})

test('how sheets look is kept: symbols and theme everywhere, figures with the network', async ({ page }) => {
  await newNetwork(page, 'Looks', '1.5 + 7 // 3')
  await formulaField(page).blur()
  await expect(page.locator('#floor')).toContainText('Req = 3.6')
  await page.keyboard.press('1')
  await expect(page.locator('#floor')).toContainText('18/5')
  await page.keyboard.press('3')
  await expect(page.locator('#floor')).toContainText('3.33')
  await page.keyboard.press('b')
  await page.keyboard.press('d')
  await expect(page.locator('html')).toHaveClass(/dark/)
  await page.reload()
  await expect(page.locator('html')).toHaveClass(/dark/)
  await expect(page.locator('#floor')).toContainText('3.33')
  await expect(half(page, 0, 'reduce').locator('svg polyline.stroke-ink.fill-none')).toHaveCount(0)
  await page.getByRole('button', { name: 'How it looks' }).click()
  await page.getByRole('menuitemradio', { name: 'fractions' }).click()
  await page.keyboard.press('Escape')
  await expect(page.locator('#floor')).toContainText('18/5')
  await openNetwork(page, 'Dew strip, short')
  await expect(page.locator('#floor')).toContainText('12.5')
})

test('keys walk the steps, list themselves, and find networks and commands', async ({ page }) => {
  await openNetwork(page, 'Dew strip, long')
  await page.keyboard.press('j')
  await expect(page.getByText('step 1 of 7')).toBeVisible()
  for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowDown')
  await expect(page.getByText('step 6 of 7')).toBeVisible()
  await expect(half(page, 5, 'reduce')).toBeInViewport()
  await page.keyboard.press('k')
  await expect(page.getByText('step 5 of 7')).toBeVisible()
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('Next step')
  await page.keyboard.press('Escape')
  // Typed into and Enter at once: what is shown first, however late it comes.
  await page.route('**/api/logbook*', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 300))
    await route.continue()
  })
  await page.keyboard.press('Control+k')
  await page.keyboard.type('tilt sensor\n')
  await expect(page.getByLabel('Title of the network')).toHaveValue('Tilt sensor bridge')
  await page.keyboard.press('Control+k')
  await page.keyboard.type('undo\n')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await expect(page.getByLabel('Title of the network')).toHaveValue('Tilt sensor bridge')
  await page.unrouteAll({ behavior: 'wait' })
  await page.keyboard.press('f')
  await expect(formulaField(page)).toBeFocused()
})

test('single letters can be turned off as keys', async ({ page }) => {
  await openNetwork(page, 'Dew strip, short')
  const list = page.getByRole('complementary', { name: 'Parts list' })
  await page.getByRole('button', { name: 'How it looks' }).click()
  await page.getByRole('menuitemradio', { name: 'off' }).click()
  await page.keyboard.press('Escape')
  await page.getByText('potentials against 0 V').click()
  await page.keyboard.press('p')
  await page.keyboard.press('ArrowDown')
  await expect(page.getByText('step 1 of 3')).toBeVisible()
  await expect(list).toHaveCount(0)
  await page.getByRole('button', { name: 'How it looks' }).click()
  await page.getByRole('menuitemradio', { name: 'on', exact: true }).click()
  await page.keyboard.press('Escape')
  await page.getByText('potentials against 0 V').click()
  await page.keyboard.press('p')
  await expect(list).toBeVisible()
})

test('a known current inside is worked outward to the supply', async ({ page }) => {
  await openNetwork(page, 'Red map lamps, one current measured')
  const outward = page.getByRole('list', { name: 'From what is known outward' })
  await expect(outward.getByRole('listitem')).toHaveCount(4)
  await expect(outward).toContainText('outward to (R2+3)‖4: V carries over')
  await expect.poll(() => answerOf(page, 'R3')).toContain('25 mA')
})

test('a bridge is named, and is not given numbers', async ({ page }) => {
  await openNetwork(page, 'Tilt sensor bridge')
  await expect(page.locator('[data-finding="bridge"]')).toContainText('R2, R3, R4, R5 and R6')
  await expect(page.getByText('No group is left: reduction stops here')).toBeVisible()
  await expect.poll(() => answerOf(page, 'R2')).toEqual(['R2', '1 kΩ', '–', '–', '–', '–'])
  await partOn(page, 0, 'reduce', 'R2').click()
  await partOn(page, 0, 'reduce', 'R3').click()
  await expect(page.getByRole('status').filter({ has: page.locator('[data-verdict]') })).toContainText(
    'no step that is left brings them together',
  )
})

test('zero ohms side by side have no current made up', async ({ page }) => {
  await newNetwork(page, 'Links', '4 + 0 // 0 // 5')
  await expect(page.locator('[data-finding="shorted"]')).toContainText('R4')
  await expect.poll(() => answerOf(page, 'R2')).toEqual(['R2', '0 Ω', '0 V', '–', '0 W', '0.0 %'])
  await expect.poll(() => answerOf(page, 'R4')).toEqual(['R4', '5 Ω', '0 V', '0 A', '0 W', '0.0 %'])
})
