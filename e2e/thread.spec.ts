import { expect, test, type Page } from '@playwright/test'
import { expectNoFaults, half, newNetwork, openParts, partOn, valueOn } from './helpers'

const thread = (page: Page) => page.getByRole('region', { name: 'The thread' })
const standsAt = (page: Page) => page.locator('[data-thread-at]')
/** How many values are lit. */
const lit = (page: Page, among = '') => valuesIn(page, `${among}[data-on-thread]`)
/** How many values there are. */
const valuesIn = (page: Page, among: string) =>
  page.locator(among).evaluateAll((all) => new Set(all.map((it) => it.getAttribute('data-line'))).size)

async function copied(page: Page): Promise<string> {
  await page.keyboard.press('c')
  await expect(page.getByText('on the clipboard')).toBeVisible()
  return (await page.evaluate(() => navigator.clipboard.readText())).replace(/\s/g, ' ')
}

const five = 'R1 1.5 + (R2 10 + R3 20) // R4 15 + R5 1'

test('a plain network: by the mouse, from sheet, formula, table and potential', async ({ page }) => {
  await newNetwork(page, 'Thread', five)
  await valueOn(page, 0, 'expand', 'R3').click()
  await expect(standsAt(page)).toHaveText('V(R3) = 6.4 V')
  await expect(page.locator('[data-strand]')).toBeVisible()
  await expect(thread(page).getByRole('list', { name: 'Found from' })).toContainText('I(R3) = 320 mA')
  // Everything that it was found from is lit, and nothing else: five resistors, two equivalents on the way, the whole, …
  const words = await copied(page)
  expect(words).toMatch(/^V\(R3\) = 6.4 V from I\(R3\) and R3; .*; R1 = 1.5 Ω, given$/)
  expect(await lit(page)).toBe(words.split('; ').length)
  await half(page, 1, 'expand').locator('[data-formula]').first().click()
  await expect(standsAt(page)).toHaveText('I(R2+3) = 320 mA')
  await page.getByRole('button', { name: 'power of R4: where it comes from' }).click()
  await expect(standsAt(page)).toHaveText('P(R4) = 6.144 W')
  await page.getByRole('button', { name: 'potential of node 2: where it comes from' }).click()
  await expect(standsAt(page)).toHaveText('V(2) = 10.56 V')
  // From a value beside it to that value, and what depends on it.
  await thread(page).getByRole('list', { name: 'Found from' }).getByRole('button').first().click()
  await thread(page).getByRole('button', { name: 'What depends on it' }).click()
  await expect(page.locator('[data-thread=to]')).toBeVisible()
  await expectNoFaults(page)
  // A part that is chosen takes the place of the value.
  await partOn(page, 0, 'reduce', 'R2').click()
  await expect(thread(page)).toHaveCount(0)
  await expect(page.getByText('on sheet 0')).toBeVisible()
})

test('a plain network: by the keyboard alone', async ({ page }) => {
  await newNetwork(page, 'Thread by keys', five)
  await valueOn(page, 0, 'expand', 'R3').focus()
  await page.keyboard.press('Enter')
  await expect(standsAt(page)).toHaveText('V(R3) = 6.4 V')
  await page.keyboard.press('ArrowDown')
  await expect(standsAt(page)).toHaveText('I(R3) = 320 mA')
  await expect(thread(page).getByRole('status')).toContainText('Found from 15 other values')
  for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowDown')
  await expect(page.locator('#floor')).toBeInViewport()
  await page.keyboard.press('ArrowUp')
  // Turned round, it begins where one stands.
  await page.keyboard.press('r')
  await expect(page.locator('[data-thread=to]')).toContainText('on the thread that begins at')
  await page.keyboard.press('r')
  await page.keyboard.press('o')
  const ways = page.getByRole('dialog', { name: 'Ways to these values' })
  await expect(ways).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(ways).toHaveCount(0)
  await expect(thread(page)).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(thread(page)).toHaveCount(0)
  // The keys are those of the worksheet again.
  await page.keyboard.press('j')
  await expect(page.getByRole('banner').getByText('step 1 of 3')).toBeVisible()
})

