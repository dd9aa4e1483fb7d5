import { readFile } from 'node:fs/promises'
import { goTo, reload } from './helpers'
import { layOut, plain, print } from './paper'
import { newFolder } from '../test/folder'
import { expect, test } from './test'

// Codes give the same task for ever: one blank line of 1.8 mW; 50 Ω beside 75 Ω to be estimated.
const [gap, estimate] = ['1RJ3-10FT-V3Q3', '1V0V-0RGC-86HM']

test('pairs by their keys: what was done, why this task, and its twin are there after a reload', async ({ page }) => {
  await goTo(page, '/practice?code=10R3-QDZW-J120')
  await expect(page.getByText('1 of 6')).toBeVisible()
  await expect(page.getByRole('group', { name: 'How they lie, and why' })).toBeFocused()
  await page.keyboard.press('s')
  await expect(page.locator('[data-said]').first()).toHaveAttribute('data-said', 'wrong')
  for (const key of ['p', 's', 'e', 'o', 'u', 'e']) await page.keyboard.press(key)
  await expect(page.locator('[data-outcome="true"]')).toBeVisible()
  await expect(page.locator('[data-marks]')).toHaveAttribute('data-marks', '10 12 12')
  await expect(page.locator('[data-outcome] [data-saving]')).toHaveText('saved')
  await reload(page)
  await expect(page.locator('[data-marks]')).toHaveAttribute('data-marks', '10 12 12')
  // A lost milli brings a task of the same sort.
  await page.getByLabel('code').fill(gap)
  await page.getByLabel('code').press('Enter')
  await page.locator('[data-lines] input').fill('1.8 W')
  await page.locator('[data-lines] input').press('Enter')
  await expect(page.locator('[data-slip="thousandfold"]')).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Next', exact: true }).click()
  const reason = page.locator('[data-reason="slip"]')
  await expect(reason).toContainText('a lost kilo or milli; the same sort again, with other numbers')
  await expect(page.getByLabel('code')).not.toHaveValue(gap)
  await reload(page)
  await expect(reason).toBeVisible()
})

test('a teacher’s round: printed with its key, given out, worked, handed back and marked', async ({ page }) => {
  const folder = newFolder()
  const variants = [
    { name: 'A', codes: [gap, estimate] },
    { name: 'B', codes: [gap] },
  ]
  const sheet = { role: 'set', title: 'Dew strips', marks: 25, variants, name: '' }
  const made = await page.request.post('/api/sheets', { data: { document: sheet } })
  const { id } = (await made.json()) as { id: string }
  for (const [what, says] of [
    ['tasks', 'Without working it out'],
    ['key', '1.8 mW'],
  ]) {
    await goTo(page, `/practice/sheets/${id}/print?what=${what}`)
    await expect(page.locator('[data-paper]')).toHaveCount(2)
    await print(page, `${folder}/${what}.pdf`)
    const printed = plain(layOut(`${folder}/${what}.pdf`).join(' '))
    for (const text of ['Dew strips · A', 'Dew strips · B', gap, estimate]) expect(printed).toContain(text)
    expect(plain((await page.locator('[data-paper]').allInnerTexts()).join(' '))).toContain(what === 'key' ? says : gap)
    expect(printed.includes('1.8 mW')).toBe(what === 'key')
  }
  await goTo(page, `/practice/sheets/${id}`)
  const download = (name: string) =>
    Promise.all([page.waitForEvent('download'), page.getByRole('button', { name }).click()]).then(([it]) => it)
  const given = `${folder}/A.json`
  await (await download('Save variant A as a file')).saveAs(given)
  await page.getByRole('link', { name: 'Task sheets' }).click()
  await page.getByLabel('A sheet of tasks').setInputFiles(given)
  await page.waitForURL(/\/practice\/sheets\/[\w-]+$/)
  await page.getByLabel('your name, if you like').fill('Otto')
  const blank = page.locator('[data-lines] input')
  for (const answer of ['1.8 W', '1.8 mW']) {
    await blank.fill(answer)
    await blank.press('Enter')
  }
  await expect(page.getByText('Done.')).toBeVisible()
  await expect(page.locator('[data-saving]').first()).toHaveText('saved')
  const attempts = `${folder}/Otto.json`
  await (await download('Save my attempts')).saveAs(attempts)
  await page.getByRole('link', { name: 'Print with marks' }).click()
  await expect(page.locator('[data-paper]')).toContainText('0 of 25 marks; after retries 12.5')
  await goTo(page, '/practice/sheets')
  await page.getByLabel('Attempts of learners').setInputFiles([attempts, given])
  await expect(page.locator('[data-refused]')).toContainText('the format must be "nodrel-attempts"')
  const cells = page.locator('[data-learner="Otto"] td')
  await expect(cells).toHaveText(['Otto', 'A', '0', '0', '0 of 25', '12.5', 'a lost kilo or milli'])
  expect(await readFile(await (await download('Export (CSV)')).path(), 'utf8')).toContain('Otto,A,0,0,0,12.5,25,')
})
