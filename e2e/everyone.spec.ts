import { expect, test } from '@playwright/test'
import { board, drawn, stroke } from './board'
import { expectNoFaults, formulaField, newNetwork, openNetwork, search, waysTo } from './helpers'

for (const colorScheme of ['light', 'dark'] as const) {
  test.describe(colorScheme, () => {
    test.use({ colorScheme })
    test('axe finds nothing on the logbook', async ({ page }) => {
      await search(page, 'Dew strip')
      await expect(page.getByRole('heading', { name: 'Dew strip, short', exact: true })).toBeVisible()
      await expectNoFaults(page)
    })
    test('axe finds nothing on the worksheet, its parts list, a verdict, the ways to a value, and a mistake', async ({
      page,
    }) => {
      test.slow() // four analyses of a full screen
      await openNetwork(page, 'Dew strip, after the repair')
      await page.keyboard.press('p')
      await page.locator('[data-target="part-1"]').first().click()
      await page.locator('[data-target="part-2"]').first().click()
      await expectNoFaults(page)
      await waysTo(page, page.locator('[data-target="value-1-0"]').last())
      await expectNoFaults(page, '[role=dialog]')
      await page.keyboard.press('Escape')
      await page.keyboard.press('Escape')
      await formulaField(page).fill('R1 (')
      await expect(page.getByRole('group', { name: 'The last good analysis' })).toBeVisible()
      await expectNoFaults(page)
    })
    test('axe finds nothing on the bench: readings that agree and do not, the stand-in, spread and ratings', async ({
      page,
    }) => {
      test.slow() // three analyses of a full screen
      await newNetwork(page, `On the bench, ${colorScheme}`, 'R1 1.5 + (R2 10 + R3 20) // R4 15 + R5 1')
      await page.getByRole('link', { name: 'Bench' }).click()
      for (const [name, value] of [
        ['E1', '12.02 V'],
        ['R1', '1.1'],
        ['R2', '3.21'],
      ]) {
        await page.getByLabel(`${name}, read`, { exact: true }).first().fill(value)
        await page.getByLabel(`${name}, read`, { exact: true }).first().press('Enter')
      }
      await expect(page.getByText(/^explains (all|\d) of 3/).first()).toBeVisible()
      await page.getByRole('button', { name: /^node 1/ }).focus()
      await page.keyboard.press('s')
      await expectNoFaults(page)
      await page.getByRole('button', { name: 'Spread and ratings' }).click()
      await expect(page.getByText('1,000,000 samples:')).toBeVisible()
      await expectNoFaults(page)
      await page.getByRole('button', { name: 'Compare' }).click()
      await expect(page.getByRole('region', { name: 'Runs side by side' })).toBeVisible()
      await expectNoFaults(page)
    })
    test('axe finds nothing on the report, earlier states, the list, tags, what is put together, and side by side', async ({
      page,
    }) => {
      test.slow() // six analyses of a full screen
      await newNetwork(page, `Handed in, ${colorScheme}`, 'R1 10 + R2 20 + R3 30')
      await formulaField(page).fill('R1 10 + R2 25')
      await expect(page.locator('[data-saving]')).toHaveText('saved')
      await page.getByRole('link', { name: 'Report' }).click()
      await expect(page.locator('[data-paper]')).toBeVisible()
      await expectNoFaults(page)
      await page.getByRole('radio', { name: 'Task sheet' }).click()
      await expectNoFaults(page, '[data-paper]')
      await page.getByRole('button', { name: 'Earlier states' }).click()
      await expect(page.getByRole('dialog')).toContainText('R3 30 Ω taken out')
      await expectNoFaults(page, '[role=dialog]')
      await search(page, `Handed in, ${colorScheme}`)
      await page.getByRole('button', { name: 'Show a list' }).click()
      await expectNoFaults(page)
      await page.getByRole('button', { name: /^Tags of Handed in/ }).click()
      await expectNoFaults(page, '[role=dialog]')
      await page.keyboard.press('Escape')
      await page.getByRole('button', { name: /^Duplicate Handed in/ }).click()
      await page
        .getByRole('link', { name: /side by side with those made from it/ })
        .first()
        .click()
      await expect(page.getByRole('table')).toBeVisible()
      await expectNoFaults(page)
    })
    test('axe finds nothing on the board: a value typed, a choice, a node, the current’s path, stretched', async ({
      page,
    }) => {
      test.slow() // three analyses of a full screen
      await openNetwork(page, 'Dew strip, after the repair')
      await page.getByRole('link', { name: 'Draw' }).click()
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
      await expectNoFaults(page)
    })
    test('axe finds nothing on how it is worked, on trying with a slip and a hint, on stepping', async ({ page }) => {
      await openNetwork(page, 'Dew strip, short')
      await page.keyboard.press('h')
      await expect(page.locator('[data-school-choice=parallel] [data-example]').first()).toBeVisible()
      await expectNoFaults(page, '[data-school]')
      await page.keyboard.press('t')
      const part = (name: string) =>
        page.locator('[data-choice]').getByRole('button', { name: new RegExp(`^${name}, `) })
      await part('R1').click()
      await part('R4').click()
      await page.getByRole('button', { name: 'in series' }).click()
      await page.getByLabel('Their equivalent resistance').fill('16.5')
      await page.getByRole('button', { name: 'Check' }).click()
      await expect(page.locator('[data-slip]')).toBeVisible()
      await page.keyboard.press('i')
      await expect(page.locator('[data-hint]')).toBeVisible()
      await expectNoFaults(page, 'main')
      await page.keyboard.press('s')
      await page.keyboard.press('ArrowRight')
      await page.keyboard.press('ArrowRight')
      await expectNoFaults(page, 'main')
    })
    test('axe finds nothing on a bridge, the keys and the palette', async ({ page }) => {
      await openNetwork(page, 'Tilt sensor bridge')
      await expectNoFaults(page)
      await page.keyboard.press('?')
      await expectNoFaults(page, '[role=dialog]')
      await page.keyboard.press('Escape')
      await page.keyboard.press('Control+k')
      await expect(page.getByRole('group', { name: 'Networks' }).getByRole('option').first()).toBeVisible()
      await expectNoFaults(page, '[role=dialog]')
    })
  })
}

