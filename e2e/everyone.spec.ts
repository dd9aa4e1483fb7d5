import type { Page } from '@playwright/test'
import { board, drawn, newBoard, stroke } from './board'
import { expectNoFaults, formulaField, goTo, half, openFormula, openSample, valueOn } from './helpers'
import { expect, test } from './test'

const five = 'R1 1.5 + (R2 10 + R3 20) // R4 15 + R5 1'
/** Small: what axe takes grows with all that stands on the page. */
const three = 'R1 1.5 + R2 10 // R3 15'
const ladder =
  'R1 47 + R2 4k7 // (R3 33 + R4 820 // (R5 1k2 + R6 3k3 // (R7 680 + R8 1k5 // (R9 2k2 + R10 560 // (R11 390 + R12 10k)))))'
const inARow = Array.from({ length: 12 }, (_, i) => `R${i + 1} ${i + 1}7`).join(' + ')
/** Lays the sheets as a line or a loop. */
async function lay(page: Page, how: 'line' | 'loop'): Promise<void> {
  await page.keyboard.press('Control+k')
  await page.keyboard.type(`sheets a ${how}\n`)
}
const sticksOut = (page: Page) =>
  page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)

test.describe('axe finds nothing, in light and in dark', () => {
  test('on the logbook, as cards and as a list, on tags, and on keys and palette', async ({ page }) => {
    await goTo(page, '/')
    await page.getByLabel('Search the logbook').fill('Dew strip')
    await expect(page.getByRole('heading', { name: 'Dew strip, short', exact: true })).toBeVisible()
    await expect(page.getByRole('heading', { name: 'Tilt sensor bridge', exact: true })).toHaveCount(0)
    await expectNoFaults(page)
    await page.getByRole('button', { name: 'Show a list' }).click()
    await page
      .getByRole('button', { name: /^Tags of/ })
      .first()
      .click()
    await expect(page.getByRole('dialog')).toBeVisible()
    await expectNoFaults(page)
    await page.keyboard.press('Escape')
    await page.keyboard.press('F1')
    await expectNoFaults(page, '[role=dialog]')
    await page.keyboard.press('Escape')
    await page.keyboard.press('Control+k')
    await expect(page.getByRole('group', { name: 'Networks' }).getByRole('option').first()).toBeVisible()
    await expectNoFaults(page, '[role=dialog]')
  })

  test('on the worksheet: parts list, a verdict, a thread, its ways, a knob, and a mistake', async ({ page }) => {
    await openFormula(page, 'Looked at', three)
    await page.getByRole('button', { name: 'Parts' }).click()
    await expect(page.getByRole('complementary', { name: 'Parts' })).toBeVisible()
    await page.getByRole('combobox', { name: 'kind of R1' }).click()
    await expectNoFaults(page, '[role=listbox]')
    await page.keyboard.press('Escape')
    await expectNoFaults(page, '[data-side-panel]')
    await page.keyboard.press('Escape')
    await page.locator('[data-target="part-1"]').first().click()
    await page.locator('[data-target="part-2"]').first().click()
    await expect(page.locator('[data-verdict]')).toBeVisible()
    await expectNoFaults(page)
    await valueOn(page, 0, 'reduce', 'R3').click()
    await page.getByRole('button', { name: 'Other values' }).click()
    await expect(page.locator('[data-knob]')).toBeFocused()
    await page.keyboard.press('Shift+ArrowUp')
    await expect(page.locator('[data-compared]')).toContainText('R3 = 16 Ω')
    await expectNoFaults(page, '[data-thread], [data-compared]')
    await page.keyboard.press('Enter')
    await valueOn(page, 0, 'expand', 'R3').click()
    await page.getByRole('button', { name: 'Other ways' }).click()
    await expectNoFaults(page, '[role=dialog]')
    await page.keyboard.press('Escape')
    await page.keyboard.press('Escape')
    await formulaField(page).fill('R1 (')
    await expect(page.getByRole('group', { name: 'The last good analysis' })).toBeVisible()
    await expectNoFaults(page, 'section[aria-label=Entry]')
  })

  test('on how it is worked, on trying with a slip and a hint, and at a bridge', async ({ page }) => {
    await openFormula(page, 'Tried', three)
    await page.getByRole('button', { name: 'Method' }).click()
    await expect(page.locator('[data-school-choice=parallel] [data-example]').first()).toBeVisible()
    await expectNoFaults(page, '[data-school]')
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: 'Try', exact: true }).click()
    for (const name of ['R1', 'R2'])
      await page
        .locator('[data-choice]')
        .getByRole('button', { name: new RegExp(`^${name}, `) })
        .click()
    await page.getByRole('button', { name: 'in series' }).click()
    await page.getByLabel('Their equivalent resistance').fill('11.5')
    await page.getByRole('button', { name: 'Check' }).click()
    await expect(page.locator('[data-slip]')).toBeVisible()
    await page.getByRole('button', { name: 'Where to look' }).click()
    await expect(page.locator('[data-hint]')).toBeVisible()
    await expectNoFaults(page, 'main')
    await openSample(page, 'Tilt sensor bridge')
    await expect(page.locator('[data-finding=bridge]')).toBeVisible()
    await expectNoFaults(page)
  })

  test('on the bench: readings that agree and do not, the stand-in, spread and ratings, runs side by side', async ({
    page,
  }) => {
    await openFormula(page, 'On the bench', three, '/bench')
    for (const [key, value] of [
      ['voltage E1', '12.02 V'],
      ['voltage R1', '1.1'],
      ['voltage R2', '3.21'],
    ]) {
      await page.locator(`[data-row="${key}"] [data-reading]`).fill(value)
      await page.locator(`[data-row="${key}"] [data-reading]`).press('Enter')
    }
    await expect(page.getByText(/^explains (all|\d) of 3/).first()).toBeVisible()
    await expectNoFaults(page)
    await page.getByRole('button', { name: 'Stand-in' }).click()
    await page.getByRole('button', { name: /^node 1/ }).focus()
    await page.keyboard.press('s')
    await expectNoFaults(page)
    await page.getByRole('button', { name: 'Spread and ratings' }).click()
    await expect(page.getByText('1,000,000 samples:')).toBeVisible()
    await expectNoFaults(page, 'main > div:nth-of-type(2)')
    await page.getByRole('button', { name: 'Compare' }).click()
    await expect(page.getByRole('region', { name: 'Runs compared' })).toBeVisible()
    await expectNoFaults(page, 'main > div:nth-of-type(2)')
  })

  test('on the board: a value typed, a choice, a node, the current’s path, stretched', async ({ page }) => {
    await openSample(page, 'Dew strip, after the repair', '/draw')
    await expect(drawn(page, 'R4')).toContainText('shorted')
    await page.keyboard.press('c')
    await page.keyboard.press('Control+a')
    await stroke(page, '4,6 8,6', null)
    await page.keyboard.type('33x')
    await expectNoFaults(page)
    await page.keyboard.press('Escape')
    await board(page).locator('[data-node="2"]').click()
    await expect(page.getByRole('form', { name: 'Node 3' })).toBeVisible()
    await expectNoFaults(page, '[role=dialog]')
    await page.keyboard.press('Escape')
    await page.keyboard.press('s')
    await expect(page.locator('[data-stretched]')).toBeVisible()
    await expectNoFaults(page, '[data-stretched]')
  })

  test('on the report and the task sheet, on earlier states, and side by side', async ({ page }) => {
    await openFormula(page, 'Handed in', 'R1 10 + R2 20 + R3 30', '/report')
    await expect(page.locator('[data-paper]')).toBeVisible()
    await expectNoFaults(page)
    await page.getByRole('radio', { name: 'Task sheet' }).click()
    await expectNoFaults(page, '[data-paper]')
    await page.getByRole('button', { name: 'Earlier states' }).click()
    await expect(page.getByRole('dialog')).toBeVisible()
    await expectNoFaults(page, '[role=dialog]')
    const { networks } = await (await page.request.get('/api/networks')).json()
    const ids = networks.slice(0, 2).map(({ id }: { id: string }) => id)
    await goTo(page, `/compare?ids=${ids.join()}`)
    await expect(page.getByRole('table')).toBeVisible()
    await expectNoFaults(page)
  })

  test('on practice: its kinds of task, progress and sheets', async ({ page }) => {
    // Solve; untangle a disguised picture; redraw.
    const codes = ['1PY4-VXAS-9KSR', '18GQ-M5MJ-8RPZ', '10GJ-7HK2-P262']
    for (const [i, code] of codes.entries()) {
      await goTo(page, `/practice?code=${code}`)
      await expect(page.locator('[data-task]')).toBeVisible()
      await expect(page.getByText('loading what you did here before')).toHaveCount(0)
      await expectNoFaults(page, i === 0 ? 'html' : '[data-task]')
    }
    await page.getByRole('button', { name: 'Sheet b' }).click()
    await expect(page.locator('[data-outcome] [data-saving]')).toHaveText('saved')
    for (const path of ['/practice/progress', '/practice/sheets']) {
      await goTo(page, path)
      await expect(page.getByRole('main')).toBeVisible()
      await expectNoFaults(page)
    }
  })
})

