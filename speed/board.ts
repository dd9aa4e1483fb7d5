import type { Page } from '@playwright/test'
import { randomNetwork } from '../test/randomNetwork'
import { median, time, type Row } from './measure'
import { openPage, whileServed } from './served'

/** The drawing board in a browser: a part dragged, and a value typed. */
export function boardRows(): Promise<Row[]> {
  return whileServed(async ({ browser, addressOf }) => {
    const rows: Row[] = []
    for (const parts of [20, 60, 300] as const) {
      const page = await openPage(browser)
      await page.goto(`${await addressOf(randomNetwork(11, parts))}/draw`, { waitUntil: 'networkidle' })
      await page.locator('[data-part="R1"]').waitFor()
      await page.waitForTimeout(2000) // until nothing more is being worked out elsewhere
      const frame = await dragTime(page)
      rows.push({
        what: `a part of ${parts} dragged by a peg: script, style and layout of a frame`,
        measured: time(frame),
        wanted: parts === 60 ? '≤ 8 ms' : '',
        holds: parts === 60 ? frame <= 8 : null,
      })
      const edit = await valueTime(page)
      const most = { 20: null, 60: 40, 300: 100 }[parts]
      rows.push({
        what: `a value typed on the board of ${parts} parts → nodes, findings and stretched sheet painted`,
        measured: time(edit),
        wanted: most === null ? '' : `≤ ${most} ms`,
        holds: most === null ? null : edit <= most,
      })
      await page.close()
    }
    return rows
  })
}

/** Drags a resistor to and fro, a peg at a time, so that every move draws the board anew. */
async function dragTime(page: Page): Promise<number> {
  const grip = page.locator('[data-part="R1"] [data-symbol]')
  const box = await grip.boundingBox()
  if (!box) throw new Error('R1 is not on the screen')
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x + 20, y + 20)
  const times = await page.evaluate(
    async ([left, top]) => {
      const board = document.querySelector('[role=application]')
      if (!board) throw new Error('no board')
      // What moves is drawn in a layer of its own, by another element.
      const line = () => document.querySelector('[data-part="R1"] polyline')?.getAttribute('points')
      const taken: number[] = []
      for (let i = 0; i < 60; i++) {
        const before = line()
        const start = performance.now()
        const to = { clientX: left + (i % 2 ? 0 : 60), clientY: top + (i % 2 ? 0 : 60) }
        board.dispatchEvent(new PointerEvent('pointermove', { bubbles: true, pointerId: 1, ...to }))
        while (line() === before) {
          if (performance.now() > start + 2000) throw new Error('nothing is being dragged')
          await new Promise<void>((done) => {
            const { port1, port2 } = new MessageChannel()
            port1.onmessage = () => done()
            port2.postMessage(null)
          })
        }
        board.getBoundingClientRect()
        taken.push(performance.now() - start)
        // The next move begins when this one is painted.
        await window.painted()
      }
      return taken.slice(10)
    },
    [x, y] as const,
  )
  await page.keyboard.press('Escape')
  await page.mouse.up()
  return median(times)
}

/** Types values at a resistor and takes the median time from Enter until its new stretched sheet is painted. */
async function valueTime(page: Page): Promise<number> {
  const times: number[] = []
  for (let i = 0; i < 20; i++) {
    await page.locator('[data-part="R2"]').focus()
    await page.keyboard.press('Enter')
    const field = page.getByLabel(/^Value: a resistance/)
    await field.fill(String(200 + i))
    const taken = await field.evaluate(async (input) => {
      const sheet = document.querySelector('[aria-label="Stretched"]')
      const before = sheet?.textContent
      const start = performance.now()
      input.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true }))
      while (sheet?.textContent === before && performance.now() < start + 5000)
        await new Promise((done) => requestAnimationFrame(done))
      await window.painted()
      return performance.now() - start
    })
    if (i >= 5) times.push(taken)
    await page.waitForTimeout(200)
  }
  return median(times)
}