test('on a phone the valley is one column, down and then up, and nothing sticks out', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 800 })
  await openNetwork(page, 'Dew strip, short')
  const places = await page
    .locator('[data-row], #floor')
    .evaluateAll((all) =>
      all.map(
        (it) =>
          `${it.id || `${it.getAttribute('data-side')} ${it.getAttribute('data-row')}`}@${it.getBoundingClientRect().top}`,
      ),
    )
  const inOrder = [...places]
    .sort((a, b) => Number(a.split('@')[1]) - Number(b.split('@')[1]))
    .map((place) => place.split('@')[0])
  expect(inOrder).toEqual(['reduce 0', 'reduce 1', 'reduce 2', 'floor', 'expand 2', 'expand 1', 'expand 0'])
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
})

test('at 1280 × 800 a six-resistor problem, valley and answer, is on one screen', async ({ page }) => {
  await newNetwork(page, 'Six', 'R1 1.5 + (R2 10 + R3 20) // R4 15 + R5 1')
  const bottom = await page.getByRole('region', { name: 'Answers' }).evaluate((it) => it.getBoundingClientRect().bottom)
  expect(bottom).toBeLessThanOrEqual(840)
})

test('twelve parts lie on their sheets without overlapping', async ({ page }) => {
  await newNetwork(page, 'Twelve', '1k + (2k2 + 3k3 // 4k7 + 560) // (6k8 + 8k2 // 9k1) + 470 // 680 // (1k2 + 1k5)')
  const clash = await page
    .locator('[data-row="0"] svg')
    .first()
    .evaluate((svg) => {
      const boxes = [...svg.querySelectorAll('text')]
        .map((text) => ({ text: text.textContent, box: text.getBoundingClientRect() }))
        .filter(({ text }) => /^[R\d].*[ΩR\d]/.test(text ?? ''))
      return boxes.flatMap(({ text, box }, i) =>
        boxes
          .slice(i + 1)
          .filter(
            ({ box: other }) =>
              box.left < other.right &&
              other.left < box.right &&
              box.top + 2 < other.bottom &&
              other.top + 2 < box.bottom,
          )
          .map((other) => `${text} on ${other.text}`),
      )
    })
  expect(clash).toEqual([])
})

