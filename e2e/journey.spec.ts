import { board, drawn, fiveResistors, nodesOnBoard, stroke } from './board'
import { formulaField, goTo, saved } from './helpers'
import { pagesOf } from './paper'
import { expect, test } from './test'

test('from an empty logbook through drawing, work, bench, practice and report to a printed page', async ({
  page,
  start,
}) => {
  // A server of its own: nothing is in the logbook yet.
  const own = await start()
  const { networks } = (await (await fetch(`${own.url}/api/networks`)).json()) as { networks: { id: string }[] }
  for (const { id } of networks) await fetch(`${own.url}/api/networks/${id}`, { method: 'DELETE' })
  await goTo(page, own.url)
  await expect(page.getByText('The logbook is empty.')).toBeVisible()

  // Drawn with the mouse: five resistors, one slanted, with a far wire.
  await page.getByRole('button', { name: 'Draw a network' }).click()
  await page.waitForURL(/\/draw$/)
  await expect(drawn(page, 'E1')).toBeVisible()
  await page.getByLabel('Title of the network').fill('Dew strip, first try')
  for (const [pegs, value] of fiveResistors) await stroke(page, pegs, value)
  await expect.poll(() => nodesOnBoard(page)).toEqual(['1: A', '2: C', '3: D', '4: E F G', '5: B H I'])
  await expect(formulaField(page)).toHaveValue('R1 1.5 + (R2 10 + R3 20) ∥ R4 15 + R5 1')
  await expect(page.getByText('No problems found.')).toBeVisible()

  // Worked: down to 12.5 Ω, up to every value.
  await page.getByRole('link', { name: 'Work' }).click()
  await expect(page.locator('#floor')).toContainText('Req = 12.5')
  const answers = page.getByRole('region', { name: 'Answers' })
  await expect(answers.getByRole('row', { name: /^R4/ })).toContainText(/9\.6\sV.*640\smA.*6\.144\sW/)

  // Measured: one reading that agrees.
  await page.getByRole('link', { name: 'Bench' }).click()
  const reading = page.locator('[data-row="voltage R4"]')
  await reading.locator('[data-reading]').fill('9.58')
  await reading.locator('[data-reading]').press('Enter')
  await expect(reading.getByRole('img', { name: 'agrees' })).toBeVisible()
  await expect(page.getByRole('region', { name: 'Entry' }).locator('[data-saving]')).toHaveText('saved')

  // Handed in: what was measured is part of it, and comes out of the printer.
  await page.getByRole('link', { name: 'Report' }).click()
  const paper = page.locator('[data-paper]')
  await expect(paper.getByRole('heading', { name: 'Dew strip, first try' })).toBeVisible()
  await page.getByLabel('name', { exact: true }).fill('Ada Fenwick')
  await expect(paper.locator('[data-content=readings]')).toContainText('9.58')
  const printed = (await pagesOf(page)).join(' ')
  for (const text of ['Dew strip, first try', 'Ada Fenwick', 'R2 and R3 in series', '12.5 Ω', '640 mA', '9.58'])
    expect(printed).toContain(text)
  await saved(page)

  // Practised: 54 Ω beside 36 Ω and 18 Ω.
  await page.getByRole('link', { name: 'Nodrel, logbook' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'Dew strip, first try' })).toContainText('Req 12.5')
  await page.getByRole('link', { name: 'Practice' }).click()
  await page.getByLabel('code').fill('1PY4-VXAS-9KSR')
  await page.getByLabel('code').press('Enter')
  const choice = page.locator('[data-choice]')
  for (const name of ['R2', 'R3']) await choice.getByRole('button', { name: new RegExp(`^${name},`) }).click()
  await page.getByRole('button', { name: 'in series' }).click()
  await page.getByLabel('Their equivalent resistance').fill('54')
  await page.keyboard.press('Enter')
  for (const name of ['R1', 'R2\\+3']) await choice.getByRole('button', { name: new RegExp(`^${name},`) }).click()
  await page.getByRole('button', { name: 'in parallel' }).click()
  await page.getByLabel('Their equivalent resistance').fill('27')
  await page.keyboard.press('Enter')
  await page.getByLabel(/^asked for: /).fill('1 A')
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-outcome="true"]')).toBeVisible()
  await expect(page.locator('[data-outcome] [data-saving]')).toHaveText('saved')
  await page.getByRole('link', { name: 'My progress' }).click()
  await expect(page.locator('[data-history]')).toContainText('1PY4-VXAS-9KSR')

  // The way back leads through all of it, and the drawing is as it was.
  await page.goBack()
  await page.goBack()
  await page.getByRole('link', { name: 'Dew strip, first try' }).click()
  await page.getByRole('link', { name: 'Draw' }).click()
  await expect(board(page).locator('[data-part]')).toHaveCount(10)
})
