import { expect, test } from '@playwright/test'
import { half, openNetwork } from './helpers'

for (const [title, rows, last] of [
  ['Dew strip, short', 3, '6.4'],
  ['Focuser position divider', 7, ''],
  ['Tilt sensor bridge', 1, ''],
] as const) {
  test(`step by step through ${title}: nothing further down is there before it is shown`, async ({ page }) => {
    await openNetwork(page, title)
    await page.keyboard.press('s')
    const bar = page.getByRole('toolbar', { name: 'One reveal at a time' })
    await expect(bar).toContainText('0 of')
    await expect(page.locator('[data-row]')).toHaveCount(1) // the first sheet alone
    await expect(page.getByRole('region', { name: 'The valley' })).not.toContainText('in series')
    await page.keyboard.press('ArrowRight')
    if (rows > 1) {
      // The reason first, then the line and with it the next sheet.
      await expect(half(page, 0, 'reduce')).toContainText('in series')
      await expect(half(page, 0, 'reduce').getByRole('math')).toHaveCount(0)
      await expect(page.locator('[data-row="1"]')).toHaveCount(0)
      await bar.getByRole('button', { name: 'Next' }).click()
      const line = half(page, 0, 'reduce').getByRole('math')
      await expect(line).toHaveAttribute('aria-label', /Ω$/)
      // What came is read aloud.
      await expect(bar.getByRole('status')).toHaveText((await line.getAttribute('aria-label')) ?? '')
      await expect(page.locator('[data-row="1"]')).toHaveCount(1)
      await page.keyboard.press('ArrowLeft')
      await expect(page.locator('[data-row="1"]')).toHaveCount(0)
      await expect(page.locator('#floor')).not.toContainText('Req')
      // A jump to a row shows all before it.
      await page.keyboard.press('ArrowRight')
      await page.getByRole('button', { name: 'Go down to sheet 1' }).click()
      await expect(half(page, 1, 'reduce')).toContainText('parallel')
    } else {
      await expect(half(page, 0, 'reduce')).toContainText('No group is left')
    }
    await page.keyboard.press('End')
    await expect(bar.getByRole('status')).toContainText('all is shown')
    if (last) await expect(half(page, 0, 'expand')).toContainText(last)
    await page.keyboard.press('Home')
    await expect(bar).toContainText('0 of')
  })
}

test('by row a whole side of a row comes at once, clear of the bar', async ({ page }) => {
  await openNetwork(page, 'Dew strip, long')
  await page.keyboard.press('s')
  const bar = page.getByRole('toolbar', { name: 'One reveal at a time' })
  await bar.getByRole('button', { name: 'by row' }).click()
  await expect(bar).toContainText(/0 of \d+ shown; next the row/)
  const rows = Number(/of (\d+)/.exec((await bar.textContent()) ?? '')?.[1])
  expect(rows).toBeLessThan(30)
  for (let shown = 1; shown <= rows; shown++) {
    const next = /sheet (\d+) (down|up)/.exec((await bar.textContent()) ?? '')
    await page.keyboard.press('ArrowRight')
    if (shown < rows) await expect(bar).toContainText(`${shown} of ${rows} shown`)
    if (!next) continue
    // What came stands in view, above the bar.
    const side = next[2] === 'down' ? 'reduce' : 'expand'
    const came = await half(page, Number(next[1]), side).boundingBox()
    expect((came?.y ?? 0) + (came?.height ?? 0)).toBeLessThanOrEqual((await bar.boundingBox())?.y ?? 0)
  }
  await expect(bar.getByRole('status')).toContainText('all is shown')
})
