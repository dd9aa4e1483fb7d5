import { expect, test, type Page } from '@playwright/test'
import { formulaField, newNetwork, openNetwork } from './helpers'

const escaped = (name: string) => name.replace(/[()+‖]/g, '\\$&')
const part = (page: Page, name: string) =>
  page.locator('[data-choice]').getByRole('button', { name: new RegExp(`^${escaped(name)}, `) })

/** Chooses parts, says how they lie, types their equivalent; gives what is then said. */
async function combine(page: Page, names: readonly string[], kind: 'series' | 'parallel', answer: string) {
  for (const name of names) await part(page, name).click()
  await page.getByRole('button', { name: `in ${kind}` }).click()
  await page.getByLabel('Their equivalent resistance').fill(answer)
  await page.getByRole('button', { name: 'Check' }).click()
}

async function type(page: Page, label: string, answer: string) {
  const field = page.getByLabel(label, { exact: true })
  await field.fill(answer)
  await field.press('Enter')
  return field
}

/** What was last said of a value. */
const said = (page: Page, label: string) =>
  page
    .locator('label', { has: page.getByLabel(label, { exact: true }) })
    .locator('xpath=..')
    .locator('[data-judged]')

async function begin(page: Page) {
  // Until the page has come to life, a press does nothing.
  await expect(async () => {
    await page.getByRole('button', { name: 'Try', exact: true }).click({ timeout: 1000 })
    await expect(page.locator('[data-try] [data-saving="saved"]')).toBeVisible({ timeout: 2000 })
  }).toPass()
}

const goOver = (page: Page, from: string, quantity: string) =>
  page
    .locator(`[data-undo="${from}"]`)
    .getByRole('button', { name: `the ${quantity}` })
    .click()

test('a network is done by hand in an order of one’s own, kept, taken up again, and summed up', async ({ page }) => {
  await newNetwork(page, 'By hand', '1.5 + (10 + 20) // 15 + 1')
  await formulaField(page).blur()
  await begin(page)
  await combine(page, ['R2', 'R3'], 'series', '30 Ω')
  await combine(page, ['R2+3', 'R4'], 'parallel', '10')
  await combine(page, ['R1', '(R2+3)‖4', 'R5'], 'series', '25/2')
  await type(page, 'current of Req', '960 mA')
  await expect(page.locator('[data-own="0"][data-side=expand]')).toBeVisible()
  await page.reload()
  await begin(page)
  await expect(page.getByLabel('current of Req', { exact: true })).toHaveValue('960 mA')
  await goOver(page, 'Req', 'current')
  for (const [label, answer] of [
    ['voltage of R1', '1.44'],
    ['voltage of (R2+3)‖4', '9.60 V'],
    ['voltage of R5', '0.96'],
  ] as const)
    await type(page, label, answer)
  await goOver(page, '(R2+3)‖4', 'voltage')
  await type(page, 'current of R4', '0.64')
  await type(page, 'current of R2+3', '0.32')
  await goOver(page, 'R2+3', 'current')
  await type(page, 'voltage of R2', '3.2')
  await expect(page.locator('[data-try]')).toHaveAttribute('data-try', 'expand')
  await type(page, 'voltage of R3', '6.399')
  await expect(said(page, 'voltage of R3')).toHaveAttribute('data-judged', 'rounded')
  await expect(page.locator('[data-try=done]')).toBeVisible()
  const summary = page.getByRole('region', { name: 'How it went' })
  await expect(summary).toContainText('1 of them within rounding')
  await expect(summary).toContainText('No slips.')
  await page.getByText('Powers, if you want them').click()
  await type(page, 'power of R4', '6.14 W')
  await expect(said(page, 'power of R4')).toHaveAttribute('data-judged', 'right')
})

