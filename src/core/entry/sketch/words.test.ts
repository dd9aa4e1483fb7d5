import { sketched } from '../../../../test/sketched'
import { networkOf } from '../../../../test/documents'
import { wire } from '../../structure'
import { drawBoard, openBoard, type BoardPicture } from './index'

const drawn = (strokes: readonly string[]): BoardPicture => {
  const it = sketched(strokes)
  return drawBoard(openBoard(it), wire(networkOf(it)).nodes)
}

/** What lies on what: every two words, and every word on a level or upright line, a symbol or a badge. */
function clashes({ parts, nodes }: BoardPicture): string[] {
  const words = parts.flatMap(({ name, value, kind, nameAt, valueAt }) =>
    (kind === 'wire' ? [] : [[name, nameAt] as const, [value, valueAt] as const]).map(([text, { x, y, anchor }]) => {
      const wide = text.length * 7
      const left = anchor === 'start' ? x : anchor === 'end' ? x - wide : x - wide / 2
      return { text: `${text} of ${name}`, left, right: left + wide, top: y - 9, bottom: y + 2 }
    }),
  )
  const things = [
    ...words,
    ...nodes.map(({ label, x, y }) => ({
      text: `badge ${label}`,
      left: x - 7,
      right: x + 7,
      top: y - 7,
      bottom: y + 7,
    })),
    ...parts.flatMap(({ name, line, symbol: { x, y, angle, length } }) => [
      ...line.slice(1).map((end, i) => ({
        text: `line of ${name}`,
        left: Math.min(end.x, line[i].x) - 0.5,
        right: Math.max(end.x, line[i].x) + 0.5,
        top: Math.min(end.y, line[i].y) - 0.5,
        bottom: Math.max(end.y, line[i].y) + 0.5,
      })),
      Math.abs(angle) === 90
        ? { text: `symbol of ${name}`, left: x - 7, right: x + 7, top: y - length / 2, bottom: y + length / 2 }
        : { text: `symbol of ${name}`, left: x - length / 2, right: x + length / 2, top: y - 7, bottom: y + 7 },
    ]),
  ]
  return words.flatMap((word, i) =>
    things
      .filter((_, k) => k > i)
      .filter((it) => word.left < it.right && it.left < word.right && word.top < it.bottom && it.top < word.bottom)
      .map((it) => `${word.text} on ${it.text}`),
  )
}

test('the parallel legs of one column, a peg apart, each keep name and value to themselves', () => {
  const legs = Array.from({ length: 6 }, (_, i) => `R${i + 1} 4,${i} 8,${i} ${i + 1}k5`)
  expect(clashes(drawn(['E1 0,0 0,8 12V', 'W1 0,0 4,0', 'W2 4,0 4,5', 'W3 8,0 8,8', 'W4 8,8 0,8', ...legs]))).toEqual(
    [],
  )
})

test('standing legs that are two pegs apart do so too, whatever they are called', () => {
  const legs = Array.from({ length: 5 }, (_, i) => `strip${i + 1} ${2 * i + 2},0 ${2 * i + 2},4 ${i + 1}00k`)
  expect(clashes(drawn(['E1 0,0 0,4 12V', 'W1 0,0 10,0', 'W2 0,4 10,4', ...legs]))).toEqual([])
})

test('a wire right beside a part drives its words to the other side', () => {
  const beside = drawn(['E1 0,0 0,6 9V', 'W1 0,0 4,0', 'R1 4,0 4,6 100', 'W2 4,6 0,6', 'W3 5,1 5,5'])
  expect(clashes(beside)).toEqual([])
  const [r1] = beside.parts.filter(({ name }) => name === 'R1')
  expect(r1.nameAt.anchor).toBe('end')
})

test('a part with room all around has its words at the usual place', () => {
  const [, r1] = drawn(['E1 0,0 0,6 9V', 'R1 0,0 6,0 100', 'W1 6,0 0,6']).parts
  expect([r1.nameAt, r1.valueAt]).toEqual([
    { x: 120, y: -12, anchor: 'middle' },
    { x: 120, y: 21, anchor: 'middle' },
  ])
})
