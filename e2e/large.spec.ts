import { randomNetwork } from '../test/randomNetwork'
import { goTo, make } from './helpers'
import { expect, test } from './test'

test('a network of 2,000 resistors is worked out off the main thread, and rows are drawn as they come near', async ({
  page,
}) => {
  const path = await make(page, { ...randomNetwork(5, 2000), title: 'Large' })
  const analysis = await (await page.request.get(`/api${path}/analysis`)).json()
  await goTo(page, path)
  await expect(page.locator('#floor')).toContainText('Req', { timeout: 30_000 })
  await expect(page.getByText('elements, too many to draw').first()).toBeVisible()
  const supply = page.getByRole('region', { name: 'Answers' }).locator('tfoot td')
  await expect(supply.nth(3)).toHaveText(analysis.supply.current.text.replace(' ', '\u2009'))
  await expect(page.locator('#row-99')).toBeAttached()
  await expect(page.locator('#row-100')).toHaveCount(0)
  await page.getByRole('button', { name: 'Show 100 of them' }).click()
  await expect(page.locator('#row-100')).toBeAttached()
})

test('300 parts stand on the board, and a value that is typed there comes out', async ({ page }) => {
  await goTo(page, `${await make(page, { ...randomNetwork(11, 300), title: 'Three hundred' })}/draw`)
  await expect(page.locator('[data-board] [data-part]')).toHaveCount(301)
  await page.locator('[data-part="R2"]').focus()
  await page.keyboard.press('Enter')
  await page.keyboard.type('12345\n')
  await expect(page.locator('[data-part="R2"]')).toContainText('12.345\u2009kΩ')
  await expect(page.getByRole('region', { name: 'Stretched' })).toContainText('12.35\u2009kΩ')
})

test('working out a large network can be cancelled', async ({ page }) => {
  const path = await make(page, { ...randomNetwork(6, 9000), title: 'Larger' })
  // Hold the worker's script back, so that there is time to cancel.
  await page.route(/worker/, () => undefined)
  await page.goto(path)
  await expect(page.getByText('Working out 9,001 parts')).toBeVisible()
  await page.getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByText('Working out 9,001 parts')).toHaveCount(0)
  await expect(page.getByLabel('Title of the network')).toHaveValue('Larger')
})
