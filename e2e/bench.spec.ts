import { openFormula, reload } from './helpers'
import { expect, test } from './test'

const formula = 'R1 1.5 + (R2 10 + R3 20) // R4 15 + R5 1'

test('a reading is typed, another taken from the stand-in with keys and a dragged lead, and both are kept', async ({
  page,
}) => {
  await openFormula(page, 'Measured', formula, '/bench')
  const row = (key: string) => page.locator(`[data-row="${key}"]`)
  const field = (key: string) => row(key).locator('[data-reading]')
  await field('voltage E1').fill('12.00 V')
  await field('voltage E1').press('Enter')
  await expect(row('voltage E1').getByRole('img', { name: 'agrees' })).toBeVisible()
  await expect(field('voltage R1')).toBeFocused()
  const bench = page.getByRole('group', { name: /^The bench:/ })
  await bench.getByRole('button', { name: /^node 1/ }).focus()
  for (const key of ['1', '4', 's']) await page.keyboard.press(key)
  const shows = page.getByLabel('The meter shows')
  await expect(shows).toHaveText(/^\d\d\.\d V$/)
  // The red lead is dragged from node 1 to node 2: V4 = 9.6 V, the parts within 5 %.
  const flag = await page.locator('[data-flag=red]').boundingBox()
  const node = await bench.getByRole('button', { name: /^node 2/ }).boundingBox()
  if (!flag || !node) throw new Error('nothing to drag')
  await page.mouse.move(flag.x + flag.width / 2, flag.y + 6)
  await page.mouse.down()
  await page.mouse.move(node.x + node.width / 2, node.y + node.height / 2, { steps: 6 })
  await page.mouse.up()
  await expect(bench.getByRole('button', { name: 'node 2, the red lead on it' })).toBeVisible()
  await expect(shows).toHaveText(/^(9|10)\.\d V$/)
  await page.keyboard.press('n')
  await expect(row('voltage R4').getByRole('img', { name: 'agrees' })).toBeVisible()
  await expect(page.getByText(/^explains all of 2/).first()).toBeVisible()
  await expect(page.getByRole('region', { name: 'Entry' }).locator('[data-saving]')).toHaveText('saved')
  const read = await field('voltage R4').inputValue()
  await reload(page)
  await expect(field('voltage E1')).toHaveValue('12.00 V')
  await expect(field('voltage R4')).toHaveValue(read)
})

test('spread and ratings: limits, a million samples, who matters, a wish, and what runs hot', async ({ page }) => {
  await openFormula(page, 'Spread', formula, '/bench')
  await page.getByRole('button', { name: 'Spread and ratings' }).click()
  const spread = page.getByRole('region', { name: 'Spread', exact: true })
  await expect(spread).toContainText(/from 11\.88\sΩ \(−5\.00 %\) to 13\.13\sΩ \(\+5\.00 %\)/)
  await expect(spread.getByText('1,000,000 samples:')).toBeVisible()
  await expect(spread.getByRole('figure', { name: /^Histogram of Req/ })).toBeVisible()
  await expect(spread.getByRole('figure', { name: /^Shares of the spread: R4 82\.5 %/ })).toBeVisible()
  await spread.getByLabel('at least').fill('12.5')
  await expect(spread).toContainText(/: (49|50)\.\d+ % of the samples are inside/)
  await spread.getByLabel(/^It must stay within/).fill('4')
  await expect(spread.getByText(/^Tighten R4 from 5 % to/)).toBeVisible()
  await expect(spread.getByRole('row', { name: /^R4 6\.14/ })).toContainText('no rating')
  // Cancelled as soon as it can be: it takes less time than a hand.
  await page.getByLabel('Of which value').click()
  await page.getByRole('option', { name: 'I of R4' }).evaluate(async (option: HTMLElement) => {
    option.focus()
    option.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }))
    const button = () => document.querySelector<HTMLElement>('[data-sampling] button')
    while (!button()) await new Promise((done) => setTimeout(done, 1))
    button()?.click()
  })
  await expect(spread.getByRole('button', { name: 'Cancel' })).toHaveCount(0)
  await expect(spread).not.toContainText('1,000,000 samples:')
})
