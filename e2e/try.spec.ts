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

/** A slip, alone or among what it could be. */
const named = (slip: string) => new RegExp(`(^| )${slip}( |$)`)

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
  await expect(choice).toContainText('R1 and R2 share node 2: what else meets there?')
  await expect(page.locator('[data-choice] [data-lit]')).toHaveCount(1)
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
  await expect(said(page, R23)).toHaveAttribute('data-slip', named('thousandfold'))
  for (const [answer, slip] of [
    ['687.5', 'as-parallel'],
    ['-3200', 'sign'],
  ] as const) {
    await type(page, R23, answer)
    await expect(said(page, R23)).toHaveAttribute('data-slip', named(slip))
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
    await expect(said(page, pair)).toHaveAttribute('data-slip', named(slip))
  }
  await type(page, pair, '2k')
  await combine(page, ['R1', '(R2+3)‖4‖5', 'R6'], 'series', '2320')
  await expect(said(page, 'resistance of Req')).toHaveAttribute('data-judged', 'follows')
  await type(page, pair, '1207')
  // What followed from the wrong value is to be mended too.
  await expect(said(page, 'resistance of Req')).toContainText('it followed from a value that you have mended')
  await type(page, 'resistance of Req', '321.2')
  await expect(said(page, 'resistance of Req')).toHaveAttribute('data-slip', named('mixed-units'))
  await type(page, 'resistance of Req', '1.527k')
  const current = 'current of Req'
  await type(page, current, '7.857 V')
  await expect(said(page, current)).toHaveAttribute('data-slip', named('unit'))
  await type(page, current, '7.857')
  await expect(said(page, current)).toHaveAttribute('data-slip', named('thousandfold'))
  await type(page, current, '7.857 mA')
  await goOver(page, 'Req', 'voltage')
  await expect(page.locator('[data-undo="Req"] [data-slip="carried-wrong"]')).toBeVisible()
  await goOver(page, 'Req', 'current')
  await type(page, 'voltage of (R2+3)‖4‖5', '9.485')
  await type(page, 'voltage of R1', '1.7285')
  await expect(said(page, 'voltage of R1')).toHaveAttribute('data-slip', named('wrong-on-top'))
  await goOver(page, '(R2+3)‖4‖5', 'voltage')
  await type(page, 'current of R4', '7.857m')
  await expect(said(page, 'current of R4')).toHaveAttribute('data-slip', named('total-current'))
  await type(page, 'current of R5', '2.018m')
  await expect(said(page, 'current of R5')).toHaveAttribute('data-slip', named('other-value')) // that of R4
  await type(page, 'current of R5', '3.636m')
  await expect(said(page, 'current of R5')).toHaveAttribute('data-slip', named('other-resistance')) // I · Req / R5
  await expect(page.getByRole('region', { name: 'How it went' }).getByRole('list', { name: 'Slips' })).toContainText(
    'sum of reciprocals not turned over',
  )
})

