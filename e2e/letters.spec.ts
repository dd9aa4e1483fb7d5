import { expect, test } from '@playwright/test'
import { drawn, newDrawing, stroke, valueField } from './board'
import { answerOf, formulaField, half, newNetwork, saved } from './helpers'

test('a network without values stands in letters, and the numbers come one by one', async ({ page }) => {
  await newNetwork(page, 'Letters', 'R1 + (R2 10 + R3 20) // R4 + R5 1')
  await expect(page.locator('[data-lettered]')).toContainText('R1, R4 have no value yet')
  await expect(half(page, 0, 'reduce').getByRole('math')).toHaveAttribute('aria-label', 'R[R2+3] = 10 Ω + 20 Ω = 30 Ω')
  await expect(half(page, 1, 'reduce').getByRole('math')).toHaveAttribute(
    'aria-label',
    'R[(R2+3)‖4] = (1)/((1)/(R[R2+3]) + (1)/(R[R4]))',
  )
  await expect(page.locator('#floor').getByRole('math').first()).toHaveAttribute('aria-label', 'I = (V)/(R[eq])')
  await formulaField(page).fill('R1 + (R2 10 + R3 20) // R4 15 + R5 1')
  await expect(half(page, 1, 'reduce').getByRole('math').last()).toHaveAttribute('aria-label', /= 10 Ω$/)
  await expect(page.locator('[data-lettered]')).toContainText('R1 has no value yet')
  await page.getByRole('button', { name: 'Parts', exact: true }).click()
  const value = page.getByLabel('value of R1', { exact: true })
  await value.fill('1.5')
  await expect(page.locator('[data-lettered]')).toHaveCount(0)
  await expect.poll(() => answerOf(page, 'R3')).toContain('6.4 V')
  await value.fill('')
  await expect(page.locator('[data-lettered]')).toContainText('R1 has no value yet')
  await saved(page)
})

test('the board takes a resistor without a value, and the steps are tried in letters', async ({ page }) => {
  await newDrawing(page, 'Drawn letters')
  for (const pegs of ['0,0 4,0', '4,0 8,0', '8,0 8,4']) await stroke(page, pegs, 'R')
  await stroke(page, '8,4 0,4', '')
  await expect(drawn(page, 'R1')).toHaveAttribute('aria-label', /^R1, resistor, from node/)
  await page.getByRole('button', { name: 'Current’s path' }).click()
  await expect(page.getByText('Arrows show the way from + back to −')).toBeVisible()
  await page.getByRole('link', { name: 'Work' }).click()
  await page.getByRole('button', { name: 'Try', exact: true }).click()
  for (const name of ['R1', 'R2', 'R3'])
    await page
      .locator('[data-choice]')
      .getByRole('button', { name: new RegExp(`^${name}(,|$)`) })
      .click()
  await expect(page.getByText('in letters: a value is still to be given')).toBeVisible()
  await page.getByRole('button', { name: 'in parallel' }).click()
  await page.getByRole('button', { name: 'Check' }).click()
  await expect(page.locator('[data-slip=kind]')).toBeVisible()
  for (const name of ['R1', 'R2', 'R3'])
    await page
      .locator('[data-choice]')
      .getByRole('button', { name: new RegExp(`^${name}(,|$)`) })
      .click()
  await page.getByRole('button', { name: 'in series' }).click()
  await page.getByRole('button', { name: 'Check' }).click()
  await expect(page.locator('[data-try=done]')).toBeVisible()
  await page.getByRole('link', { name: 'Draw' }).click()
  await drawn(page, 'R2').dblclick()
  await expect(valueField(page)).toHaveValue('R')
  await valueField(page).fill('4k7')
  await page.keyboard.press('Enter')
  await expect(drawn(page, 'R2')).toHaveAttribute('aria-label', /4.7/)
})
