import { readFile } from 'node:fs/promises'
import { expect, test, type Locator, type Page } from '@playwright/test'
import { answerOf, expectNoFaults, half, newNetwork, openParts, saved, valueOn } from './helpers'

declare global {
  interface Window {
    /** What was seen frame by frame. */
    seen: string[]
  }
}

const knob = (page: Page) => page.locator('[data-knob]')
const five = 'R1 1.5 + (R2 10 + R3 20) // R4 15 + R5 1'
/** Takes a value into the hand by keys, once what is said of it is there. */
async function take(page: Page, value: Locator) {
  await value.click()
  await expect(page.getByRole('region', { name: 'The thread' })).toBeVisible()
  await page.keyboard.press('x')
  await expect(knob(page)).toBeFocused()
}
/** What the first sheet says of a part. */
const shown = (page: Page, part: string, side: 'reduce' | 'expand' = 'expand') => valueOn(page, 0, side, part)

test('by the mouse: dragged across its value, everything follows; it is put back, or kept', async ({ page }) => {
  await newNetwork(page, 'Knob', five)
  const box = await shown(page, 'R4', 'reduce').boundingBox()
  if (!box) throw new Error('R4 is drawn')
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  for (let i = 1; i <= 20; i++) await page.mouse.move(x + 3 * i, y)
  // 15 Ω and 20 per cent after per cent: while it is held, values and strengths are there, the formulas wait.
  await expect(knob(page)).toContainText('R4 = 18.3 Ω')
  await expect(shown(page, 'R4', 'reduce')).toContainText('18.3 Ω')
  await expect(page.getByRole('button', { name: 'current of R3: where it comes from' })).toHaveAttribute(
    'data-moves',
    /^\+0\.\d\u2009%$/,
  )
  await page.mouse.up()
  await expect(half(page, 1, 'reduce').getByRole('math').last()).toHaveAttribute('aria-label', /11\.37 Ω/)
  await expect(page.locator('[data-compared]')).toContainText('R4 = 18.3 Ω')
  await expectNoFaults(page)
  await page.keyboard.press('Escape')
  await expect(shown(page, 'R4', 'reduce')).toContainText('15 Ω')
  await expect(page.locator('[data-compared]')).toHaveCount(0)
  await expect.poll(async () => (await answerOf(page, 'R4'))[1]).toBe('15 Ω')
  // Put back while it is still held: what the hand does after that turns nothing.
  await page.keyboard.press('x')
  const slider = await knob(page).boundingBox()
  if (!slider) throw new Error('the knob is there')
  await page.mouse.move(slider.x + 20, slider.y + 10)
  await page.mouse.down()
  await page.mouse.move(slider.x + 50, slider.y + 10)
  await expect(shown(page, 'R4', 'reduce')).toContainText('16.6 Ω')
  await page.keyboard.press('Escape')
  await page.mouse.move(slider.x + 80, slider.y + 10)
  await page.mouse.up()
  await expect(page.locator('[data-turning]')).toHaveCount(0)
  await expect(shown(page, 'R4', 'reduce')).toHaveText(/^15\sΩ$/)
})

test('by keys: one per cent, by E24 with Shift, kept as one change', async ({ page }) => {
  await newNetwork(page, 'Knob by keys', five)
  await shown(page, 'R4', 'reduce').focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('region', { name: 'The thread' })).toBeVisible()
  await page.keyboard.press('x')
  await expect(knob(page)).toBeFocused()
  await page.keyboard.press('ArrowRight')
  await expect(knob(page)).toHaveAttribute('aria-valuetext', /^15\.2\sΩ; Enter keeps it/)
  // Undo takes back what is tried, not what was drawn; at once as well as once it rests.
  await page.keyboard.press('Control+z')
  await expect(knob(page)).toHaveAttribute('aria-valuenow', '15')
  await page.keyboard.press('ArrowRight')
  await expect(page.locator('[data-compared]')).toContainText('R4 = 15.2 Ω')
  await page.keyboard.press('Control+z')
  await expect(knob(page)).toHaveAttribute('aria-valuenow', '15')
  await expect(page.getByLabel('The network as a formula')).toHaveValue(/R4 15 /)
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Shift+ArrowUp')
  await page.keyboard.press('Shift+ArrowUp')
  await expect(knob(page)).toHaveAttribute('aria-valuenow', '18')
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('The network as a formula')).toHaveValue(/R4 18 Ω/)
  await saved(page)
  await expect(knob(page)).toHaveCount(0)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+z')
  await expect(page.getByLabel('The network as a formula')).toHaveValue(/R4 15/)
})

