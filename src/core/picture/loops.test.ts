import { networkOf } from '../../../test/documents'
import { randomNetwork } from '../../../test/randomNetwork'
import { worksheetOf } from '../../../test/worked'
import { drawLoops, loopsOf, overlap, type Box } from '.'

const networks = Array.from({ length: 60 }, (_, seed) =>
  worksheetOf(
    networkOf(
      randomNetwork(seed, 2 + (seed % 13), { clutter: seed % 4 === 0, zeros: seed % 5 === 0, meters: seed % 3 === 0 }),
    ),
  ),
).filter(({ stages }) => stages[0].steps.length > 0)

const isInside = (inner: Box, outer: Box) =>
  inner.x >= outer.x &&
  inner.y >= outer.y &&
  inner.x + inner.width <= outer.x + outer.width &&
  inner.y + inner.height <= outer.y + outer.height

test('each step has a loop around its resistors, with the value of its equivalent', () => {
  for (const worksheet of networks) {
    const { elements, stages } = worksheet
    const loops = loopsOf(worksheet, stages[0].steps.length, 4)
    expect(loops.map(({ text }) => text.split(' ')[0])).toEqual(
      stages[0].steps.map(({ result }) => elements[result].name),
    )
    loops.forEach(({ inside, within }, i) => {
      const { members } = stages[0].steps[i]
      for (const id of members) {
        const { name, made } = elements[id]
        if (!made) {
          expect(inside.has(name)).toBe(true)
          continue
        }
        const inner = loops[stages[0].steps.findIndex(({ result }) => result === id)]
        expect([...inner.inside].every((one) => inside.has(one))).toBe(true)
        expect(inner.within).toBeLessThan(within)
      }
    })
  }
})

test('a loop has no value before it is found', () => {
  const [worksheet] = networks
  for (const { text } of loopsOf(worksheet, 99, 4, () => false)) expect(text).not.toContain('=')
})

test('drawn, loops lie one in the other or apart, around their own resistors alone, inside the frame', () => {
  expect(networks.length).toBeGreaterThan(40)
  for (const worksheet of networks) {
    const { elements, stages } = worksheet
    const loops = loopsOf(worksheet, stages[0].steps.length, 4)
    const { picture, boxes, frame } = drawLoops(worksheet, loops, 4)
    expect(boxes).toHaveLength(loops.length)
    for (const { loop, box } of boxes) {
      expect(isInside(box, frame)).toBe(true)
      for (const part of picture.parts.filter(({ symbol }) => symbol === 'resistor')) {
        const at = { x: part.left, y: part.y - 7, width: part.right - part.left, height: 14 }
        if (loop.inside.has(elements[part.id].name)) expect(isInside(at, box)).toBe(true)
      }
      for (const other of boxes) {
        const isSame = other.loop === loop
        const isNested = [...other.loop.inside].every((name) => loop.inside.has(name))
        if (!isSame && isNested) expect(isInside(other.box, box)).toBe(true)
        const isApart = ![...other.loop.inside].some((name) => loop.inside.has(name))
        if (isApart) expect(overlap(other.box, box)).toBe(false)
      }
    }
  }
})
