import { expect, test, type Page } from '@playwright/test'
import { answerOf, formulaField, half, newNetwork, openNetwork, saved } from './helpers'

const open = (page: Page) => page.keyboard.press('h')
const choose = (page: Page, label: string, value: string) => page.getByLabel(label, { exact: true }).selectOption(value)
const band = (page: Page) => page.getByRole('region', { name: 'How it is worked' })

test('how it is worked changes what is shown at once, is kept with the network, and can be made usual', async ({
  page,
}) => {
  await newNetwork(page, 'Schools', '1.5 + (10 + 20) // 15 + 1')
  const exact = await answerOf(page, 'R3')
  await formulaField(page).blur()
  await open(page)
  await choose(page, 'equivalents', 'letters')
  await expect(half(page, 1, 'reduce')).toContainText('Ra and R4 in parallel')
  await choose(page, 'parallel by', 'product-over-sum')
  await expect(half(page, 1, 'reduce').getByRole('math')).toHaveAttribute(
    'aria-label',
    /\(30 Ω · 15 Ω\)\/\(30 Ω \+ 15 Ω\) = 10 Ω/,
  )
  await choose(page, 'calculator keys', 'yes')
  await expect(half(page, 1, 'reduce')).toContainText('30×15÷(30+15)=')
  await choose(page, 'expand by', 'divider')
  await expect(half(page, 0, 'expand').getByRole('math').first()).toHaveAttribute(
    'aria-label',
    /9\.6 V · \(10 Ω\)\/\(30 Ω\)/,
  )
  await choose(page, 'the last one', 'yes')
  await expect(half(page, 0, 'expand').getByRole('math').nth(1)).toHaveAttribute(
    'aria-label',
    'V[R3] = 9.6 V − 3.2 V = 6.4 V',
  )
  await choose(page, 'source voltage', 'E')
  await expect(page.locator('#floor').getByRole('math').first()).toHaveAttribute('aria-label', /I = \(E\)/)
  await choose(page, 'current', 'electron')
  await expect(half(page, 0, 'expand').locator('[data-flow=back]').first()).toBeVisible()
  await choose(page, 'combine', 'pairs')
  await expect(half(page, 3, 'reduce')).toContainText('in series')
  await choose(page, 'combine', 'rounds')
  await expect(page.getByText('3 rounds')).toBeVisible()
  await choose(page, 'numbers', 'ten:3')
  await expect(half(page, 0, 'expand')).toContainText('3.2·10⁻¹')
  await choose(page, 'numbers', '4')
  expect(await answerOf(page, 'R3')).toEqual(exact)
  await saved(page)
  await page.reload()
  await expect(half(page, 1, 'reduce')).toContainText('Ra and R4 in parallel')
  // Another network is worked in the usual way until this one is made usual.
  await openNetwork(page, 'Dew strip, short')
  await expect(half(page, 1, 'reduce')).toContainText('R2+3 and R4 in parallel')
  await openNetwork(page, 'Schools')
  await open(page)
  await band(page).getByRole('button', { name: 'Make this my usual way' }).click()
  await openNetwork(page, 'Dew strip, short')
  await expect(half(page, 1, 'reduce')).toContainText('Ra and R4 in parallel')
  await open(page)
  await choose(page, 'equivalents', 'numbers')
  await expect(half(page, 1, 'reduce')).toContainText('Req1 and R4 in parallel')
  await band(page).getByRole('button', { name: 'Back to my usual way' }).click()
  await expect(half(page, 1, 'reduce')).toContainText('Ra and R4 in parallel')
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await saved(page)
})

test('the way of one step and of one value is switched by itself', async ({ page }) => {
  await newNetwork(page, 'Ways', '10 // 15 + 10 // 15')
  await page.getByLabel('How R3, R4 are worked out').selectOption('product-over-sum')
  await expect(half(page, 0, 'reduce').getByRole('math')).toHaveCount(2)
  await expect(half(page, 1, 'reduce').getByRole('math')).toHaveCount(1)
  await half(page, 1, 'expand')
    .getByRole('button', { name: /^R3: .*Other ways/ })
    .click()
  const ways = page.getByRole('dialog', { name: 'Ways to these values' })
  await ways.getByRole('listitem').filter({ hasText: 'current divider for two branches' }).getByRole('button').click()
  await page.keyboard.press('Escape')
  await expect(half(page, 1, 'expand').getByRole('math').first()).toHaveAttribute(
    'aria-label',
    /^I\[R3\] = 1 A · \(15 Ω\)/,
  )
})