test('outward from a resistor: the thread begins at what is known', async ({ page }) => {
  const parts = ['E1 A C', 'R1 A B 47', 'R2 B M 150', 'R3 M C 180', 'R4 B C 270']
  const known = { part: 'R3', quantity: 'current', value: '25 mA' }
  await openParts(page, 'Outward thread', parts, { known, worksheet: { outward: 'yes' } })
  await page.getByRole('button', { name: 'power of R1: where it comes from' }).click()
  const words = await copied(page)
  expect(words).toContain('I(R3) = 25 mA, given')
  await page.keyboard.press('Escape')
  await page.getByRole('list', { name: 'From what is known outward' }).locator('[data-line]').first().click()
  await page.keyboard.press('r')
  await expect(page.locator('[data-thread=to]')).toBeVisible()
  await page.keyboard.press('ArrowDown')
  await expect(standsAt(page)).not.toHaveText(/R3\)? = 25/)
})

test('on paper: each rounding on the thread shows its share', async ({ page }) => {
  const parts = ['E1 A D 12V', 'R1 A B 1.7', 'R2 B M 10', 'R3 M C 23', 'R4 B C 15', 'R5 C D 1.1']
  await openParts(page, 'Paper thread', parts, { worksheet: { carry: 'paper', figures: 3 } })
  await valueOn(page, 0, 'expand', 'R3').click()
  await expect(page.locator('[data-strand] text').first()).toHaveText(/^[+−]\d+\u2009%$/)
  await expect(page.locator('[data-share]')).toContainText('of all that goes into V(R3)')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('ArrowDown')
  await expect(page.locator('[data-share]')).toContainText('of all that goes into V(R3)')
})

test('beyond a bridge the thread runs through the exchange', async ({ page }) => {
  const parts = ['E1 A D 10V', 'R1 A B 100', 'R2 A C 220', 'R3 B C 330', 'R4 B D 470', 'R5 C D 150']
  await openParts(page, 'Bridge thread', parts, { worksheet: { beyond: 'yes' } })
  await valueOn(page, 0, 'expand', 'R3').click()
  await expect(page.locator('[data-strand]')).toBeVisible()
  const exchange = page.locator('[data-exchange]')
  await expect(exchange).toBeVisible()
  const names = await page
    .locator('[data-exchange] [data-line]')
    .evaluateAll((all) => all.map((it) => it.getAttribute('data-line')))
  expect(names.length).toBeGreaterThan(3)
  const words = await copied(page)
  expect(words).toMatch(/RY|Ra|R\w+ = .* from R\d, R\d and R\d/)
  await page.keyboard.press('ArrowDown')
  await expect(standsAt(page)).not.toHaveText(/^V\(R3\)/)
})

test('stepping: what is not shown yet is on no thread', async ({ page }) => {
  await newNetwork(page, 'Thread in steps', five)
  await page.getByRole('banner').click()
  await page.keyboard.press('s')
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight')
  await page.locator('[data-formula]').first().click()
  await expect(standsAt(page)).toHaveText('R2+3 = 30 Ω')
  await page.keyboard.press('r')
  await expect(thread(page)).toContainText('1 of 1 on the thread')
})

test('only what is asked: its thread is the whole worksheet', async ({ page }) => {
  const parts = ['E1 A C 12V', 'R1 A B 10', 'R2 B C 20', 'R3 A C 15']
  await openParts(page, 'Asked thread', parts, { worksheet: { asked: [{ quantity: 'current', of: 'R2' }] } })
  await page.getByRole('region', { name: 'What was asked for' }).locator('[data-line]').first().click()
  await expect(standsAt(page)).toHaveText('I(R2) = 400 mA')
  // Every formula leads there.
  await expect(page.locator('[data-formula]').first()).toBeVisible()
  expect(await lit(page, '[data-formula]')).toBe(await valuesIn(page, '[data-formula]'))
})

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 780 }, hasTouch: true })

  test('the thread is a list', async ({ page }) => {
    await newNetwork(page, 'Thread on a phone', five)
    await valueOn(page, 0, 'expand', 'R3').tap()
    const list = thread(page).getByRole('list', { name: 'The whole thread' })
    await expect(list.getByRole('button').first()).toHaveText('V(R3) = 6.4 V')
    await expect(page.locator('[data-strand]')).toHaveCount(0)
    await list.getByRole('button').nth(2).tap()
    await expect(standsAt(page)).toHaveText(await list.getByRole('button').nth(2).innerText())
    await expectNoFaults(page)
    await thread(page).getByRole('button', { name: 'Let go' }).tap()
    await expect(thread(page)).toHaveCount(0)
  })
})
