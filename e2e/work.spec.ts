import { readFile } from 'node:fs/promises'
import type { Locator, Page } from '@playwright/test'
import { goTo, half, openFormula, openParts, openSample, saved, valueOn } from './helpers'
import { expect, test } from './test'

const five = 'R1 1.5 + (R2 10 + R3 20) // R4 15 + R5 1'
const thread = (page: Page) => page.getByRole('region', { name: 'The thread' })
const knob = (page: Page) => page.locator('[data-knob]')
/** What the first sheet says of a part. */
const shown = (page: Page, part: string, side: 'reduce' | 'expand' = 'expand') => valueOn(page, 0, side, part)

/** Takes a value into the hand by keys, once what is said of it is there. */
async function take(page: Page, value: Locator) {
  await value.click()
  await expect(thread(page)).toBeVisible()
  await page.keyboard.press('x')
  await expect(knob(page)).toBeFocused()
}

test('the thread of a value is drawn through the valley, walked by keys, and copied', async ({ page }) => {
  const parts = ['E1 A D 12V', 'R1 A B 1.7', 'R2 B M 10', 'R3 M C 23', 'R4 B C 15', 'R5 C D 1.1']
  await openParts(page, 'Paper thread', parts, { worksheet: { carry: 'paper', figures: 3 } })
  await shown(page, 'R3').click()
  await expect(page.locator('[data-strand]')).toBeVisible()
  // On paper each rounding has its share beside the strand.
  await expect(page.locator('[data-strand] text').first()).toHaveText(/^[+−]\d+\u2009%$/)
  for (let i = 0; i < 7; i++) await page.keyboard.press('ArrowDown')
  await expect(page.locator('#floor')).toBeInViewport()
  await page.keyboard.press('c')
  await expect(page.getByText('on the clipboard')).toBeVisible()
  expect((await page.evaluate(() => navigator.clipboard.readText())).replace(/\s/g, ' ')).toMatch(
    /^V\(R3\) ≈ 6.58 V from I\(R3\) and R3; .*; R1 = 1.7 Ω, given$/,
  )
})

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 780 }, hasTouch: true })

  test('the thread is a list, and a value is turned by the slider', async ({ page }) => {
    await openFormula(page, 'Thread on a phone', five)
    await shown(page, 'R3').tap()
    const list = thread(page).getByRole('list', { name: 'The whole thread' })
    await expect(list.getByRole('button').first()).toHaveText('V(R3) = 6.4 V')
    await expect(page.locator('[data-strand]')).toHaveCount(0)
    await list.getByRole('button').nth(2).tap()
    await expect(page.locator('[data-thread-at]')).toHaveText(await list.getByRole('button').nth(2).innerText())
    await thread(page).getByRole('button', { name: 'Close' }).tap()
    await expect(thread(page)).toHaveCount(0)
    await shown(page, 'R4', 'reduce').tap()
    await page.getByRole('button', { name: 'Other values' }).tap()
    const box = await knob(page).boundingBox()
    if (!box) throw new Error('the knob is there')
    await page.mouse.move(box.x + 20, box.y + 10)
    await page.mouse.down()
    for (let i = 1; i <= 10; i++) await page.mouse.move(box.x + 20 + 3 * i, box.y + 10)
    await page.mouse.up()
    await expect(shown(page, 'R4', 'reduce')).toContainText('16.6 Ω')
  })
})

