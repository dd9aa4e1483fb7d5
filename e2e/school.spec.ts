import { expect, test, type Page } from '@playwright/test'
import { answerOf, formulaField, half, newNetwork, openNetwork, saved, valueOn, waysTo } from './helpers'

const open = (page: Page) => page.keyboard.press('h')
const band = (page: Page) => page.getByRole('region', { name: 'How it is worked' })

/** Takes a value of a choice, in whichever group it stands. */
async function choose(page: Page, choice: string, value: string) {
  const radio = page.locator(`[data-school-choice="${choice}"] input[value="${value}"]`)
  await expect(band(page).getByRole('tab').first()).toBeVisible()
  const tabs = await band(page).getByRole('tab').all()
  while (!(await radio.isVisible())) {
    const tab = tabs.shift()
    if (!tab) throw new Error(`no choice ${choice}`)
    await tab.click()
    await expect(tab).toHaveAttribute('aria-selected', 'true')
  }
  await radio.click()
  await expect(radio).toBeChecked()
}

test('how it is worked changes what is shown at once, is kept with the network, and can be made usual', async ({
  page,
}) => {
  await newNetwork(page, 'Schools', '1.5 + (10 + 20) // 15 + 1')
  const exact = ['R3', '20 Ω', '6.4 V', '320 mA', '2.048 W', '17.8 %']
  await formulaField(page).blur()
  await open(page)
  await choose(page, 'names', 'letters')
  await expect(half(page, 1, 'reduce')).toContainText('Ra and R4 in parallel')
  await choose(page, 'parallel', 'product-over-sum')
  await expect(half(page, 1, 'reduce').getByRole('math')).toHaveAttribute(
    'aria-label',
    /\(30 Ω · 15 Ω\)\/\(30 Ω \+ 15 Ω\) = 10 Ω/,
  )
  await choose(page, 'keys', 'yes')
  await expect(half(page, 1, 'reduce')).toContainText('30×15÷(30+15)=')
  await choose(page, 'expand', 'divider')
  await expect(half(page, 0, 'expand').getByRole('math').first()).toHaveAttribute(
    'aria-label',
    /9\.6 V · \(10 Ω\)\/\(30 Ω\)/,
  )
  await choose(page, 'rest', 'yes')
  await expect(half(page, 0, 'expand').getByRole('math').nth(1)).toHaveAttribute(
    'aria-label',
    'V[R3] = 9.6 V − 3.2 V = 6.4 V',
  )
  await choose(page, 'letter', 'E')
  await expect(page.locator('#floor').getByRole('math').first()).toHaveAttribute('aria-label', /I = \(E\)/)
  await choose(page, 'flow', 'electron')
  await expect(half(page, 0, 'expand').locator('[data-flow=back]').first()).toBeVisible()
  await choose(page, 'order', 'pairs')
  await expect(half(page, 3, 'reduce')).toContainText('in series')
  await choose(page, 'order', 'rounds')
  await expect(page.getByText('3 rounds')).toBeVisible()
  await choose(page, 'figures', 'ten:3')
  await expect(half(page, 0, 'expand')).toContainText('3.2·10⁻¹')
  await choose(page, 'figures', '4')
  await expect.poll(() => answerOf(page, 'R3')).toEqual(exact)
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
  await choose(page, 'names', 'numbers')
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
  const ways = await waysTo(page, valueOn(page, 1, 'expand', 'R3'))
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
  await choose(page, 'how', 'loops')
  await expect(page.locator('[data-loop]')).toHaveCount(3)
  await expect(page.locator('[data-loop]').first()).toContainText('R2+3 = 30')
  await expect(half(page, 0, 'reduce').locator('svg[role]')).toHaveCount(0)
  await choose(page, 'how', 'sketch')
  await expect(
    page.getByRole('group', { name: /as it was drawn, with loops around the groups: R2\+3 = 30/ }),
  ).toBeVisible()
})

