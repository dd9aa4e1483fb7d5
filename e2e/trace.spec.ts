import type { Page } from '@playwright/test'
import { projectionOf } from '../src/core/entry'
import { project } from '../test/projected'
import { board, newBoard, screenOf, stroke } from './board'
import { reload, savedDocument } from './helpers'
import { expect, test } from './test'

/** Where the nodes of the photographed network lie on the board once it is straight. */
const nodes = {
  a: { x: 4, y: 4 },
  b: { x: 10, y: 4 },
  c: { x: 16, y: 4 },
  d: { x: 16, y: 9 },
  e: { x: 4, y: 9 },
} as const

type Place = { readonly x: number; readonly y: number }
type Quad = readonly [Place, Place, Place, Place]

/**
 * A photograph of a network on paper, made by us: turned, seen at a slant, lit from one side, a little blurred. With where four of
 * its nodes lie on it.
 */
async function photograph(page: Page): Promise<{ readonly bytes: Buffer; readonly seen: Quad; readonly size: Place }> {
  const size = { x: 900, y: 640 }
  const camera = await page.context().newPage()
  await camera.setViewportSize({ width: size.x, height: size.y })
  const at = (name: keyof typeof nodes) => `${nodes[name].x * 34 - 60},${nodes[name].y * 34 - 40}`
  const mark = (name: keyof typeof nodes) => {
    const [x, y] = at(name).split(',')
    return `<circle id="${name}" cx="${x}" cy="${y}" r="3"/>`
  }
  await camera.setContent(`
    <body style="margin:0;background:linear-gradient(110deg,#7d6a4d,#c9b48a 60%,#5c4a35)">
      <div style="perspective:1100px;width:${size.x}px;height:${size.y}px;filter:blur(.4px)">
        <svg width="560" height="380" viewBox="0 0 560 380" style="margin:110px 150px;background:linear-gradient(75deg,#fffbe9,#bfb59b);transform:rotateX(24deg) rotateY(-14deg) rotateZ(9deg)"
          fill="none" stroke="#223" stroke-width="3" font-family="serif" font-size="22">
          <polyline points="${at('e')} ${at('a')} ${at('c')} ${at('d')} ${at('e')}"/>
          ${(['a', 'b', 'c', 'd', 'e'] as const).map(mark).join('')}
          <g fill="#fff9e5"><rect x="150" y="85" width="60" height="24"/><rect x="354" y="85" width="60" height="24"/><rect x="472" y="150" width="24" height="60"/></g>
          <g fill="#223" stroke="none"><text x="150" y="75">100</text><text x="354" y="75">220</text><text x="430" y="190">330</text><text x="20" y="190">13 V</text></g>
        </svg>
      </div>
      <div style="position:fixed;inset:0;background:linear-gradient(200deg,#0006,#fff2 45%,#0004)"></div>
    </body>`)
  const seen = await camera.evaluate(() =>
    ['a', 'c', 'd', 'e'].map((name) => {
      const { x, y, width, height } = (document.getElementById(name) as Element).getBoundingClientRect()
      return { x: x + width / 2, y: y + height / 2 }
    }),
  )
  const bytes = await camera.screenshot({ type: 'jpeg', quality: 80 })
  await camera.close()
  return { bytes, seen: seen as unknown as Quad, size }
}

