import { expect, test } from '@playwright/test'
import { randomNetwork } from '../test/randomNetwork'
import { answerOf } from './helpers'

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
  const [, , , current] = await answerOf(page, 'supply E1')
  expect(current).toBe(analysis.supply.current.text)
  await page.getByRole('button', { name: 'Show all 2,000 rows' }).click()
  await expect(page.getByRole('cell', { name: 'R2000', exact: true })).toBeAttached()
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
