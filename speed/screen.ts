import type { Locator, Page } from '@playwright/test'
import { randomNetwork } from '../test/randomNetwork'
import { median, time, type Row } from './measure'
import { openPage, whileServed } from './served'

/** What a browser sees: JavaScript of the first load of Work, and the time from a keystroke to the painted valley. */
export function screenRows(): Promise<Row[]> {
  return whileServed(async ({ browser, addressOf }) => {
    const page = await openPage(browser)
    const bytes = await scriptBytes(page, await addressOf(randomNetwork(11, 20)))
    const thread = await threadTime(page)
    const frames = await knobTimes(page)
    const edits = [
      { painted: 'the new valley', edit: await editTime(page, '[data-row="0"][data-side="reduce"]') },
      { painted: 'the new answers, where one is there,', edit: await editTime(page, '[aria-label="Answers"]') },
    ]
    return [
      {
        what: 'first load of Work: JavaScript, compressed',
        measured: `${(bytes / 1024).toFixed(0)} kB`,
        wanted: '≤ 250 kB',
        holds: bytes <= 250 * 1024,
      },
      {
        what: 'a value of a 20-part network pointed at → its thread painted',
        measured: time(thread),
        wanted: '≤ 33 ms',
        holds: thread <= 33,
      },
      ...frames.map(({ at, frame }) => ({
        what: `a knob of a 20-part network turned, ${at} on the screen: script, style and layout of a frame`,
        measured: time(frame),
        wanted: '≤ 16 ms',
        holds: frame <= 16,
      })),
      ...edits.map(({ painted, edit }) => ({
        what: `a value of a 20-part network typed → ${painted} painted`,
        measured: time(edit),
        wanted: '≤ 33 ms',
        holds: edit <= 33,
      })),
    ]
  })
}

async function scriptBytes(page: Page, address: string): Promise<number> {
  const client = await page.context().newCDPSession(page)
  await client.send('Network.enable')
  const scripts = new Set<string>()
  let bytes = 0
  client.on('Network.responseReceived', ({ requestId, type }) => type === 'Script' && scripts.add(requestId))
  client.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (scripts.has(requestId)) bytes += encodedDataLength
  })
  await page.goto(address, { waitUntil: 'load' })
  await page.waitForTimeout(2000)
  return bytes
}

/** Types values into the parts list and takes the median time until the frame with what is watched, where that is, is painted. */
async function editTime(page: Page, watched: string): Promise<number> {
  const cell = page.getByLabel('value of R1', { exact: true })
  if (!(await cell.isVisible())) await page.getByRole('button', { name: 'Parts' }).click()
  await cell.waitFor()
  await page.locator(watched).scrollIntoViewIfNeeded()
  await page.waitForTimeout(300)
  const times: number[] = []
  for (let i = 0; i < 30; i++) {
    const taken = await cell.evaluate(
      async (input: HTMLInputElement, [value, selector]) => {
        const place = document.querySelector(selector)
        const before = place?.textContent
        const start = performance.now()
        Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set?.call(input, value)
        input.dispatchEvent(new InputEvent('input', { bubbles: true }))
        await Promise.resolve() // React is done by now
        while (place?.textContent === before && performance.now() < start + 5000)
          await new Promise((done) => requestAnimationFrame(done))
        await window.painted()
        return performance.now() - start
      },
      [String(100 + i), watched],
    )
    if (i >= 10) times.push(taken)
    await page.waitForTimeout(300)
  }
  return median(times)
}

/** Points at the values of the first sheet and takes the median time until the frame with the thread is painted. */
async function threadTime(page: Page): Promise<number> {
  const values = page.locator('[data-row="0"][data-side="expand"] svg [data-line]')
  await values.first().click()
  await page.locator('[data-strand]').waitFor()
  const times: number[] = []
  const count = await values.count()
  for (let i = 1; i < 30; i++) {
    const taken = await values.nth(i % count).evaluate(async (value) => {
      const drawn = () => document.querySelector('[data-strand] path')?.getAttribute('d')
      const before = drawn()
      const start = performance.now()
      value.dispatchEvent(new MouseEvent('click', { bubbles: true }))
      await Promise.resolve()
      while (drawn() === before && performance.now() < start + 5000)
        await new Promise((done) => requestAnimationFrame(done))
      await window.painted()
      return performance.now() - start
    })
    if (i >= 5) times.push(taken)
    await page.waitForTimeout(100)
  }
  await page.keyboard.press('Escape')
  return median(times)
}

/** Turns a resistor by keys and takes the median time of what happens before the frame is painted, at both ends of the page. */
async function knobTimes(page: Page) {
  // The staircase follows, too, once it is drawn.
  await page.getByRole('region', { name: 'Answers' }).scrollIntoViewIfNeeded()
  const staircase = page.locator('[data-staircase]')
  await staircase.waitFor()
  await page.locator('[data-row="0"][data-side="reduce"] svg [data-line]').first().click()
  await page.getByRole('button', { name: 'Other values' }).click()
  const knob = page.locator('[data-knob]')
  await knob.waitFor()
  const atSheet = await turnTime(page, knob)
  await staircase.scrollIntoViewIfNeeded()
  const atStairs = await turnTime(page, knob)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  return [
    { at: 'the first sheet', frame: atSheet },
    { at: 'the staircase', frame: atStairs },
  ]
}

async function turnTime(page: Page, knob: Locator): Promise<number> {
  const times: number[] = []
  for (let i = 0; i < 40; i++) {
    const taken = await knob.evaluate(async (slider) => {
      await new Promise((done) => requestAnimationFrame(done))
      const start = performance.now()
      slider.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true }))
      await Promise.resolve() // React is done by now
      document.body.getBoundingClientRect()
      return performance.now() - start
    })
    if (i >= 10) times.push(taken)
    await page.waitForTimeout(20)
  }
  return median(times)
}