const picture = (page: Page) => board(page).getByAltText('What is traced')
test('a photograph is laid under the pegs, straightened by its corners, and traced into a network that solves right', async ({
  page,
}) => {
  const photo = await photograph(page)
  await newBoard(page, 'From a photograph')
  await page.getByLabel('A photograph or scan to trace').setInputFiles({
    name: 'IMG_0001.jpg',
    mimeType: 'image/jpeg',
    buffer: photo.bytes,
  })
  await expect(picture(page)).toBeVisible()
  // Where its corners have to lie for its nodes to lie on the pegs.
  const straight = projectionOf(photo.seen, [nodes.a, nodes.c, nodes.d, nodes.e])
  if (!straight) throw new Error('four nodes of a photograph have a map')
  const frame = [
    { x: 0, y: 0 },
    { x: photo.size.x, y: 0 },
    { x: photo.size.x, y: photo.size.y },
    { x: 0, y: photo.size.y },
  ].map((corner) => project(straight, corner))
  // The corners lie beyond what is seen at first.
  for (let i = 0; i < 4; i++) await page.getByRole('button', { name: 'Zoom out' }).click()
  // One by one, each as far as the picture does not fold over; the second round brings all of them home.
  for (let round = 0; round < 2; round++)
    for (const [i, corner] of frame.entries()) {
      const handle = page.locator(`[data-corner="${i}"]`)
      const from = await handle.boundingBox()
      if (!from) throw new Error('a corner is there')
      const to = await screenOf(page, corner)
      await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2)
      await page.mouse.down()
      await page.mouse.move(to.x, to.y, { steps: 6 })
      await page.mouse.up()
    }
  const corners = (await savedDocument(page)).sketch?.trace?.corners ?? []
  expect(corners).toHaveLength(4)
  corners.forEach(([x, y], i) => {
    expect(Math.hypot(x - frame[i].x, y - frame[i].y)).toBeLessThan(0.15)
  })
  await page.getByRole('button', { name: 'Lock it and draw' }).click()
  await page.getByRole('button', { name: 'Show the whole drawing' }).first().click()
  await expect(picture(page)).toHaveCSS('opacity', '0.5')

  // Traced: strokes along what is seen, the source that every new drawing has put where it was drawn.
  await board(page).focus()
  await page.keyboard.press('Control+a')
  await page.keyboard.press('Delete')
  for (const [from, to, value] of [
    ['a', 'b', '100'],
    ['b', 'c', '220'],
    ['c', 'd', '330'],
    ['a', 'e', '13V'],
    ['e', 'd', ''],
  ] as const) {
    const at = ({ x, y }: Place) => `${x},${y}`
    await stroke(page, `${at(nodes[from])} ${at(nodes[to])}`, value)
  }
  const { parts } = await savedDocument(page)
  expect(parts).toHaveLength(5)
  await page.getByRole('link', { name: 'Work' }).click()
  await expect(page.getByRole('region', { name: 'Answers' })).toContainText(/650\s*Ω/)
  await expect(page.getByRole('region', { name: 'Answers' })).toContainText(/20\s*mA/)
})

test('the picture is moved, turned and faded by keys too, undone and redone, and stays here when the document goes out', async ({
  page,
}) => {
  const photo = await photograph(page)
  await newBoard(page, 'Kept picture')
  // Pasted, as it comes from a clipboard.
  await board(page).focus()
  await page.evaluate(
    async (bytes) => {
      const data = new DataTransfer()
      data.items.add(new File([new Uint8Array(bytes)], 'image.jpg', { type: 'image/jpeg' }))
      document.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }))
    },
    [...photo.bytes],
  )
  await expect(picture(page)).toBeVisible()
  const traced = async () => {
    const trace = (await savedDocument(page)).sketch?.trace
    if (!trace) throw new Error('nothing is traced')
    return trace
  }
  const before = await traced()
  await page.getByRole('button', { name: 'The picture: move it with the arrow keys' }).press('Shift+ArrowRight')
  expect((await traced()).corners[0][0]).toBeCloseTo(before.corners[0][0] + 1, 6)
  await page.getByRole('button', { name: 'Its top left corner' }).press('Shift+ArrowUp')
  expect((await traced()).corners[0][1]).toBeCloseTo(before.corners[0][1] - 1, 6)
  await page.getByRole('button', { name: 'Turn right by a quarter' }).press('Enter')
  await page.getByRole('slider').press('End')
  await expect(picture(page)).toHaveCSS('opacity', '0.1')
  await page.getByRole('button', { name: 'Remove it' }).click()
  await expect(picture(page)).toHaveCount(0)
  for (let i = 0; i < 5; i++) await page.keyboard.press('Control+z')
  await expect(picture(page)).toBeVisible()
  expect((await traced()).corners).toEqual(before.corners)
  await reload(page)
  await expect(picture(page)).toBeVisible()
  expect(await picture(page).evaluate((image: HTMLImageElement) => image.decode().then(() => image.naturalWidth))).toBe(
    900,
  )
  const download = page.waitForEvent('download')
  await page.keyboard.press('Control+s')
  const file = await (await download).createReadStream()
  let text = ''
  for await (const piece of file) text += String(piece)
  expect(text).toContain('"nodrel-network"')
  expect(text).not.toContain('"trace"')
  // What is no picture is refused in words, and nothing changes.
  await page.getByLabel('A photograph or scan to trace').setInputFiles({
    name: 'photo.png',
    mimeType: 'image/png',
    buffer: Buffer.from('this only says that it is one'),
  })
  await expect(page.getByText(/was not accepted: this is no PNG, JPEG or WebP picture/)).toBeVisible()
  await expect(picture(page)).toBeVisible()
})