test('a bridge is tried too: the right answer is that reduction stops, and why; hints help in three strengths', async ({
  page,
}) => {
  await openNetwork(page, 'Tilt sensor bridge')
  await expect(page.locator('[data-finding=bridge]')).toBeVisible()
  await begin(page)
  // Nothing tells where it stops, nor that it does.
  await expect(page.locator('[data-finding=bridge]')).toHaveCount(0)
  await page.keyboard.press('i')
  await expect(page.locator('[data-hint="1"]')).toContainText('how many parts meet')
  await page.keyboard.press('i')
  await expect(page.locator('[data-hint="2"]')).toContainText('no two are in series or in parallel')
  await page.getByRole('button', { name: 'The step itself' }).click()
  await expect(page.locator('[data-hint="3"]')).toContainText('say that reduction stops, at R2, R3, R4, R5 and R6')
  await page.getByRole('button', { name: 'No group is left' }).click()
  for (const name of ['R1', 'R2', 'R3', 'R4', 'R5', 'R6']) await part(page, name).click()
  await page.getByLabel('from every node that two of them share').click()
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

test('a carried error unwinds; nothing is judged that was not sent, and undo is that of the attempt', async ({
  page,
}) => {
  await newNetwork(page, 'Carried on', 'R1 100 + R2 200 // R3 300')
  await formulaField(page).blur()
  await begin(page)
  await expect(page.locator('[data-goal]')).toHaveText(
    'Given the voltage of E1, 12 V. Find what E1 has to give, and the voltage and current of every resistor.',
  )
  await combine(page, ['R2', 'R3'], 'parallel', '500')
  await combine(page, ['R1', 'R2‖3'], 'series', '600')
  await type(page, 'current of Req', '20 mA')
  await goOver(page, 'Req', 'current')
  await type(page, 'voltage of R1', '2')
  await type(page, 'voltage of R2‖3', '10')
  await goOver(page, 'R2‖3', 'voltage')
  await type(page, 'current of R2', '10/200')
  await type(page, 'current of R3', '33.3 mA')
  await expect(page.locator('[data-try=expand]')).toBeVisible()
  const mend = page.locator('[data-mend]')
  await expect(mend).toContainText(/these of yours follow from them:\s*Req →\s*I\(Req\) →/)
  // A value of one's own leads back to what is wrong, and on to what follows from it.
  await page.getByLabel('current of R2', { exact: true }).focus()
  const own = page.locator('[data-own-thread]')
  await expect(own).toHaveText(/I\(R2\) follows from your\s*R2‖3 ✗\s*– that is the wrong one/)
  await own.getByRole('button', { name: 'R2‖3 ✗' }).click()
  await expect(page.getByLabel('resistance of R2‖3', { exact: true })).toBeFocused()
  await expect(own).toContainText(/R2‖3 is wrong here; these of yours follow from it:\s*Req →/)
  await expect(own.getByRole('button', { name: 'I(R2) →' })).toBeVisible()
  await mend.getByRole('button', { name: 'R2‖3 ✗', exact: true }).click()
  const equivalent = page.getByLabel('resistance of R2‖3', { exact: true })
  await expect(equivalent).toBeFocused()
  // A hint does not send what is half typed.
  await equivalent.fill('12')
  await page.getByRole('button', { name: 'Where to look' }).click()
  await expect(page.locator('[data-hint="1"]')).toHaveText('first look at R2‖3 again: its value is not right')
  await expect(page.getByText('not judged yet: press Enter in the field')).toBeVisible()
  // What is half typed is taken back there, and no move with it.
  await equivalent.focus()
  await page.keyboard.press('Control+z')
  await expect(page.getByLabel('current of R3', { exact: true })).toHaveValue('33.3 mA')
  await type(page, 'resistance of R2‖3', '1/(1/200 + 1/300)')
  await expect(said(page, 'current of R2')).toContainText('it followed from a value that you have mended')
  await page.keyboard.press('Control+z')
  await expect(equivalent).toHaveValue('500')
  await page.keyboard.press('Control+Shift+z')
  await expect(equivalent).toHaveValue('1/(1/200 + 1/300)')
  await type(page, 'resistance of Req', '220')
  await type(page, 'current of Req', '54.55 mA')
  await goOver(page, 'Req', 'current')
  await type(page, 'voltage of R1', '5.455')
  await type(page, 'voltage of R2‖3', '6.545')
  await goOver(page, 'R2‖3', 'voltage')
  await type(page, 'current of R2', '32.73 mA')
  await type(page, 'current of R3', '21.82 mA')
  await expect(page.locator('[data-try=done]')).toBeVisible()
  const check = page.getByRole('region', { name: 'Check it' })
  await check.getByLabel('I(R2) and I(R3) add up to').fill('54.55 mA')
  await check.getByLabel('I(R2) and I(R3) add up to').press('Enter')
  await expect(check).toContainText('what arrives there')
  await expect(page.getByRole('region', { name: 'How it went' })).toContainText('1 check made')
  // The network is as it was.
  await page.getByRole('button', { name: 'Worked', exact: true }).click()
  await expect(formulaField(page)).toHaveValue('R1 100 + R2 200 ∥ R3 300')
})

test('only what is asked, by its name; what is being tried stands nowhere else; on a phone, by keyboard alone', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 800 })
  const answer = await page.request.post('/api/networks', {
    data: {
      document: {
        format: 'nodrel-network',
        version: 1,
        title: 'Asked of a phone',
        parts: [
          { name: 'E1', kind: 'source', from: 'A', to: 'C' },
          { name: 'R1', kind: 'resistor', from: 'A', to: 'B', resistance: '100' },
          { name: 'R2', kind: 'resistor', from: 'B', to: 'C', resistance: '200' },
          { name: 'R3', kind: 'resistor', from: 'B', to: 'C', resistance: '300' },
        ],
        known: { part: 'R3', quantity: 'current', value: '2 mA' },
        worksheet: {
          asked: [
            { quantity: 'voltage', of: 'E1' },
            { quantity: 'potential', of: 'B' },
          ],
        },
      },
    },
  })
  const { id } = (await answer.json()) as { id: string }
  await page.goto(`/networks/${id}`)
  await begin(page)
  await expect(page.locator('[data-goal]')).toContainText(
    'Given the current in R3, 2 mA. Find the voltage across E1, the potential of node 2.',
  )
  const press = async (...keys: readonly string[]) => {
    for (const key of keys) await page.keyboard.press(key)
  }
  await part(page, 'R1').focus()
  await press('ArrowRight', 'Enter', 'ArrowRight', 'Enter')
  await page.getByRole('button', { name: 'in parallel' }).focus()
  await press('Enter', 'Tab')
  await page.keyboard.type('120')
  await press('Enter')
  await part(page, 'R1').focus()
  await press('Enter', 'ArrowRight', 'Enter')
  await page.getByRole('button', { name: 'in series' }).focus()
  await press('Enter', 'Tab', 'Tab')
  await page.keyboard.type('220')
  await press('Enter')
  await page.locator('main').focus()
  for (let i = 0; i < 2; i++) await press('i')
  await expect(page.locator('[data-hint="2"]')).toContainText('V(R3): Ohm’s law, V = I · R, from I(R3) and R3')
  await page.getByLabel('voltage of R3', { exact: true }).focus()
  await page.keyboard.type('2 mA * 300')
  await press('Tab')
  await expect(said(page, 'voltage of R3')).toHaveAttribute('data-judged', 'right')
  await page.getByLabel('asked for: potential of node 2').focus()
  await page.keyboard.type('0.5')
  await press('Enter')
  await expect(said(page, 'asked for: potential of node 2')).toHaveAttribute('data-judged', 'wrong')
  await page.getByLabel('asked for: potential of node 2').fill('600 mV')
  await press('Enter')
  await page.goto('/?search=Asked')
  await expect(page.getByRole('listitem').filter({ hasText: 'Asked of a phone' })).toContainText('being tried')
  await page.goto(`/networks/${id}`)
  await page.getByLabel('asked for: voltage across E1').fill('1.1')
  await press('Enter')
  await expect(page.locator('[data-try=done]')).toBeVisible()
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
})