test('only what is asked for is worked out, and what was left out is said', async ({ page }) => {
  await newNetwork(page, 'Asked', '(10 + 20) // 15 // (7 + 8)')
  await formulaField(page).blur()
  await open(page)
  await page.getByLabel('of', { exact: true }).selectOption('R2')
  await band(page).getByRole('button', { name: 'Ask only this' }).click()
  await expect(page.getByRole('region', { name: 'What was asked for' })).toContainText('I of R2 = 400')
  await expect(page.getByRole('region', { name: 'What was asked for' })).toContainText('the steps to R4+5, Req')
  await expect(half(page, 1, 'reduce')).toContainText('Enough')
  await expect(page.locator('#floor')).not.toContainText('Req')
  await expect(page.getByRole('region', { name: 'Answers' })).toHaveCount(0)
  await page.getByLabel('quantity', { exact: true }).selectOption('potential')
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
  await choose(page, 'carry', 'paper')
  await choose(page, 'figures', '3')
  await expect(half(page, 1, 'reduce')).toContainText('exactly 10.3125')
  const check = half(page, 1, 'expand').locator('[data-rounding]')
  await expect(check).toContainText('Equal within rounding: 1 mA apart.')
  await expect(check).toContainText('from R of (R2+3)‖4, written 10.3 Ω for 10.3125 Ω')
  await expect.poll(async () => (await answerOf(page, 'supply E1'))[5]).toBe('≈ within rounding')
  const ways = await waysTo(page, valueOn(page, 0, 'expand', 'R3'))
  await expect(ways.locator('[data-rounding=explained]').first()).toBeVisible()
})

test('from what is known inside, the work climbs outward', async ({ page }) => {
  await newNetwork(page, 'Outward', '47 + (150 + 180) // 270')
  await page.getByLabel('What is known of the source').fill('R3 25 mA')
  await page.getByLabel('What is known of the source').blur()
  await open(page)
  await choose(page, 'outward', 'yes')
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
  await expect.poll(() => answerOf(page, 'supply E1')).toEqual(before)
  await page.getByRole('button', { name: 'Stop at the bridge again' }).click()
  await expect(page.locator('[data-exchange]')).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await saved(page)
})

test('divider forms, powers by all three, three depths, and repeating decimals are written, and copied', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  await newNetwork(page, 'Every school', '12 + 30 // 30')
  await page.getByLabel('What is known of the source').fill('7 V')
  await page.getByLabel('What is known of the source').blur()
  const current = half(page, 0, 'expand').getByRole('math').first()
  await open(page)
  await choose(page, 'expand', 'divider')
  await expect(current).toHaveAttribute('aria-label', /· \(30 Ω\)\/\(30 Ω \+ 30 Ω\)/)
  await choose(page, 'divider', 'equivalent')
  await expect(current).toHaveAttribute('aria-label', /· \(15 Ω\)\/\(30 Ω\)/)
  await choose(page, 'power', 'all')
  const powers = page.locator('[data-powers="R1"]')
  await expect(powers.getByRole('math')).toHaveCount(3)
  await expect(powers).toContainText('all three agree, exactly')
  await choose(page, 'figures', 'repeating')
  await expect(page.locator('#floor').getByRole('math').first()).toHaveAttribute('aria-label', /= 0\.\(259\) A$/)
  const barred = half(page, 1, 'expand').locator('svg tspan[text-decoration=overline]')
  await expect(barred.filter({ hasText: '259' }).first()).toBeVisible()
  await page.keyboard.press('Escape')
  await page.locator('main').focus()
  await page.keyboard.press('c')
  await expect.poll(() => page.evaluate(() => navigator.clipboard.readText())).toMatch(/R1 .*0\.\(259\) A/)
  await choose(page, 'figures', '4')
  await choose(page, 'depth', 'written')
  await expect(page.locator('#floor').getByRole('math').first()).toHaveAttribute('aria-label', 'V = I · R[eq]')
  await choose(page, 'depth', 'result')
  await expect(half(page, 0, 'reduce').getByRole('math')).toHaveAttribute('aria-label', 'R[R2‖3] = 15 Ω')
})

