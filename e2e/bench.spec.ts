import { readFileSync } from 'node:fs'
import { expect, test, type Locator, type Page } from '@playwright/test'
import { newNetwork, openNetwork } from './helpers'

const formula = 'R1 1.5 + (R2 10 + R3 20) // R4 15 + R5 1'

async function toBench(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'Bench' }).click()
  await expect(page.getByRole('heading', { name: 'Plan and log' })).toBeVisible()
  // The runs have been asked for.
  await expect(page.getByText('Fetching the runs…')).toHaveCount(0)
}

const log = (page: Page) => page.getByRole('region', { name: 'Plan and log' })
const field = (page: Page, group: string, name: string) =>
  log(page).getByRole('group', { name: group }).getByLabel(`${name}, read`, { exact: true })
const row = (page: Page, key: string) => page.locator(`[data-row="${key}"]`)
const wrong = (page: Page) => page.getByRole('region', { name: /^What is wrong/ })

async function read(at: Locator, value: string): Promise<void> {
  await at.fill(value)
  await at.press('Enter')
}

async function runSaved(page: Page): Promise<void> {
  await expect(page.getByRole('region', { name: 'Entry' }).locator('[data-saving]')).toHaveText('saved')
}

test('readings are typed, judged, kept; a slip is asked about; the fault is named, and what to measure next', async ({
  page,
}) => {
  await newNetwork(page, 'Measured', formula)
  await toBench(page)
  // 12 V: in all 12.5 Ω. With R3 open 17.5 Ω and 0.686 A: V1 1.029, V2 0, V4 10.29.
  await read(field(page, 'Voltage', 'E1'), '12.00 V')
  await expect(row(page, 'voltage E1').getByRole('img', { name: 'agrees' })).toBeVisible()
  await expect(field(page, 'Voltage', 'R1')).toBeFocused()
  // A lost milli is not logged without a word.
  await read(field(page, 'Voltage', 'R5'), '960')
  await expect(row(page, 'voltage R5').getByRole('alert')).toContainText('960 looks like a lost prefix')
  await page.getByRole('button', { name: /^I read 960 mV/ }).click()
  await expect(field(page, 'Voltage', 'R5')).toHaveValue('960 mV')
  await read(field(page, 'Voltage', 'R5'), '686 mV')
  await read(field(page, 'Voltage', 'R1'), '1.029')
  await read(field(page, 'Voltage', 'R2'), '0.000')
  await read(field(page, 'Voltage', 'R4'), '10.29 V')
  await expect(row(page, 'voltage R4')).toContainText('outside')
  await expect(wrong(page).getByRole('listitem').first()).toContainText('R3 open, or a lead of R3 still up')
  await expect(wrong(page).getByRole('listitem').first()).toContainText('explains all of 5')
  await page.getByRole('button', { name: 'resistance: R3, lead lifted' }).click()
  await expect(field(page, 'Resistance', 'R3, lead lifted')).toBeFocused()
  await field(page, 'Resistance', 'R3, lead lifted').fill('12 zz')
  await expect(row(page, 'resistance R3 lifted').getByRole('alert')).toContainText('is not a number')
  await read(field(page, 'Resistance', 'R3, lead lifted'), 'over')
  await expect(wrong(page).getByRole('listitem').first()).toHaveText(/^R3 open\s*explains all of 6/)
  await runSaved(page)
  await page.reload()
  await expect(field(page, 'Voltage', 'R4')).toHaveValue('10.29 V')
  await expect(log(page).getByRole('status')).toContainText('6 of 15 read')
  // Taken out and put back.
  await read(field(page, 'Voltage', 'R4'), '')
  await expect(log(page).getByRole('status')).toContainText('5 of 15 read')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(field(page, 'Voltage', 'R4')).toHaveValue('10.29 V')
  await runSaved(page)
  // Between any two nodes.
  await page.getByRole('button', { name: 'Another measurement' }).click()
  await page.getByLabel('red on').selectOption({ label: 'node 2' })
  await page.getByRole('button', { name: 'Add it' }).click()
  await read(field(page, 'Voltage', 'node 2 against 5'), '10.97')
  await expect(log(page).getByRole('status')).toContainText('7 of 16 read')
})