test('loops on one drawing stand instead of fresh sheets', async ({ page }) => {
  await newNetwork(page, 'Loops', '1.5 + (10 + 20) // 15 + 1')
  await formulaField(page).blur()
  await open(page)
  await choose(page, 'show steps on', 'loops')
  await expect(page.locator('[data-loop]')).toHaveCount(3)
  await expect(page.locator('[data-loop]').first()).toContainText('R2+3 = 30')
  await expect(half(page, 0, 'reduce').locator('svg[role]')).toHaveCount(0)
  await choose(page, 'show steps on', 'sketch')
  await expect(
    page.getByRole('img', { name: /as it was drawn, with loops around the groups: R2\+3 = 30/ }),
  ).toBeVisible()
})

test('only what is asked for is worked out, and what was left out is said', async ({ page }) => {
  await newNetwork(page, 'Asked', '(10 + 20) // 15 // (7 + 8)')
  await formulaField(page).blur()
  await open(page)
  await choose(page, 'of', 'R2')
  await band(page).getByRole('button', { name: 'Ask only this' }).click()
  await expect(page.getByRole('region', { name: 'What was asked for' })).toContainText('I of R2 = 400')
  await expect(page.getByRole('region', { name: 'What was asked for' })).toContainText('the steps to R4+5, Req')
  await expect(half(page, 1, 'reduce')).toContainText('Enough')
  await expect(page.locator('#floor')).not.toContainText('Req')
  await expect(page.getByRole('region', { name: 'Answers' })).toHaveCount(0)
  await choose(page, 'quantity', 'potential')
  await band(page).getByRole('button', { name: 'Ask only this' }).click()
  await expect(page.getByRole('region', { name: 'What was asked for' })).toContainText('potential of node 1 = 12')
  const remove = band(page).getByRole('button', { name: /^No longer ask/ })
  await remove.first().click()
  await expect(remove).toHaveCount(1)
  await remove.click()
  await expect(page.getByRole('region', { name: 'Answers' })).toBeVisible()
})

test('on paper the exact value stands beside, and rounding is accounted for', async ({ page }) => {
  await newNetwork(page, 'Paper', '1.7 + (10 + 23) // 15 + 1.1')
  await formulaField(page).blur()
  await open(page)
  await choose(page, 'carry values', 'paper')
  await choose(page, 'numbers', '3')
  await expect(half(page, 1, 'reduce')).toContainText('exactly 10.3125')
  const check = half(page, 1, 'expand').locator('[data-rounding]')
  await expect(check).toContainText('Equal within rounding: 1 mA apart.')
  await expect(check).toContainText('from R of (R2+3)‖4, written 10.3 Ω for 10.3125 Ω')
  await expect.poll(async () => (await answerOf(page, 'supply E1'))[5]).toBe('≈ within rounding')
  await half(page, 0, 'expand')
    .getByRole('button', { name: /^R3: .*Other ways/ })
    .click()
  await expect(
    page.getByRole('dialog', { name: 'Ways to these values' }).locator('[data-rounding=explained]').first(),
  ).toBeVisible()
})

test('from what is known inside, the work climbs outward', async ({ page }) => {
  await newNetwork(page, 'Outward', '47 + (150 + 180) // 270')
  await page.getByLabel('What is known of the source').fill('R3 25 mA')
  await page.getByLabel('What is known of the source').blur()
  await open(page)
  await choose(page, 'known inside', 'yes')
  await expect(page.getByRole('list', { name: 'From what is known outward' })).toContainText('known at R3')
  await expect(half(page, 1, 'reduce')).toContainText('outward to (R2+3)‖4: V carries over')
  await expect(half(page, 1, 'expand').getByRole('math')).toHaveCount(2) // R4 alone is left to be found, and the check
})

test('at a bridge the work goes on by delta and wye, set apart, with the exchange that is wanted', async ({ page }) => {
  await openNetwork(page, 'Tilt sensor bridge')
  await page.getByRole('button', { name: 'Go on by delta and wye' }).click()
  await expect(page.locator('[data-exchange]')).toContainText('the delta R3, R4 and R2 becomes a wye')
  await expect.poll(() => answerOf(page, 'R4')).toContain('5.465 µA')
  const before = await answerOf(page, 'supply E1')
  await page.getByLabel('What is exchanged here').selectOption({ label: 'wye to delta: R2, R4, R5' })
  await expect(page.locator('[data-exchange]')).toContainText('becomes a delta')
  expect(await answerOf(page, 'supply E1')).toEqual(before)
  await page.getByRole('button', { name: 'Stop at the bridge again' }).click()
  await expect(page.locator('[data-exchange]')).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await saved(page)
})