test('a value is dragged like a knob, everything follows; it is put back, also while it is held', async ({ page }) => {
  await openFormula(page, 'Knob', five)
  const box = await shown(page, 'R4', 'reduce').boundingBox()
  if (!box) throw new Error('R4 is drawn')
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  for (let i = 1; i <= 20; i++) await page.mouse.move(x + 3 * i, y)
  // 15 Ω and 20 per cent after per cent: while it is held, values and strengths are there, the formulas wait.
  await expect(knob(page)).toContainText('R4 = 18.3 Ω')
  await expect(shown(page, 'R4', 'reduce')).toContainText('18.3 Ω')
  const current = page.getByRole('button', { name: 'current of R3: where it comes from' })
  await expect(current.locator('[data-moves]')).toHaveText(/^\+0\.\d\u2009%$/)
  await page.mouse.up()
  await expect(half(page, 1, 'reduce').getByRole('math').last()).toHaveAttribute('aria-label', /11\.37 Ω/)
  await expect(page.locator('[data-compared]')).toContainText('R4 = 18.3 Ω')
  await page.keyboard.press('Escape')
  await expect(shown(page, 'R4', 'reduce')).toContainText('15 Ω')
  await expect(page.locator('[data-compared]')).toHaveCount(0)
  // Put back while it is still held: what the hand does after that turns nothing.
  await page.keyboard.press('x')
  const slider = await knob(page).boundingBox()
  if (!slider) throw new Error('the knob is there')
  await page.mouse.move(slider.x + 20, slider.y + 10)
  await page.mouse.down()
  await page.mouse.move(slider.x + 50, slider.y + 10)
  await expect(shown(page, 'R4', 'reduce')).toContainText('16.6 Ω')
  await page.keyboard.press('Escape')
  await page.mouse.move(slider.x + 80, slider.y + 10)
  await page.mouse.up()
  await expect(page.locator('[data-turning]')).toHaveCount(0)
  await expect(shown(page, 'R4', 'reduce')).toHaveText(/^15\sΩ$/)
})

test('once a knob rests everything is drawn anew, and nothing old is seen between; so is a picture that is saved', async ({
  page,
}) => {
  await openFormula(page, 'Knob at rest', five)
  await take(page, shown(page, 'R4', 'reduce'))
  await shown(page, 'R3').evaluate((place) => {
    const seen: string[] = (window.seen = [])
    const look = () => {
      const now = place.textContent
      if (seen[seen.length - 1] !== now) seen.push(now)
      requestAnimationFrame(look)
    }
    look()
  })
  for (const [press, text] of [
    [1, 'R4 = 15.2 Ω'],
    [2, 'R4 = 15.4 Ω'],
  ] as const) {
    await page.keyboard.press('ArrowRight')
    await expect(page.locator('[data-compared]')).toContainText(text)
    await expect.poll(() => page.evaluate(() => window.seen.length)).toBe(press + 1)
  }
  expect(await page.evaluate(() => window.seen)).toEqual([
    expect.stringMatching(/^6\.4\sV▴$/),
    expect.stringMatching(/^6\.411\sV▴$/),
    expect.stringMatching(/^6\.422\sV▴$/),
  ])
  // The picture has the values, without what was only said while the knob was held.
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'Sheet 0, expanding (SVG)' }).click(),
  ])
  const picture = await readFile(await download.path(), 'utf8')
  expect(picture).toMatch(/>6\.422\sV</)
  expect(picture).not.toMatch(/[▴▾]|underline/)
})

declare global {
  interface Window {
    /** What was seen frame by frame. */
    seen: string[]
  }
}

test('rows that were out of sight while a value changed show what a fresh page shows', async ({ page, context }) => {
  const formula = 'R1 33 + R2 1k2 // (R3 680 + R4 0R47) + (R5 470 // R6 470 // R7 1M + R8 15) // R9 2k2'
  await openFormula(page, 'Out of sight', formula)
  await expect(page.locator('#floor')).toContainText('Req')
  await page.getByRole('button', { name: 'Parts' }).click()
  const rows = (on: Page) => on.locator('[data-row], #floor').allTextContents()
  for (const [value, y] of [
    ['4,7k', 0],
    ['560', 1500],
  ] as const) {
    await page.evaluate((top) => window.scrollTo(0, top), y)
    await page.getByLabel('value of R5', { exact: true }).fill(value)
    await page.getByLabel('value of R5', { exact: true }).blur()
    await saved(page)
    const fresh = await context.newPage()
    await goTo(fresh, page.url())
    await expect(fresh.locator('#floor')).toContainText('Req')
    await expect.poll(async () => JSON.stringify(await rows(page))).toBe(JSON.stringify(await rows(fresh)))
    await fresh.close()
  }
})

test('no formula is cut off at the edge of the page: where there is no room beside its sheet it stands above', async ({
  page,
}) => {
  await openFormula(page, 'Long', 'R1 47 + (R2 82 + R3 33) // (R4 150 // R5 1k2 + R6 0R47) + R7 6k8 // R8 10k')
  for (const width of [1280, 1024, 390]) {
    await page.setViewportSize({ width, height: 800 })
    const formulas = page.locator('[data-words] [role=math]')
    await expect(formulas.first()).toBeVisible()
    const edges = () =>
      formulas.evaluateAll((all) => all.map((it) => it.getBoundingClientRect()).map(({ left, right }) => [left, right]))
    await expect.poll(async () => Math.min(...(await edges()).map(([left]) => left))).toBeGreaterThanOrEqual(0)
    await expect.poll(async () => Math.max(...(await edges()).map(([, right]) => right))).toBeLessThanOrEqual(width)
  }
})