test('at 1280 × 800 a six-part problem, valley and answer, is on one screen; at 1024 × 700 nothing sticks out', async ({
  page,
}) => {
  await openFormula(page, 'Six', five)
  const answers = page.getByRole('region', { name: 'Answers' })
  await expect(answers.getByRole('row', { name: /^R5/ })).toBeVisible()
  expect(await answers.evaluate((it) => it.getBoundingClientRect().bottom)).toBeLessThanOrEqual(840)
  await page.setViewportSize({ width: 1024, height: 700 })
  for (const screen of ['Work', 'Draw', 'Bench', 'Report']) {
    await page.getByRole('link', { name: screen }).click()
    await expect(page.locator('main')).toContainText('R5')
    expect(await sticksOut(page), screen).toBe(0)
  }
})

test('twelve parts lie on their sheets without overlapping; sheet 0 fits its column, as a line or a loop', async ({
  page,
}) => {
  const nested = '1k + (2k2 + 3k3 // 4k7 + 560) // (6k8 + 8k2 // 9k1) + 470 // 680 // (1k2 + 1k5)'
  await openFormula(page, 'Twelve', nested)
  const clash = await half(page, 0, 'reduce')
    .locator('svg')
    .first()
    .evaluate((svg) => {
      const boxes = [...svg.querySelectorAll('text')]
        .map((text) => ({ text: text.textContent, box: text.getBoundingClientRect() }))
        .filter(({ text }) => /^[R\d].*[ΩR\d]/.test(text ?? ''))
      const lies = (a: DOMRect, b: DOMRect) =>
        a.left < b.right && b.left < a.right && a.top + 2 < b.bottom && b.top + 2 < a.bottom
      return boxes.flatMap(({ text, box }, i) =>
        boxes.slice(i + 1).flatMap((other) => (lies(box, other.box) ? [`${text} on ${other.text}`] : [])),
      )
    })
  expect(clash).toEqual([])
  for (const formula of [ladder, inARow]) {
    await openFormula(page, 'Twelve that fit', formula)
    const cards = page.locator('[data-row="0"] [data-sheet-card]')
    const spare = () => cards.evaluateAll((all) => all.map((card) => card.clientWidth - card.scrollWidth))
    await expect(cards).toHaveCount(2)
    expect(await spare()).toEqual([0, 0])
    await page.locator('main').focus()
    await lay(page, 'loop')
    await expect(cards.first().locator('[data-slides="E1"]')).toHaveCount(1)
    expect(await spare()).toEqual([0, 0])
    // Words have room beside a sheet, or stand above it.
    // What is out of sight has no layout by itself.
    await page.addStyleTag({ content: '.row-side { content-visibility: visible !important }' })
    const widths = await page
      .locator('[data-row] > div:first-child')
      .evaluateAll((all) => all.map((it) => it.clientWidth))
    expect(Math.min(...widths)).toBeGreaterThanOrEqual(220)
    await lay(page, 'line')
    await expect(cards.first().locator('[data-slides="E1"]')).toHaveCount(0)
  }
})

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 800 } })

  test('the valley is one column, the head two short rows, the framed group in sight, nothing lies on a sheet', async ({
    page,
  }) => {
    await openSample(page, 'Dew strip, short')
    await expect(page.locator('#floor')).toContainText('Req')
    const places = await page.locator('[data-row], #floor').evaluateAll((all) =>
      all
        .map((it) => ({ top: it.getBoundingClientRect().top, is: it.id || `${it.dataset.side} ${it.dataset.row}` }))
        .sort((a, b) => a.top - b.top)
        .map(({ is }) => is),
    )
    expect(places).toEqual(['reduce 0', 'reduce 1', 'reduce 2', 'floor', 'expand 2', 'expand 1', 'expand 0'])
    expect(await sticksOut(page)).toBe(0)
    await openFormula(page, 'Twelve in a pocket', ladder)
    expect(await page.locator('header').evaluate((it) => it.clientHeight)).toBeLessThanOrEqual(80)
    await expect(page.getByRole('button', { name: 'find a network or a command' })).toBeVisible()
    await expect(page.locator('header').getByText('Ctrl K')).toBeHidden()
    for (const mode of ['Worked', 'Step'] as const) {
      await page.getByRole('button', { name: mode, exact: true }).click()
      if (mode === 'Step') await page.keyboard.press('End')
      const frames = page
        .locator('[data-row] [data-sheet-card]')
        .filter({ has: page.locator('rect[stroke-dasharray]') })
      await expect(frames).not.toHaveCount(0)
      for (const card of await frames.all()) {
        await card.evaluate((it) => it.parentElement?.scrollIntoView({ block: 'center' }))
        await expect(card.locator('rect[stroke-dasharray]').first()).toBeInViewport({ ratio: 0.95 })
      }
    }
    // The bar of steps is the bottom of the screen, not a card over the sheets.
    const bar = await page.getByRole('toolbar', { name: 'One reveal at a time' }).boundingBox()
    expect(bar).toMatchObject({ x: 0, width: 390 })
    expect((bar?.y ?? 0) + (bar?.height ?? 0)).toBe(800)
  })

  test('on every other screen nothing sticks out, and on the board what is done with a part stands below it', async ({
    page,
  }) => {
    await newBoard(page, 'Board in a pocket')
    await drawn(page, 'E1').focus()
    await page.keyboard.press(' ')
    const toolbar = page.getByRole('toolbar', { name: 'Chosen parts' })
    const [area, tools, zoom] = await Promise.all(
      [board(page), toolbar, page.getByRole('group', { name: 'Zoom' })].map((it) => it.boundingBox()),
    )
    expect(tools?.y).toBeGreaterThanOrEqual((area?.y ?? 0) + (area?.height ?? 0) - 1)
    expect(zoom?.y).toBeGreaterThanOrEqual((area?.y ?? 0) + (area?.height ?? 0) - 1)
    expect(await sticksOut(page)).toBe(0)
    await openFormula(page, 'Pocket', five)
    await page.getByRole('button', { name: 'Try', exact: true }).click()
    await expect(page.locator('[data-choice]')).toBeVisible()
    expect(await sticksOut(page)).toBe(0)
    for (const path of ['/', '/practice?code=1PY4-VXAS-9KSR']) {
      await goTo(page, path)
      await expect(page.getByRole('main')).toBeVisible()
      expect(await sticksOut(page), path).toBe(0)
    }
  })
})

test('with reduced motion nothing moves', async ({ page }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' })
  await openSample(page, 'Dew strip, short')
  const moving = await page.evaluate(
    () =>
      [...document.querySelectorAll('*')].filter((it) => {
        const style = getComputedStyle(it)
        return style.transitionDuration.split(',').some((d) => parseFloat(d) > 0) && style.transitionProperty !== 'none'
      }).length,
  )
  expect(moving).toBe(0)
})