test('each choice shows what it writes here, or says why it changes nothing', async ({ page }) => {
  await newNetwork(page, 'Examples', '1.5 + (10 + 20) // 15 + 1')
  await formulaField(page).blur()
  await open(page)
  const choice = (name: string) => page.locator(`[data-school-choice="${name}"]`)
  await expect(choice('parallel').getByRole('math').nth(2)).toHaveAttribute(
    'aria-label',
    /\(30 Ω · 15 Ω\)\/\(30 Ω \+ 15 Ω\)/,
  )
  await expect(choice('beyond')).toContainText('changes nothing here: there is no bridge')
  await expect(choice('begin')).toContainText('there is one place to begin')
  await band(page).getByRole('tab', { name: 'expanding' }).click()
  await expect(choice('outward')).toContainText('nothing is known of a resistor')
  await expect(choice('branches').getByRole('math').nth(1)).toHaveAttribute('aria-label', /^I\[0\] = /)
  // By keyboard: from one value to the next.
  await choice('expand').getByRole('radio').first().focus()
  await page.keyboard.press('ArrowDown')
  await expect(half(page, 0, 'expand').getByRole('math').first()).toHaveAttribute('aria-label', /\(10 Ω\)\/\(30 Ω\)/)
})

test('a whole way is named, chosen elsewhere, taken out as a file and brought in again', async ({ page }) => {
  const name = `Way ${Date.now()}`
  await newNetwork(page, 'Named way', '1.5 + (10 + 20) // 15 + 1')
  await formulaField(page).blur()
  await open(page)
  await choose(page, 'names', 'letters')
  await band(page).getByRole('tab', { name: 'whole ways' }).click()
  await page.getByLabel('this way as').fill(name)
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByRole('button', { name, exact: true })).toBeVisible()
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: `Save “${name}” as a file` }).click(),
  ])
  const path = await file.path()
  await newNetwork(page, 'Way taken', '1.5 + (10 + 20) // 15 + 1')
  await expect(half(page, 1, 'reduce')).toContainText('R2+3 and R4 in parallel')
  await formulaField(page).blur()
  await open(page)
  await band(page).getByRole('tab', { name: 'whole ways' }).click()
  await page.getByRole('button', { name, exact: true }).click()
  await expect(half(page, 1, 'reduce')).toContainText('Ra and R4 in parallel')
  await page.keyboard.press('Control+z')
  await expect(half(page, 1, 'reduce')).toContainText('R2+3 and R4 in parallel')
  // From its file it comes too; the name is taken, so it is asked what is to be done.
  await page.getByLabel('Bring in a way from a file').setInputFiles(path)
  await expect(half(page, 1, 'reduce')).toContainText('Ra and R4 in parallel')
  await expect(page.getByText(`Another way is called “${name}”`)).toBeVisible()
  await page.getByRole('button', { name: 'Leave it' }).click()
  await page.getByLabel('Bring in a way from a file').setInputFiles({
    name: 'wrong.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":"nodrel-way","version":1,"name":"x","choices":{"names":"runes"}}'),
  })
  await expect(band(page).getByRole('alert')).toContainText('names must be one of members, letters, numbers')
  await page.getByRole('button', { name: `Delete “${name}”` }).click()
  await expect(page.getByRole('button', { name, exact: true })).toHaveCount(0)
})

test('branch currents have names, kept on every sheet, and can be given others', async ({ page }) => {
  await newNetwork(page, 'Branches', '1.5 + (10 + 20) // 15 + 1')
  await formulaField(page).blur()
  await open(page)
  await choose(page, 'branches', 'yes')
  await open(page)
  await expect(half(page, 1, 'expand')).toContainText('✓')
  const law = half(page, 1, 'expand').getByRole('math').nth(-2)
  await expect(law).toHaveAttribute('aria-label', 'I[0] = I[1] + I[2]')
  await expect(half(page, 1, 'expand').getByRole('math').last()).toHaveAttribute(
    'aria-label',
    '320 mA + 640 mA = 960 mA',
  )
  await expect(half(page, 0, 'reduce').locator('svg[role]')).toContainText('I1')
  await expect.poll(() => answerOf(page, 'R4')).toContain('I2640 mA')
  const names = page.getByRole('term').filter({ hasText: 'branch currents' }).locator('..')
  await names.getByLabel('name of the current in R4, after its I').fill('b')
  await page.keyboard.press('Enter')
  await expect(law).toHaveAttribute('aria-label', 'I[0] = I[1] + I[b]')
  await names.getByLabel('name of the current in R2, after its I').fill('b')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Another branch current is called Ib')).toBeVisible()
  await saved(page)
  await page.reload()
  await expect(half(page, 0, 'reduce').locator('svg[role]')).toContainText('Ib')
})
