import type { Locator, Page } from '@playwright/test'
import { newDrawing } from '../src/core/entry'
import { goTo, make } from './helpers'
import { expect } from './test'

export interface Peg {
  readonly x: number
  readonly y: number
}

/** Opens a new drawing: the source alone. */
export async function newBoard(page: Page, title: string): Promise<void> {
  await goTo(page, `${await make(page, { ...newDrawing, title })}/draw`)
  await expect(drawn(page, 'E1')).toBeVisible()
}

export function board(page: Page): Locator {
  return page.getByRole('application', { name: 'Drawing board' })
}

/** A part on the board. */
export function drawn(page: Page, name: string): Locator {
  return board(page).locator(`[data-part="${name}"]`)
}

export function valueField(page: Page): Locator {
  return page.getByLabel(/^Value: a resistance/)
}

/** Where a peg is on the screen. */
export async function screenOf(page: Page, { x, y }: Peg): Promise<Peg> {
  const frame = await board(page).boundingBox()
  const transform = (await page.locator('[data-stage]').getAttribute('transform')) ?? ''
  const [, left, top, zoom] = /translate\(([-\d.e]+),([-\d.e]+)\) scale\(([\d.e-]+)\)/.exec(transform) ?? []
  if (!frame || zoom === undefined) throw new Error('no board')
  return { x: frame.x + Number(left) + 40 * x * Number(zoom), y: frame.y + Number(top) + 40 * y * Number(zoom) }
}

export function peg(text: string): Peg {
  const [x, y] = text.split(',').map(Number)
  return { x, y }
}

/** Draws with the mouse from peg to peg, `0,0 4,0`, and waits for nothing. */
export async function pull(page: Page, pegs: string): Promise<void> {
  const [from, to] = pegs.split(' ').map(peg)
  const [a, b] = [await screenOf(page, from), await screenOf(page, to)]
  await page.mouse.move(a.x, a.y)
  await page.mouse.down()
  await page.mouse.move((a.x + b.x) / 2, (a.y + b.y) / 2)
  await page.mouse.move(b.x, b.y)
  await page.mouse.up()
}

/** One stroke of the mouse from peg to peg, and one value, with Enter. */
export async function stroke(page: Page, pegs: string, value: string | null): Promise<void> {
  await pull(page, pegs)
  await expect(valueField(page)).toBeFocused()
  if (value === null) return
  await page.keyboard.type(value)
  await page.keyboard.press('Enter')
  await expect(valueField(page)).toHaveCount(0)
}

/** Clicks a place of the board, given in pegs; halves are fine. */
export async function click(page: Page, place: string): Promise<void> {
  const { x, y } = await screenOf(page, peg(place))
  await page.mouse.click(x, y)
}

/** The points of each node, from its label on the board: `['A', 'B C']`. */
export async function nodesOnBoard(page: Page): Promise<string[]> {
  const labels = await board(page)
    .locator('[data-node]')
    .evaluateAll((all) => all.map((it) => it.getAttribute('aria-label') ?? ''))
  return labels.map((label) => label.replace(/^Node (\S+): points /, '$1: ').replaceAll(',', ''))
}

/** The five-resistor network with a slanted resistor and a far wire: its strokes and values. */
export const fiveResistors: readonly (readonly [string, string])[] = [
  ['0,0 4,0', '1.5'],
  ['4,0 8,4', '10'],
  ['8,4 8,7', '20'],
  ['4,0 12,0', '15'],
  ['12,0 12,7', ''],
  ['12,7 8,7', ''],
  ['8,7 4,8', '1'],
  ['4,8 0,8', ''],
  ['0,8 0,4', ''],
]
