import type { Locator, Page } from '@playwright/test'
import { openFormula, openParts, reload } from './helpers'
import { expect, test } from './test'

const formula = 'R1 1.5 + (R2 10 + R3 20) // R4 15 + R5 1'

/** What the words of a row ask hands to do. */
interface Asked {
  readonly meter: 'o' | 'v' | 'i'
  /** The lead to be lifted, by its name on the drawing. */
  readonly lift: RegExp | null
  readonly red: RegExp
  readonly black: RegExp
}

/** Reads what a row says of its leads, as a person does. */
function asked(key: string, words: string): Asked {
  const node = (label: string) => new RegExp(`^node ${label}\\b`)
  const alone = /lift the lead at node (\w+); one lead of the meter on node (\w+), the other on the free end/.exec(
    words,
  )
  if (alone) {
    const [, part] = key.split(' ')
    const lead = new RegExp(`^${part}’s lead at node ${alone[1]}: lift it`)
    return { meter: 'o', lift: lead, red: node(alone[2]), black: new RegExp(`^${part}’s free end`) }
  }
  const whole = /one lead on node (\w+), the other on node (\w+)/.exec(words)
  if (whole) return { meter: 'o', lift: null, red: node(whole[1]), black: node(whole[2]) }
  const broken = /at node (\w+): (?:lift (\w+)’s \S lead, |)red on the (node|free end)/.exec(words)
  if (broken) {
    const part = broken[2] ?? /lift (\w+)’s/.exec(words)?.[1]
    const ends = [node(broken[1]), new RegExp(`^${part}’s free end`)]
    const [red, black] = broken[3] === 'node' ? ends : ends.reverse()
    return { meter: 'i', lift: new RegExp(`^${part}’s lead at node ${broken[1]}: lift it`), red, black }
  }
  const across = /red on node (\w+), black on node (\w+)/.exec(words)
  if (!across) throw new Error(words)
  return { meter: 'v', lift: null, red: node(across[1]), black: node(across[2]) }
}

const bench = (page: Page) => page.getByRole('group', { name: /^The bench:/ })
const rowsOf = (page: Page) =>
  page.locator('[data-row]').evaluateAll((all) => all.map((it) => it.dataset.row as string))
const functions = { o: 'Ω', v: 'V', i: 'A' } as const

const node = (page: Page, label: string) =>
  bench(page)
    .getByRole('button', { name: new RegExp(`^node ${label}`) })
    .first()

async function middle(it: Locator): Promise<readonly [number, number]> {
  const box = await it.boundingBox()
  if (!box) throw new Error('nothing to drag')
  return [box.x + box.width / 2, box.y + box.height / 2]
}

/** Takes every row of the plan by what is pressed, and says what does not stand in its row then. */
async function takeAll(page: Page, press: (it: Locator) => Promise<void>): Promise<string[]> {
  const wrong: string[] = []
  const standIn = page.getByRole('region', { name: 'Stand-in bench' })
  for (const key of await rowsOf(page)) {
    const row = page.locator(`[data-row="${key}"]`)
    await press(row.locator('[data-reading]'))
    const words = await standIn.locator('[data-taken]').innerText()
    const { meter, lift, red, black } = asked(key, words)
    await press(standIn.getByRole('button', { name: 'Clear the bench' }))
    await press(standIn.getByRole('button', { name: functions[meter], exact: true }))
    await press(standIn.getByRole('button', meter === 'o' ? { name: 'in: take it out' } : { name: 'off', exact: true }))
    for (const it of [lift, red, black]) if (it) await press(bench(page).getByRole('button', { name: it }).first())
    const full = /· (.+) is the fullest/.exec(await standIn.getByText(/is the fullest that holds it/).innerText())
    await press(standIn.getByRole('button', { name: new RegExp(`^range ${full?.[1].replace(/\s/, '\\s')},`) }))
    await press(standIn.getByRole('button', { name: 'Write it down' }))
    const sign = row.getByRole('img').first()
    await expect(sign).toBeVisible()
    const said = (await sign.getAttribute('aria-label')) ?? ''
    if (!/^(agrees$|within |at the edge)/.test(said)) wrong.push(`${key}: ${said}`)
  }
  return wrong
}

const circuits = [
  ['E1 A C 9V', 'R1 A B 330', 'R2 B C 820'],
  ['E1 A B 5V', 'R1 A B 470', 'R2 A B 1k'],
  ['E1 A C 12V', 'R1 A B 150', 'A1 B D', 'R2 D C 330'],
]

test('by mouse every row of three plans is taken on the stand-in, as its words say', async ({ page }) => {
  for (const parts of circuits) {
    await openParts(page, `By mouse ${parts.length} ${parts[1]}`, parts, {}, '/bench')
    expect(await takeAll(page, (it) => it.click())).toEqual([])
    await expect(page.getByRole('status').filter({ hasText: 'read' }).first()).toHaveText(
      /^(\d+) of \1 read · \1 agree$/,
    )
  }
})