test('readings go out and come in again; rows that do not fit are refused at their line, the others taken if wished', async ({
  page,
}) => {
  await newNetwork(page, 'Taken out', formula)
  await toBench(page)
  await read(field(page, 'Voltage', 'R2'), '3.21 V')
  await read(field(page, 'Resistance', 'R1, lead lifted'), '1.52')
  await runSaved(page)
  const menu = async (name: string) => {
    await page.getByRole('button', { name: 'What is done with runs' }).click()
    await page.getByRole('menuitem', { name }).click()
  }
  const [download] = await Promise.all([page.waitForEvent('download'), menu('Take out the readings, as a table (CSV)')])
  const table = readFileSync(await download.path(), 'utf8')
  expect(table.split('\r\n')[0]).toBe('quantity,of,between,lifted,end,value,range,at,note')
  const bring = (name: string, text: string) =>
    page
      .getByLabel('A run of readings to bring in')
      .setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) })
  await bring('Wednesday.csv', `${table}\r\nvoltage,R3,,,,1e999 V,,,\r\nvoltage,,"A B C",,,3,,,`)
  const refusal = page.getByRole('alert').filter({ hasText: 'is not taken as it is' })
  await expect(refusal.getByRole('listitem')).toHaveText([/^row 3: .*out of range/, /^row 4: /])
  await refusal.getByRole('button', { name: 'Take the other 2 rows' }).click()
  await expect(page.getByLabel('Run', { exact: true }).locator('option:checked')).toHaveText('Wednesday (2)')
  await expect(field(page, 'Voltage', 'R2')).toHaveValue('3.21 V')
  await bring('bad.json', '{ "format": "nodrel-network" }')
  await expect(refusal).toContainText('the format must be "nodrel-readings"')
  await refusal.getByRole('button', { name: 'Take nothing' }).click()
  // A reading of what is not there is said, and stays.
  const stray = {
    format: 'nodrel-readings',
    version: 1,
    title: 'Stray',
    readings: [{ quantity: 'voltage', of: 'R9', value: '1' }],
  }
  await bring('stray.json', JSON.stringify(stray))
  await expect(page.getByRole('alert').filter({ hasText: 'R9' })).toContainText('They stay in the run')
  await menu('Delete this run')
  await expect(page.getByText('“Stray” is deleted')).toBeVisible()
  await page.getByRole('button', { name: 'Compare' }).click()
  await expect(page.getByRole('region', { name: 'Runs side by side' }).getByRole('row')).toHaveCount(3)
})

test('the stand-in by keyboard: leads, ranges, a reading written down, a lead lifted, and what goes wrong', async ({
  page,
}) => {
  await newNetwork(page, 'Stand-in', formula)
  await toBench(page)
  const bench = page.getByRole('group', { name: /^The bench:/ })
  const shows = page.getByLabel('The meter shows')
  await bench.getByRole('button', { name: /^node 1/ }).focus()
  await page.keyboard.press('2')
  await page.keyboard.press('4')
  await page.keyboard.press('s')
  // V4 = 9.6 V, the parts within 5 %.
  await expect(shows).toHaveText(/^\d\d?\.\d V$/)
  await page.keyboard.press('[')
  await expect(shows).toHaveText(/^(9|10)\.\d\d V$/)
  await page.keyboard.press('n')
  await expect(row(page, 'voltage R4').getByRole('img', { name: 'agrees' })).toBeVisible()
  const first = await shows.textContent()
  // Reversed leads are asked about here too.
  await bench.getByRole('button', { name: /^node 2/ }).focus()
  await page.keyboard.press('b')
  await bench.getByRole('button', { name: /^node 4/ }).focus()
  await page.keyboard.press('r')
  await page.keyboard.press('n')
  await expect(page.getByRole('alert').filter({ hasText: 'leads were reversed' })).toBeVisible()
  await page.getByRole('button', { name: 'Look again' }).click()
  await expect(field(page, 'Voltage', 'R4')).toHaveValue(String(first))
  await bench.getByRole('button', { name: /^node 2/ }).focus()
  await page.keyboard.press('r')
  await bench.getByRole('button', { name: /^node 4/ }).focus()
  await page.keyboard.press('b')
  await page.keyboard.press('[')
  await expect(shows).toHaveText('over')
  await expect(page.getByRole('button', { name: /^range 6 V, over/ })).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press(']')
  // The same reading shows the same.
  await expect(shows).toHaveText(String(first))
  await page.keyboard.press('o')
  await expect(page.getByRole('alert').filter({ hasText: 'Ohms on a live circuit' })).toBeVisible()
  await page.keyboard.press('x')
  await expect(page.getByRole('alert').filter({ hasText: 'Ohms' })).toHaveCount(0)
  // R4 alone: its lead at node 4 lifted, one lead of the meter on the free end.
  const lead = bench.getByRole('button', { name: 'R4’s lead at node 4: lift it' })
  await lead.focus()
  await page.keyboard.press('Enter')
  const free = bench.getByRole('button', { name: /^R4’s free end/ })
  await free.focus()
  await page.keyboard.press('b')
  for (let i = 0; i < 5; i++) await page.keyboard.press('[')
  await expect(shows).toHaveText(/^1[45]\.\d Ω$/)
  await page.keyboard.press('n')
  await expect(row(page, 'resistance R4 lifted').getByRole('img', { name: 'agrees' })).toBeVisible()
  await page.getByRole('button', { name: 'R4’s lead is up: put it back' }).click()
  // Amperes across the source: the fuse, once the supply gives enough.
  await page.getByLabel('current limit').fill('20')
  await page.getByLabel('current limit').press('Enter')
  await bench.getByRole('button', { name: /^node 1/ }).focus()
  await page.keyboard.press('r')
  await bench.getByRole('button', { name: /^node 5/ }).focus()
  await page.keyboard.press('b')
  await page.keyboard.press('i')
  await page.keyboard.press('x')
  await page.keyboard.press('s')
  await expect(page.getByRole('alert').filter({ hasText: 'The fuse of the meter has blown' })).toBeVisible()
  await page.getByRole('button', { name: /replace the fuse/ }).click()
  await expect(shows).toHaveText('– – –')
  // A flag is dragged as well.
  const flag = await page.locator('[data-flag=red]').boundingBox()
  const node = await bench.getByRole('button', { name: /^node 3/ }).boundingBox()
  if (!flag || !node) throw new Error('nothing to drag')
  await page.mouse.move(flag.x + flag.width / 2, flag.y + 6)
  await page.mouse.down()
  await page.mouse.move(node.x + node.width / 2, node.y + node.height / 2, { steps: 6 })
  await page.mouse.up()
  await expect(bench.getByRole('button', { name: 'node 3, the red lead on it' })).toBeVisible()
})