const twelve = {
  ladder:
    'R1 47 + R2 4k7 // (R3 33 + R4 820 // (R5 1k2 + R6 3k3 // (R7 680 + R8 1k5 // (R9 2k2 + R10 560 // (R11 390 + R12 10k)))))',
  'in a row': Array.from({ length: 12 }, (_, i) => `R${i + 1} ${i + 1}7`).join(' + '),
}

test('sheet 0 of twelve resistors fits its column, stretched or as a closed loop, on both sides', async ({ page }) => {
  for (const [name, formula] of Object.entries(twelve)) {
    await newNetwork(page, `Twelve ${name}`, formula)
    const cards = page.locator('[data-row="0"] [data-sheet-card]')
    const spare = () => cards.evaluateAll((all) => all.map((card) => card.clientWidth - card.scrollWidth))
    await expect(cards).toHaveCount(2)
    expect(await spare()).toEqual([0, 0])
    await page.locator('main').focus()
    await page.keyboard.press('l')
    await expect(cards.first().locator('[data-slides="E1"]')).toHaveCount(1)
    expect(await spare()).toEqual([0, 0])
    // Words have room beside a sheet, or stand above it.
    const widths = await page
      .locator('[data-row] > div:first-child')
      .evaluateAll((all) => all.map((it) => it.clientWidth))
    expect(Math.min(...widths)).toBeGreaterThanOrEqual(220)
    await page.keyboard.press('l')
    await expect(cards.first().locator('[data-slides="E1"]')).toHaveCount(0)
  }
})

test('on a phone the head is two short rows, the framed group is in sight, and nothing lies on a sheet', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 800 })
  await newNetwork(page, 'Twelve in a pocket', twelve.ladder)
  expect(await page.locator('header').evaluate((it) => it.clientHeight)).toBeLessThanOrEqual(80)
  await expect(page.getByRole('button', { name: 'find a network or a command' })).toBeVisible()
  await expect(page.locator('header').getByText('Ctrl K')).toBeHidden()
  for (const mode of ['Worked', 'Step'] as const) {
    await page.getByRole('button', { name: mode, exact: true }).click()
    if (mode === 'Step') await page.keyboard.press('End')
    const frames = page.locator('[data-row] [data-sheet-card]').filter({ has: page.locator('rect[stroke-dasharray]') })
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
  // On the board, what is done with a part stands below the drawing.
  await page.getByRole('link', { name: 'Draw' }).click()
  await drawn(page, 'R1').focus()
  await page.keyboard.press(' ')
  const [area, tools, zoom] = await Promise.all(
    [board(page), page.getByRole('toolbar', { name: 'Chosen parts' }), page.getByRole('group', { name: 'Zoom' })].map(
      (it) => it.boundingBox(),
    ),
  )
  expect(tools?.y).toBeGreaterThanOrEqual((area?.y ?? 0) + (area?.height ?? 0) - 1)
  expect(zoom?.y).toBeGreaterThanOrEqual((area?.y ?? 0) + (area?.height ?? 0) - 1)
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
})

test('with reduced motion nothing moves', async ({ page }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' })
  await openNetwork(page, 'Dew strip, short')
  const moving = await page.evaluate(
    () =>
      [...document.querySelectorAll('*')].filter((it) => {
        const style = getComputedStyle(it)
        return style.transitionDuration.split(',').some((d) => parseFloat(d) > 0) && style.transitionProperty !== 'none'
      }).length,
  )
  expect(moving).toBe(0)
})
