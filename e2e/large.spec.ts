import { expect, test } from '@playwright/test'
import { randomNetwork } from '../test/randomNetwork'

test('a network of 2,000 resistors is worked out off the main thread, and rows are drawn as they come near', async ({
  page,
  request,
}) => {
  const made = await request.post('/api/networks', {
    data: { document: { ...randomNetwork(5, 2000), title: 'Large' } },
  })
  const { id } = await made.json()
  const analysis = await (await request.get(`/api/networks/${id}/analysis`)).json()
  await page.goto(`/networks/${id}`)
  await expect(page.locator('#floor')).toContainText('Req', { timeout: 30_000 })
  await expect(page.getByText('elements, too many to draw').first()).toBeVisible()
  const supply = page.getByRole('region', { name: 'Answers' }).locator('tfoot td')
  await expect(supply.nth(3)).toHaveText(analysis.supply.current.text.replace(' ', '\u2009'))
  await expect(page.locator('#row-99')).toBeAttached()
  await expect(page.locator('#row-100')).toHaveCount(0)
  await page.getByRole('button', { name: 'Show 100 of them' }).click()
  await expect(page.locator('#row-100')).toBeAttached()
  await page.getByRole('link', { name: 'Draw' }).click()
  await expect(page.getByRole('heading', { name: 'Too many parts to draw' })).toBeVisible()
})

test('300 parts stand on the board, and a value that is typed there comes out', async ({ page, request }) => {
  const made = await request.post('/api/networks', {
    data: { document: { ...randomNetwork(11, 300), title: 'Three hundred' } },
  })
  await page.goto(`/networks/${(await made.json()).id}/draw`)
  await expect(page.locator('[data-board] [data-part]')).toHaveCount(301)
  await page.locator('[data-part="R2"]').focus()
  await page.keyboard.press('Enter')
  await page.keyboard.type('12345')
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-part="R2"]')).toContainText('12.345\u2009kΩ')
  await expect(page.getByRole('region', { name: 'Stretched' })).toContainText('12.35\u2009kΩ')
})

test('working out a large network can be cancelled', async ({ page, request }) => {
  const made = await request.post('/api/networks', {
    data: { document: { ...randomNetwork(6, 9000), title: 'Larger' } },
  })
  const { id } = await made.json()
  // Hold the worker's script back, so that there is time to cancel.
  await page.route(/worker/, () => undefined)
  await page.goto(`/networks/${id}`)
  await expect(page.getByText('Working out 9,001 parts')).toBeVisible()
  await page.getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByText('Working out 9,001 parts')).toHaveCount(0)
  await expect(page.getByLabel('Title of the network')).toHaveValue('Larger')
})