test('a hidden fault is hunted: what the readings say waits, a wrong guess is told, the right one counted', async ({
  page,
}) => {
  await openNetwork(page, 'Dew strip, long')
  await toBench(page)
  await expect(page.getByLabel('Run', { exact: true }).locator('option:checked')).toHaveText(
    'Tuesday, the strip that stays cold (5)',
  )
  await expect(wrong(page)).toContainText('A fault is hidden on the stand-in. Say what it is when you know.')
  const claim = page.getByRole('region', { name: 'A fault is hidden' })
  await claim.getByLabel('the part', { exact: true }).selectOption('R4')
  await claim.getByRole('button', { name: 'Say it' }).click()
  await expect(claim.getByRole('alert')).toContainText('No, that is not what is wrong')
  await claim.getByLabel('the part', { exact: true }).selectOption('R3')
  await claim.getByLabel('what is wrong with it').selectOption('is shorted')
  await claim.getByRole('button', { name: 'Say it' }).click()
  await expect(claim.getByRole('alert')).toContainText('The part is right')
  await claim.getByLabel('what is wrong with it').selectOption('is open')
  await claim.getByRole('button', { name: 'Say it' }).click()
  await expect(claim.getByRole('status')).toContainText(/Right: R3 open\.\s*After 5 readings\./)
  await expect(wrong(page).getByRole('listitem').first()).toContainText('R3 open')
  // Another bench is another run.
  await page.getByRole('button', { name: 'Another fault…' }).click()
  await page.getByRole('button', { name: 'Hide two' }).click()
  await expect(page.getByRole('region', { name: 'Two faults are hidden' })).toBeVisible()
  await expect(log(page).getByRole('status')).toContainText('0 of 35 read')
  await page.getByRole('button', { name: 'Give up' }).click()
  await expect(page.getByRole('region', { name: 'Two faults are hidden' }).getByRole('status')).toContainText(
    'It was: ',
  )
})