test.describe('with a finger', () => {
  test.use({ hasTouch: true, viewport: { width: 420, height: 860 } })
  test('every row is taken on the stand-in, and a jumper drawn', async ({ page }) => {
    await openParts(page, 'By touch', circuits[0], {}, '/bench')
    expect(await takeAll(page, (it) => it.tap())).toEqual([])
    await page.getByRole('button', { name: 'Clear the bench' }).tap()
    const client = await page.context().newCDPSession(page)
    const [from, to] = [await middle(node(page, '3')), await middle(node(page, '2'))]
    const at = (part: number) => [{ x: from[0] + part * (to[0] - from[0]), y: from[1] + part * (to[1] - from[1]) }]
    await client.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: at(0) })
    for (const part of [0.3, 0.6, 1])
      await client.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: at(part) })
    await client.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] })
    await bench(page).getByRole('button', { name: 'take this jumper out' }).tap()
    await expect(bench(page).getByRole('button', { name: 'take this jumper out' })).toHaveCount(0)
  })
})

test('by keys alone every row is taken; what is written is kept; a flag is dragged, a jumper drawn', async ({
  page,
}) => {
  await openParts(page, 'By keys', circuits[0], {}, '/bench')
  const field = (key: string) => page.locator(`[data-row="${key}"] [data-reading]`)
  /** Walks the points of the bench until one of them has the focus. */
  const walkTo = async (name: RegExp) => {
    const label = () => page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? '')
    for (let i = 0; i < 40 && !name.test(await label()); i++) await page.keyboard.press('ArrowRight')
    expect(await label()).toMatch(name)
  }
  await bench(page).getByRole('button').first().focus()
  for (const key of await rowsOf(page)) {
    const words = await page.locator('[data-taken]').innerText()
    const { meter, lift, red, black } = asked(key, words)
    // What lies there is put away, then laid as the words say.
    for (const up of await bench(page).locator('[data-put-back]').all()) {
      await up.focus()
      await page.keyboard.press('Enter')
    }
    await bench(page).getByRole('button', { name: /^node/ }).first().focus()
    await page.keyboard.press(meter)
    if (key === 'resistance E1') await page.keyboard.press('x')
    if (key === 'voltage E1') for (const it of ['x', 's']) await page.keyboard.press(it)
    for (const [name, done] of [
      [lift, 'Enter'],
      [red, 'r'],
      [black, 'b'],
    ] as const)
      if (name) {
        await walkTo(name)
        await page.keyboard.press(done)
      }
    for (let i = 0; i < 8; i++) await page.keyboard.press('[')
    while ((await page.getByLabel('The meter shows').innerText()) === 'over') await page.keyboard.press(']')
    await page.keyboard.press('n')
    await expect(field(key)).not.toHaveValue('')
  }
  // The red lead is dragged from where it lies to node 1, a jumper drawn from there to node 3 and taken out again.
  await page.getByRole('button', { name: 'Clear the bench' }).click()
  await page.mouse.move(...(await middle(page.locator('[data-flag=red] path'))))
  await page.mouse.down()
  await page.mouse.move(...(await middle(node(page, '1'))), { steps: 6 })
  await page.mouse.up()
  await expect(bench(page).getByRole('button', { name: 'node 1, the red lead on it' })).toBeVisible()
  await page.mouse.move(...(await middle(node(page, '2'))))
  await page.mouse.down()
  await page.mouse.move(...(await middle(node(page, '3'))), { steps: 6 })
  await page.mouse.up()
  await bench(page).getByRole('button', { name: 'take this jumper out' }).click()
  await expect(bench(page).getByRole('button', { name: 'take this jumper out' })).toHaveCount(0)
  await expect(page.getByRole('region', { name: 'Entry' }).locator('[data-saving]')).toHaveText('saved')
  const read = await field('voltage R2').inputValue()
  await reload(page)
  await expect(field('voltage R2')).toHaveValue(read)
})

test('spread and ratings: limits, a million samples, who matters, a wish, and what runs hot', async ({ page }) => {
  await openFormula(page, 'Spread', formula, '/bench')
  await page.getByRole('button', { name: 'Spread and ratings' }).click()
  const spread = page.getByRole('region', { name: 'Spread', exact: true })
  await expect(spread).toContainText(/from 11\.88\sΩ \(−5\.00 %\) to 13\.13\sΩ \(\+5\.00 %\)/)
  await expect(spread.getByText('1,000,000 samples:')).toBeVisible()
  await expect(spread.getByRole('figure', { name: /^Histogram of Req/ })).toBeVisible()
  await expect(spread.getByRole('figure', { name: /^Shares of the spread: R4 82\.5 %/ })).toBeVisible()
  await spread.getByLabel('at least').fill('12.5')
  await expect(spread).toContainText(/: (49|50)\.\d+ % of the samples are inside/)
  await spread.getByLabel(/^It must stay within/).fill('4')
  await expect(spread.getByText(/^Tighten R4 from 5 % to/)).toBeVisible()
  await expect(spread.getByRole('row', { name: /^R4 6\.14/ })).toContainText('no rating')
  // Cancelled as soon as it can be: it takes less time than a hand.
  await page.getByLabel('Of which value').click()
  await page.getByRole('option', { name: 'I of R4' }).evaluate(async (option: HTMLElement) => {
    option.focus()
    option.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }))
    const button = () => document.querySelector<HTMLElement>('[data-sampling] button')
    while (!button()) await new Promise((done) => setTimeout(done, 1))
    button()?.click()
  })
  await expect(spread.getByRole('button', { name: 'Cancel' })).toHaveCount(0)
  await expect(spread).not.toContainText('1,000,000 samples:')
})