test('once it rests everything is drawn anew, and nothing old is seen between', async ({ page }) => {
  await newNetwork(page, 'Knob at rest', five)
  await take(page, shown(page, 'R4', 'reduce'))
  await shown(page, 'R3').evaluate((place) => {
    const seen: string[] = (window.seen = [])
    const look = () => {
      const now = place.textContent
      if (seen[seen.length - 1] !== now) seen.push(now)
      requestAnimationFrame(look)
    }
    look()
  })
  for (const [press, text] of [
    [1, 'R4 = 15.2 Ω'],
    [2, 'R4 = 15.4 Ω'],
  ] as const) {
    await page.keyboard.press('ArrowRight')
    await expect(page.locator('[data-compared]')).toContainText(text)
    await expect.poll(() => page.evaluate(() => window.seen.length)).toBe(press + 1)
  }
  expect(await page.evaluate(() => window.seen)).toEqual([
    expect.stringMatching(/^6\.4\sV▴$/),
    expect.stringMatching(/^6\.411\sV▴$/),
    expect.stringMatching(/^6\.422\sV▴$/),
  ])
})

test('while the formula is half typed nothing is turned; what was turned stays', async ({ page }) => {
  await newNetwork(page, 'Half typed', five)
  await take(page, shown(page, 'R4', 'reduce'))
  await page.keyboard.press('Shift+ArrowUp')
  const formula = page.getByLabel('The network as a formula')
  await formula.fill('R1 1.5 + (R2 10')
  await expect(page.getByRole('group', { name: 'The last good analysis' })).toBeVisible()
  await expect(knob(page)).toHaveCount(0)
  await expect(shown(page, 'R4', 'reduce')).toContainText('16 Ω')
  // What is said of the thread stays where it can be seen.
  await expect(page.getByRole('region', { name: 'The thread' })).toBeInViewport()
  await formula.press('Control+z')
  await expect(page.getByRole('group', { name: 'The last good analysis' })).toHaveCount(0)
  await expect(shown(page, 'R4', 'reduce')).toContainText('16 Ω')
  await expect(knob(page)).toHaveText(/R4 = 16/)
  // A picture that is saved then has the values, without what was only said while the knob was held.
  await expect(shown(page, 'R4')).toContainText(/\d\sV▴/)
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    (async () => {
      await page.getByRole('button', { name: 'Take out' }).click()
      await page.getByRole('menuitem', { name: 'Sheet 0, expanding, as SVG' }).click()
    })(),
  ])
  const picture = await readFile(await download.path(), 'utf8')
  expect(picture).toMatch(/>9\.\d+\sV</)
  expect(picture).not.toMatch(/[▴▾]|underline/)
})

test('the source is a knob; so is what is known inside, outward', async ({ page }) => {
  const parts = ['E1 A C', 'R1 A B 47', 'R2 B M 150', 'R3 M C 180', 'R4 B C 270']
  const known = { part: 'R3', quantity: 'current', value: '25 mA' }
  await openParts(page, 'Outward knob', parts, { known, worksheet: { outward: 'yes' } })
  const power = page.getByRole('button', { name: 'power of R3: where it comes from' })
  await expect(power).toHaveText('112.5 mW')
  await take(page, page.getByRole('button', { name: 'current of R3: where it comes from' }))
  await page.keyboard.press('Shift+ArrowRight')
  // 27 mA through 180 Ω; power goes with the square.
  await expect(power).toContainText('131.2 mW')
  await expect(power).toHaveAttribute('data-moves', '+2.0\u2009%')
  // At rest its resistance is what it was.
  await expect(page.locator('[data-compared]')).toContainText('I(R3) = 27 mA')
  await expect.poll(async () => (await answerOf(page, 'R3')).slice(1, 3)).toEqual(['180 Ω', '4.86 V'])
  await page.keyboard.press('Escape')
  await expect(power).toHaveText('112.5 mW')
})

test('on paper and beyond a bridge the values follow as they are written there', async ({ page }) => {
  const bridge = ['E1 A D 10V', 'R1 A B 100', 'R2 A C 220', 'R3 B C 330', 'R4 B D 470', 'R5 C D 150']
  await openParts(page, 'Bridge knob', bridge, { worksheet: { beyond: 'yes', carry: 'paper', figures: 3 } })
  await take(page, shown(page, 'R3', 'reduce'))
  await page.keyboard.press('Shift+ArrowRight')
  await expect(shown(page, 'R3', 'reduce')).toContainText('360 Ω')
  const cell = page.getByRole('button', { name: 'current of R3: where it comes from' })
  // At rest the worksheet of the changed bridge says the same.
  await expect(page.locator('[data-compared]')).toContainText('R3 = 360 Ω')
  const held = (await cell.textContent()) ?? ''
  expect(held).toMatch(/^\d\.\d\d\smA/)
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await answerOf(page, 'R3'))[3]).toContain(held.slice(0, 4))
})