test('spread and ratings: limits, a million samples, who matters, a wish, and what runs hot', async ({ page }) => {
  await newNetwork(page, 'Spread', formula)
  await toBench(page)
  await page.getByRole('button', { name: 'Spread and ratings' }).click()
  const spread = page.getByRole('region', { name: 'Spread', exact: true })
  await expect(spread).toContainText(/from 11\.88\sΩ \(−5\.00 %\) to 13\.13\sΩ \(\+5\.00 %\)/)
  await expect(spread.getByText('1,000,000 samples:')).toBeVisible()
  await expect(spread.getByRole('figure', { name: /^Histogram of Req/ })).toBeVisible()
  await expect(spread.getByRole('figure', { name: /^Shares of the spread: R4 82\.5 %/ })).toBeVisible()
  await spread.getByLabel('at least').fill('12.5')
  await expect(spread).toContainText(/: (49|50)\.\d+ % of the samples are inside/)
  await spread.getByLabel(/^It is needed within/).fill('4')
  await expect(spread.getByText(/^Tighten R4 from 5 % to/)).toBeVisible()
  await expect(spread.getByRole('row', { name: /^R4 6\.14/ })).toContainText('no rating')
  // Cancelled as soon as it can be: it takes less time than a hand.
  await page.getByLabel('Of which value').evaluate(async (select: HTMLSelectElement) => {
    const I = [...select.options].find(({ text }) => text === 'I of R4')
    Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value')?.set?.call(select, I?.value)
    select.dispatchEvent(new Event('change', { bubbles: true }))
    const button = () => document.querySelector<HTMLElement>('[data-sampling] button')
    while (!button()) await new Promise((done) => setTimeout(done, 1))
    button()?.click()
  })
  await expect(spread.getByRole('button', { name: 'Cancel' })).toHaveCount(0)
  await expect(spread).not.toContainText('1,000,000 samples:')
})

test('a run that two windows change is the person’s to choose, and the other is kept as a run', async ({
  page,
  context,
}) => {
  await newNetwork(page, 'Two windows', formula)
  await toBench(page)
  await read(field(page, 'Voltage', 'R1'), '1.44')
  await runSaved(page)
  const other = await context.newPage()
  await other.goto(page.url())
  await expect(field(other, 'Voltage', 'R1')).toHaveValue('1.44')
  await read(field(other, 'Voltage', 'R2'), '3.2')
  await runSaved(other)
  await other.close()
  await read(field(page, 'Voltage', 'R3'), '6.4')
  await page
    .getByRole('dialog', { name: /was saved elsewhere/ })
    .getByRole('button', { name: 'Go on with mine' })
    .click()
  await runSaved(page)
  await expect(page.getByLabel('Run', { exact: true }).locator('option')).toHaveCount(2)
  await page.reload()
  await page.getByLabel('Run', { exact: true }).selectOption({ index: 0 })
  await expect(field(page, 'Voltage', 'R3')).toHaveValue('6.4')
  await page.getByLabel('Run', { exact: true }).selectOption({ index: 1 })
  await expect(field(page, 'Voltage', 'R2')).toHaveValue('3.2')
})

test('tolerance and rating are typed at a stroke’s value and in the list, and reach the bench', async ({ page }) => {
  await newNetwork(page, 'Noted', formula)
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Parts', exact: true }).click()
  await page.getByRole('button', { name: 'tolerance and rating' }).click()
  await page.getByLabel('tolerance of R4').fill('1')
  await page.getByLabel('tolerance of R4').blur()
  await expect(page.getByLabel('tolerance of R4')).toHaveValue('1 %')
  await page.getByLabel('rating of R4').fill('lots')
  await page.getByLabel('rating of R4').blur()
  await expect(page.locator('[data-finding=unread-rating]')).toContainText('counts as missing')
  await page.getByLabel('rating of R4').fill('5 W')
  await expect(page.locator('[data-finding=unread-rating]')).toHaveCount(0)
  await toBench(page)
  await expect(row(page, 'resistance R4 lifted')).toContainText(/14\.\d+ – 15\.\d+/)
  await expect(log(page)).toContainText('Hot: R4 (over its rating).')
})

test('above 50 V the bench says whose decision it is, and without values there is nothing to measure', async ({
  page,
}) => {
  await newNetwork(page, 'High', '10k + 20k')
  await page.getByLabel('What is known of the supply').or(page.locator('#source')).first().fill('230 V')
  await page.keyboard.press('Tab')
  await toBench(page)
  await expect(page.getByRole('alert').filter({ hasText: 'Above 50 V' })).toContainText('licensed people')
  await expect(page.getByText('Low-voltage DC on a learner’s bench.')).toBeVisible()
  await page.getByRole('link', { name: 'Work' }).click()
  await page.getByLabel('The network as a formula').fill('R1 + R2')
  await page.getByRole('link', { name: 'Bench' }).click()
  await expect(page.getByRole('heading', { name: 'Nothing to measure yet' })).toBeVisible()
  await expect(page.getByText('it has no value yet')).toBeVisible()
})
