import { document, networkOf } from '../../../../test/documents'
import { sketched } from '../../../../test/sketched'
import type { NetworkDocument } from '../../network'
import { wire } from '../../structure'
import { drawBoard, openBoard, type BoardPart } from './index'

const closed = ['E1 0,0 0,4 12V', 'R1 0,0 4,0 10', 'R2 4,0 8,4 20', 'R3 8,4 8,8 30', 'W1 8,8 0,4']
const nodesOf = (it: NetworkDocument) => {
  const known = it.parts.some(({ kind, voltage }) => kind === 'source' && voltage !== undefined)
  return wire(networkOf(known ? it : { ...it, known: { part: 'E1', quantity: 'current', value: '1 A' } })).nodes
}
const drawn = (strokes: readonly string[]) => {
  const it = sketched(strokes)
  return drawBoard(openBoard(it), nodesOf(it))
}
const named = (parts: readonly BoardPart[], name: string): BoardPart => {
  const part = parts.find((one) => one.name === name)
  if (!part) throw new Error(`${name} is not drawn`)
  return part
}

test('a symbol stands in the middle of its stroke, turned as the stroke is, from its first end to its second', () => {
  const { parts } = drawn(closed)
  expect(named(parts, 'R1').symbol).toEqual({ x: 80, y: 0, angle: 0, length: 40 })
  expect(named(parts, 'R2').symbol).toEqual({ x: 240, y: 80, angle: 45, length: 40 })
  expect(named(parts, 'R3').symbol).toEqual({ x: 320, y: 240, angle: 90, length: 40 })
  expect(named(parts, 'E1').symbol).toEqual({ x: 0, y: 80, angle: 90, length: 12 })
  expect(named(parts, 'W1').symbol.length).toBe(0)
})

test('a symbol is never longer than its stroke leaves room for', () => {
  const short = drawn([...closed, 'R4 4,0 5,0 1'])
  expect(named(short.parts, 'R4').symbol.length).toBeCloseTo(28)
})

test('lines lead from each end to the symbol and are whole for a wire', () => {
  const { parts } = drawn(closed)
  expect(named(parts, 'R1').head).toEqual([
    { x: 0, y: 0 },
    { x: 60, y: 0 },
  ])
  expect(named(parts, 'R1').tail).toEqual([
    { x: 100, y: 0 },
    { x: 160, y: 0 },
  ])
  expect(named(parts, 'W1').head).toEqual([
    { x: 320, y: 320 },
    { x: 0, y: 160 },
  ])
  expect(named(parts, 'W1').tail).toEqual([])
})

test('name and value stand above and below what lies level, to the right of what stands, at both sides of a slant', () => {
  const { parts } = drawn(closed)
  const [level, slant, upright] = ['R1', 'R2', 'R3'].map((name) => named(parts, name))
  expect(level.nameAt).toEqual({ x: 80, y: -12, anchor: 'middle' })
  expect(level.valueAt).toEqual({ x: 80, y: 21, anchor: 'middle' })
  expect(upright.nameAt).toMatchObject({ x: 333, anchor: 'start' })
  expect(upright.valueAt.y).toBeGreaterThan(upright.nameAt.y)
  expect(slant.nameAt.x).toBeGreaterThan(slant.symbol.x)
  expect(slant.nameAt.y).toBeLessThan(slant.symbol.y)
  expect(slant.valueAt.anchor).toBe('end')
})

test('every node has one label, beside a point of its own, clear of the lines that leave there', () => {
  const { nodes } = drawn(closed)
  expect(nodes.map(({ label, points }) => `${label} ${points.join('')}`)).toEqual(['1 A', '2 C', '3 D', '4 BE'])
  // At A the lines go right and down, so the label goes up and left.
  expect(nodes[0].x).toBeLessThan(0)
  expect(nodes[0].y).toBeLessThan(0)
})

test('the box holds all lines and words, with air', () => {
  const { box, parts } = drawn(closed)
  for (const { line } of parts)
    for (const { x, y } of line) {
      expect(x).toBeGreaterThan(box.x)
      expect(x).toBeLessThan(box.x + box.width)
      expect(y).toBeGreaterThan(box.y)
      expect(y).toBeLessThan(box.y + box.height)
    }
  expect(drawBoard(openBoard(document([])), []).box).toEqual({ x: 0, y: 0, width: 0, height: 0 })
})

test('a source without a voltage shows that it is the question', () => {
  expect(named(drawn(['E1 0,0 0,4 ?V', ...closed.slice(1)]).parts, 'E1').value).toBe('?')
})