test('by row a whole side of a row comes at once, in view below the bar', async ({ page }) => {
  await openSample(page, 'Dew strip, long')
  await page.getByRole('button', { name: 'Step', exact: true }).click()
  const bar = page.getByRole('toolbar', { name: 'One reveal at a time' })
  await bar.getByRole('button', { name: 'by row' }).click()
  await expect(bar).toContainText(/0 of \d+ shown; next the row/)
  const rows = Number(/of (\d+)/.exec((await bar.textContent()) ?? '')?.[1])
  for (let shown = 1; shown <= rows; shown++) {
    const next = /sheet (\d+) (down|up)/.exec((await bar.textContent()) ?? '')
    await page.keyboard.press('ArrowRight')
    if (shown < rows) await expect(bar).toContainText(`${shown} of ${rows} shown`)
    if (!next) continue
    const came = half(page, Number(next[1]), next[2] === 'down' ? 'reduce' : 'expand')
    const edges = () => came.evaluate((it) => [it.getBoundingClientRect().top, it.getBoundingClientRect().bottom])
    const barBottom = () => bar.evaluate((it) => it.getBoundingClientRect().bottom)
    await expect.poll(async () => (await edges())[0] >= (await barBottom())).toBe(true)
    await expect.poll(async () => (await edges())[1]).toBeLessThanOrEqual(800)
  }
  await expect(bar.getByRole('status')).toContainText('all is shown')
})

test.describe('the staircase', () => {
  const stairs = (page: Page) => page.getByRole('region', { name: 'Staircase' })
  const stair = (page: Page, name: string) => stairs(page).locator(`[data-stair="${name}"]`)
  const boxOf = async (page: Page, name: string) => {
    const box = await stair(page, name).locator('rect').boundingBox()
    if (!box) throw new Error(`${name} is drawn`)
    return box
  }

  test('steps and parts are pointed at together; it moves with the knob, and goes out as a picture', async ({
    page,
  }) => {
    await openFormula(page, 'Stairs', five)
    await expect(stairs(page).locator('[data-stair]')).toHaveCount(5)
    await expect(stairs(page).getByRole('group', { name: /^Staircase of potentials: node 1 at 12/ })).toBeVisible()
    await stairs(page).locator('[data-slides="R3"] text').first().hover()
    const first = '[data-row="0"][data-side="reduce"]'
    await expect(page.locator(`${first} [data-slides="R3"]`)).toHaveAttribute('data-pointed-at', '')
    await page.locator(`${first} [data-target="part-1"]`).focus()
    await page.mouse.move(640, 5)
    await expect(stair(page, 'R2')).toHaveAttribute('data-pointed-at', '')
    await expect(stair(page, 'R3')).not.toHaveAttribute('data-pointed-at', '')
    const narrow = await boxOf(page, 'R2')
    await stairs(page).getByLabel('width shows current').check()
    await expect.poll(async () => (await boxOf(page, 'R2')).width < narrow.width).toBe(true)
    for (const kind of ['SVG', 'PNG']) {
      const download = page.waitForEvent('download')
      await stairs(page)
        .getByRole('button', { name: `Export (${kind})` })
        .click()
      expect((await download).suggestedFilename()).toBe(`stairs-staircase.${kind.toLowerCase()}`)
    }
    await stairs(page)
      .getByRole('button', { name: /^R4: 640/ })
      .focus()
    await page.keyboard.press('Enter')
    await expect(page.locator('[data-thread-at]')).toHaveText('I(R4) = 640 mA')
    await page.keyboard.press('Escape')

    const before = await boxOf(page, 'R1')
    await take(page, shown(page, 'R1', 'reduce'))
    for (let i = 0; i < 5; i++) await page.keyboard.press('Shift+ArrowRight')
    await expect.poll(async () => (await boxOf(page, 'R1')).height > before.height * 1.3).toBe(true)
    await page.keyboard.press('Escape')
    // But for the line around what is pointed at.
    await expect.poll(async () => Math.abs((await boxOf(page, 'R1')).height - before.height) < 3).toBe(true)
    await page.getByRole('link', { name: 'Draw' }).click()
    await expect(page.locator('[data-board] [data-slides="R3"]')).toBeVisible()
    await stairs(page).locator('[data-slides="R3"] text').first().hover()
    await expect(page.locator('[data-board] [data-slides="R3"]')).toHaveAttribute('data-pointed-at', '')
  })

  test('a bridge is laid across, a dead end stands still, zero ohms have no step', async ({ page }) => {
    const parts = ['R1 A B 100', 'R2 A C 220', 'R3 B C 330', 'R4 B D 470', 'R5 C F 150', 'R6 F D 0', 'R7 B G 33']
    await openParts(page, 'Stairs of a bridge', ['E1 A D 10V', ...parts], { worksheet: { beyond: 'yes' } })
    // Far down it is drawn when one comes near.
    await page.getByRole('region', { name: 'Answers' }).scrollIntoViewIfNeeded()
    const [bridge, above] = [await boxOf(page, 'R3'), await boxOf(page, 'R1')]
    expect(Math.abs(bridge.y - above.y - above.height)).toBeLessThan(2)
    await expect(stair(page, 'R6').locator('rect')).toHaveCount(0)
    await expect(stair(page, 'R7')).toContainText('R7 0')
  })
})

