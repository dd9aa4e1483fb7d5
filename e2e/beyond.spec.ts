import { expect, test, type Page } from '@playwright/test'
import { half, openParts, partOn, waysTo } from './helpers'

/** Opens a network of resistors between points, worked on beyond its bridges. */
async function openBridge(page: Page, title: string, texts: readonly string[]): Promise<void> {
  await openParts(page, title, texts, { worksheet: { beyond: 'yes' } })
  await expect(page.locator('[data-exchange]').first()).toBeVisible()
}

const one = ['E1 A D 10V', 'R1 A B 100', 'R2 A C 220', 'R3 B C 330', 'R4 B D 470', 'R5 C D 150']
const two = [...one.slice(0, 5), 'R5 C E 150', 'R6 C F 82', 'R7 E F 68', 'R8 E D 120', 'R9 F D 270']

for (const [title, texts, exchanges] of [
  ['Tilt bridge', one, 1],
  ['Two bridges', two, 2],
] as const)
  test(`${title}: every row, value and spoken name is its own`, async ({ page }) => {
    await openBridge(page, title, texts)
    await expect(page.locator('[data-exchange]')).toHaveCount(exchanges)
    const rows = await page.locator('[data-side="reduce"]').evaluateAll((all) => all.map((it) => it.dataset.row ?? ''))
    expect(rows).toEqual(rows.map((_, i) => String(i)))

    // What a value says stands in its popover, on every sheet, in both stages.
    for (const row of [0, 1, rows.length - 2]) {
      const values = half(page, row, 'expand').getByRole('button', { name: /Where it comes from$/ })
      for (const value of [values.first(), values.last()]) {
        const said = (await value.getAttribute('aria-label')) ?? ''
        const [, name, shown, letter] = /^(.*): (.* .?([VA]))\. Where/.exec(said.replaceAll('\u2009', ' ')) ?? []
        const popover = await waysTo(page, value)
        await expect(popover.getByRole('heading').first()).toContainText(`${name} ·`)
        await expect(popover).toContainText(new RegExp(`${letter === 'V' ? 'V' : 'I'} [=≈] ${shown.replace(' ', '.')}`))
        await expect(popover).not.toContainText('given by the supply')
        await page.keyboard.press('Escape')
        await expect(popover).toHaveCount(0)
      }
    }

    // Sheets are spoken of by the number on the spine.
    await expect(half(page, 2, 'reduce').locator('svg title')).toContainText('Sheet 2, resistances')
    await partOn(page, 2, 'reduce', (await nameOn(page, 2)) ?? '').click()
    await expect(page.getByText(/on sheet 2/)).toBeVisible()
    await page.keyboard.press('Escape')

    // Keys walk through the exchanges, down to the supply.
    const seen: string[] = []
    for (let i = 0; i < rows.length + exchanges + 1; i++) {
      await page.keyboard.press('j')
      const place = page.getByRole('banner').getByText(/^(step|sheet|the exchange|the supply)/)
      seen.push(((await place.textContent()) ?? '').replace(/ of .*/, ''))
    }
    expect(seen.filter((it) => it === 'the exchange')).toHaveLength(exchanges)
    expect(seen[seen.length - 1]).toBe('the supply')
    await expect(page.locator('#floor')).toBeInViewport()

    // A sheet of a later stage leaves the screen as a picture.
    await page.keyboard.press('k')
    await page.getByRole('button', { name: 'Take out' }).click()
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('menuitem', { name: `Sheet ${rows.length - 1}, expanding, as SVG` }).click(),
    ])
    expect(download.suggestedFilename()).toContain(`-sheet-${rows.length - 1}-expand`)

    // One reveal at a time goes by the same rows.
    await page.keyboard.press('s')
    const bar = page.getByRole('toolbar', { name: 'One reveal at a time' })
    await expect(bar).toContainText('next the reason, sheet 0 down')
    await page.keyboard.press('ArrowRight')
    await expect(bar).toContainText('the exchange down')
    for (let i = 0; i < 30; i++) {
      const said = (await bar.textContent()) ?? ''
      if (said.includes('sheet 1 down')) break
      await page.keyboard.press('ArrowRight')
    }
    await page.keyboard.press('ArrowRight')
    await expect(half(page, 1, 'reduce')).toBeInViewport()
    await expect(half(page, 2, 'reduce')).toHaveCount(0)
  })

/** The name of the first part on a sheet. */
async function nameOn(page: Page, row: number): Promise<string | undefined> {
  const said = await half(page, row, 'reduce').locator('svg').getByRole('button').first().getAttribute('aria-label')
  return said?.split(',')[0]
}

test('only the resistance of one equivalent leaves no empty sheets', async ({ page }) => {
  const parts = ['R1 A D 6', 'R2 A B 10', 'R3 B D 20', 'R4 A C 1', 'R5 C D 2', 'R6 C D 2'].map((text) => {
    const [name, from, to, resistance] = text.split(' ')
    return { name, kind: 'resistor', from, to, resistance }
  })
  const document = {
    ...{ format: 'nodrel-network', version: 1, title: 'One equivalent' },
    parts: [{ name: 'E1', kind: 'source', from: 'A', to: 'D', voltage: '12' }, ...parts],
    worksheet: { asked: [{ quantity: 'resistance', of: 'R5 R6' }] },
  }
  const { id } = (await (await page.request.post('/api/networks', { data: { document } })).json()) as { id: string }
  await page.goto(`/networks/${id}`)
  await expect(page.getByRole('region', { name: 'What was asked for' })).toContainText('R of R5‖6 = 1')
  await expect(page.locator('[data-side="reduce"]')).toHaveCount(2)
  await expect(page.locator('[data-side="expand"]')).toHaveCount(0)
  await expect(page.getByRole('region', { name: 'The valley' })).not.toContainText('carries over')
})