test('slips are named, each by what was chosen or by its number', async ({ page }) => {
  await newNetwork(page, 'Slips', 'R1 100 + (R2 1k + R3 2k2) // R4 4k7 // R5 3k3 + R6 220')
  await formulaField(page).blur()
  await begin(page)
  const choice = page.locator('[data-choice] [data-judged]')
  await combine(page, ['R1', 'R2'], 'series', '1100')
  await expect(choice).toHaveAttribute('data-slip', 'junction-between')
  await expect(choice).toContainText('share node 2, but R4 and R5 leave from it')
  await combine(page, ['R1', 'R3'], 'series', '2300')
  await expect(choice).toHaveAttribute('data-slip', 'apart')
  await combine(page, ['R2', 'R3'], 'parallel', '687.5')
  await expect(choice).toHaveAttribute('data-slip', 'kind')
  await part(page, 'R2').click()
  await page.getByLabel('Their equivalent resistance').fill('about 3')
  await page.getByRole('button', { name: 'Check' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'choose two' })).toBeVisible()
  await part(page, 'R2').click()
  await combine(page, ['R2', 'R3'], 'series', '3.2')
  const R23 = 'resistance of R2+3'
  await expect(said(page, R23)).toHaveAttribute('data-slip', 'thousandfold')
  for (const [answer, slip] of [
    ['687.5', 'as-parallel'],
    ['-3200', 'sign'],
  ] as const) {
    await type(page, R23, answer)
    await expect(said(page, R23)).toHaveAttribute('data-slip', slip)
  }
  await type(page, R23, '3k2')
  await expect(said(page, R23)).toHaveAttribute('data-judged', 'right')
  await combine(page, ['R2+3', 'R4', 'R5'], 'parallel', '11.2k')
  const pair = 'resistance of (R2+3)‖4‖5'
  for (const [answer, slip] of [
    ['11.2k', 'added'],
    ['0.0008283', 'not-turned-over'],
    ['4.4314M', 'product-over-sum'],
    ['1.9038k', 'dropped'],
  ] as const) {
    await type(page, pair, answer)
    await expect(said(page, pair)).toHaveAttribute('data-slip', slip)
  }
  await type(page, pair, '2k')
  await combine(page, ['R1', '(R2+3)‖4‖5', 'R6'], 'series', '2320')
  await expect(said(page, 'resistance of Req')).toHaveAttribute('data-judged', 'follows')
  await type(page, pair, '1207')
  // What followed from the wrong value is to be mended too.
  await expect(said(page, 'resistance of Req')).toContainText('it followed from a value that you have mended')
  await type(page, 'resistance of Req', '321.2')
  await expect(said(page, 'resistance of Req')).toHaveAttribute('data-slip', 'mixed-units')
  await type(page, 'resistance of Req', '1.527k')
  const current = 'current of Req'
  await type(page, current, '7.857 V')
  await expect(said(page, current)).toHaveAttribute('data-slip', 'exchanged')
  await type(page, current, '7.857')
  await expect(said(page, current)).toHaveAttribute('data-slip', 'thousandfold')
  await type(page, current, '7.857 mA')
  await goOver(page, 'Req', 'voltage')
  await expect(page.locator('[data-undo="Req"] [data-slip="carried-wrong"]')).toBeVisible()
  await goOver(page, 'Req', 'current')
  await type(page, 'voltage of (R2+3)‖4‖5', '9.485')
  await type(page, 'voltage of R1', '1.7285')
  await expect(said(page, 'voltage of R1')).toHaveAttribute('data-slip', 'wrong-on-top')
  await goOver(page, '(R2+3)‖4‖5', 'voltage')
  await type(page, 'current of R4', '7.857m')
  await expect(said(page, 'current of R4')).toHaveAttribute('data-slip', 'total-current')
  await type(page, 'current of R5', '2.018m')
  await expect(said(page, 'current of R5')).toHaveAttribute('data-slip', 'wrong-sheet') // that of R4
  await type(page, 'current of R5', '3.636m')
  await expect(said(page, 'current of R5')).toHaveAttribute('data-slip', 'wrong-group') // I · Req / R5
  await expect(page.getByRole('region', { name: 'How it went' }).getByRole('list', { name: 'Slips' })).toContainText(
    'sum of reciprocals not turned over',
  )
})

test('a bridge is tried too: the right answer is that reduction stops, and why; hints help in three strengths', async ({
  page,
}) => {
  await openNetwork(page, 'Tilt sensor bridge')
  await begin(page)
  await page.keyboard.press('i')
  await expect(page.locator('[data-hint="1"]')).toContainText('how many parts meet')
  await page.keyboard.press('i')
  await expect(page.locator('[data-hint="2"]')).toContainText('no two are in series or in parallel')
  await page.getByRole('button', { name: 'The step itself' }).click()
  await expect(page.locator('[data-hint="3"]')).toContainText('say that reduction stops, at R2, R3, R4, R5 and R6')
  await page.getByRole('button', { name: 'No group is left' }).click()
  for (const name of ['R1', 'R2', 'R3', 'R4', 'R5', 'R6']) await part(page, name).click()
  await page.getByLabel('Why reduction stops').selectOption('no-group')
  const say = page.getByRole('button', { name: 'Reduction stops here' })
  await say.click()
  await expect(page.locator('[data-choice] [data-judged]')).toHaveAttribute('data-slip', 'not-the-bridge')
  await part(page, 'R1').click()
  await say.click()
  await expect(page.locator('[data-try=done]')).toBeVisible()
  await expect(page.locator('[data-choice] [data-judged]')).toContainText('a third part leaves from every node')
  await page.getByRole('button', { name: 'Start over' }).click()
  await expect(page.locator('[data-try=reduce]')).toBeVisible()
})