test('a step and any formula are copied as plain text, LaTeX and picture', async ({ page }) => {
  await openSample(page, 'Dew strip, after the repair')
  await page.getByRole('button', { name: 'Copy sheet 0' }).click()
  const menu = page.getByRole('dialog', { name: 'Copy sheet 0' })
  await menu.getByRole('group', { name: 'Reducing' }).getByRole('button', { name: 'as text' }).click()
  const clipboard = () => page.evaluate(() => navigator.clipboard.readText())
  await expect.poll(clipboard).toMatch(/^Sheet 0\n.* in (series|parallel)\n/)
  await page.getByRole('button', { name: 'Copy sheet 0' }).press('Enter')
  await menu.getByRole('group', { name: 'Expanding' }).getByRole('button', { name: 'as LaTeX' }).press('Enter')
  await expect.poll(clipboard).toContain('\\begin{tikzpicture}')
  await page.getByRole('button', { name: 'Copy sheet 0' }).click()
  await menu.getByRole('group', { name: 'Reducing' }).getByRole('button', { name: 'picture' }).click()
  await expect
    .poll(() => page.evaluate(async () => (await navigator.clipboard.read()).flatMap(({ types }) => types)))
    .toContain('image/png')
  // A selection that begins within one formula and ends within another has both of them whole.
  await page.evaluate(() => {
    const [first, second] = document.querySelectorAll('[data-side=expand] [role=math] math')
    const range = document.createRange()
    range.setStart(first.querySelector('mi') as Element, 0)
    range.setEnd(second.querySelector('mi') as Element, 1)
    getSelection()?.removeAllRanges()
    getSelection()?.addRange(range)
  })
  await page.keyboard.press('Control+c')
  await expect.poll(clipboard).toMatch(/[VI]\[.+\] [=≈] .+ (V|mV|A|mA)/)
  expect((await clipboard()).match(/[VI]\[/g)?.length).toBeGreaterThanOrEqual(2)
})

test('typed into the palette and Enter at once: what is shown first is taken, however late it comes', async ({
  page,
}) => {
  await openSample(page, 'Dew strip, long')
  await page.route('**/api/logbook*', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 300))
    await route.continue()
  })
  const palette = page.getByRole('combobox', { name: 'Find a network or a command' })
  await page.keyboard.press('Control+k')
  await expect(palette).toBeFocused()
  await page.keyboard.type('tilt sensor\n')
  await expect(page.getByLabel('Title of the network')).toHaveValue('Tilt sensor bridge')
  await expect(page.getByText('No group is left: reduction stops here')).toBeVisible()
  await page.keyboard.press('Control+k')
  await expect(palette).toBeFocused()
  await page.keyboard.type('undo\n')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await expect(page.getByLabel('Title of the network')).toHaveValue('Tilt sensor bridge')
  await page.unrouteAll({ behavior: 'wait' })
})