test('taken out, bridged over, put back; states held against each other; branches one by one', async ({ page }) => {
  await newNetwork(page, 'States', five)
  await take(page, shown(page, 'R4', 'reduce'))
  await page.getByRole('button', { name: 'Take R4 out' }).click()
  const bar = page.getByRole('region', { name: 'What if' })
  await expect(bar).toContainText('R4 taken out')
  await expect.poll(() => answerOf(page, 'supply E1')).toContain('369.2 mA')
  await bar.getByRole('button', { name: 'Put R4 back' }).click()
  await take(page, shown(page, 'R3', 'reduce'))
  // What it was turned to a moment ago stays with it.
  await page.keyboard.press('Shift+ArrowUp')
  await page.getByRole('button', { name: 'Bridge R3 over' }).click()
  await expect(bar).toContainText('R3 = 22 Ω, R3 bridged over')
  await expect.poll(() => answerOf(page, 'supply E1')).toContain('1.412 A')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  const compared = page.locator('[data-compared]')
  await compared.getByLabel('one state').selectOption('R4 taken out')
  await expect(compared.getByRole('row').filter({ hasText: 'E1' })).toContainText('369.2 mA | 1.412 A')
  await bar.getByRole('button', { name: 'Put all back' }).click()
  await expect(compared).toHaveCount(0)
  // The branches of a group, one after the other.
  await half(page, 1, 'reduce').locator('[data-formula]').last().click()
  await page.getByRole('button', { name: 'Switch its branches in one by one' }).click()
  await expect(compared.getByLabel('the other state').getByRole('option')).toHaveCount(3)
  await expectNoFaults(page)
})

test('which resistance: found exactly, two for a power, none, and none that matters', async ({ page }) => {
  await newNetwork(page, 'Which', five)
  await take(page, shown(page, 'R4', 'reduce'))
  await page.getByRole('button', { name: 'Which R4?' }).click()
  const ask = async (of: string, wanted: string) => {
    await page.getByLabel('the value that is wanted').selectOption({ label: of })
    const field = page.getByLabel(/^wanted, in/)
    await field.fill(wanted)
    await field.press('Enter')
  }
  const solution = page.locator('[data-solution]')
  await ask('I(R3)', '250 mA')
  await expect(solution).toHaveText('R4 = 150/31 Ω ≈ 4.839 Ω')
  await expect(page.locator('[data-answer=found]')).toContainText('4.7 Ω gives 247.6 mA')
  await ask('P(R4)', '6 W')
  await expect(solution).toHaveCount(2)
  await ask('I(R3)', '2 A')
  await expect(page.locator('[data-answer=none]')).toContainText(
    /No R4 makes I\(R3\) 2\sA: it lies between 0\sA \(R4 at nothing\) and 369\.2\smA \(R4 taken out\)/,
  )
  await ask('R2+3', '12')
  await expect(page.locator('[data-answer=constant]')).toContainText('R2+3 does not depend on R4: it is always 30 Ω')
  await ask('I(R3)', 'half')
  await expect(page.locator('[data-which] [role=alert]')).not.toBeEmpty()
  await ask('I(R3)', '1/4')
  await page.getByRole('button', { name: 'Turn it there' }).click()
  await expect(page.getByRole('button', { name: 'current of R3: where it comes from' })).toContainText('250 mA')
  await knob(page).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('The network as a formula')).toHaveValue(/R4 150\/31/)
})

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 780 }, hasTouch: true })

  test('a value is turned by the slider', async ({ page }) => {
    await newNetwork(page, 'Knob on a phone', five)
    await shown(page, 'R4', 'reduce').tap()
    await page.getByRole('button', { name: 'Turn it' }).tap()
    const box = await knob(page).boundingBox()
    if (!box) throw new Error('the knob is there')
    await page.mouse.move(box.x + 20, box.y + 10)
    await page.mouse.down()
    for (let i = 1; i <= 10; i++) await page.mouse.move(box.x + 20 + 3 * i, box.y + 10)
    await page.mouse.up()
    await expect(shown(page, 'R4', 'reduce')).toContainText('16.6 Ω')
    await expectNoFaults(page)
  })
})
