import fc from 'fast-check'
import { project } from '../../../../test/projected'
import type { Corners } from '../../network'
import { fitCorners, leadCorner, middleOf, moveCorners, ownCorners, projectionOf, turnCorners } from './trace'

const square: Corners = [
  [0, 0],
  [10, 0],
  [10, 10],
  [0, 10],
]
const places = (corners: Corners) => corners.map(([x, y]) => ({ x, y })) as unknown as ReturnType<typeof ownCorners>

test('a picture is led to wherever its corners are, and back', () => {
  const near = fc.double({ min: -2.4, max: 2.4, noNaN: true })
  fc.assert(
    fc.property(fc.array(near, { minLength: 8, maxLength: 8 }), fc.nat(640), fc.nat(480), (off, x, y) => {
      const own = ownCorners({ width: 640, height: 480 })
      const corners = square.map(([a, b], i) => [a + off[2 * i], b + off[2 * i + 1]]) as unknown as Corners
      const there = projectionOf(own, places(corners))
      const back = projectionOf(places(corners), own)
      if (!there || !back) throw new Error('four corners of a square, a little moved, have a map')
      own.forEach((corner, i) => {
        const at = project(there, corner)
        expect(at.x).toBeCloseTo(corners[i][0], 6)
        expect(at.y).toBeCloseTo(corners[i][1], 6)
      })
      const again = project(back, project(there, { x, y }))
      expect(again.x).toBeCloseTo(x, 4)
      expect(again.y).toBeCloseTo(y, 4)
      // What was straight stays straight: the middle of a line lies on the line of its ends.
      const [a, b, c] = [
        { x: 0, y },
        { x: 320, y },
        { x: 640, y },
      ].map((place) => project(there, place))
      expect((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x)).toBeCloseTo(0, 5)
    }),
  )
  const [a, b] = [places(square), ownCorners({ width: 4, height: 4 })]
  expect(projectionOf([a[0], a[0], a[0], a[0]], b)).toBeNull()
})

test('it is put in whole, moved, turned and scaled about its middle', () => {
  expect(fitCorners({ width: 200, height: 100 }, { x: 0, y: 0, width: 10, height: 10 })).toEqual([
    [0, 2.5],
    [10, 2.5],
    [10, 7.5],
    [0, 7.5],
  ])
  expect(moveCorners(square, { x: 1, y: -2 })[2]).toEqual([11, 8])
  expect(turnCorners(square, 90)).toEqual([
    [10, 0],
    [10, 10],
    [0, 10],
    [0, 0],
  ])
  expect(turnCorners(square, 0, 0.5)[0]).toEqual([2.5, 2.5])
  expect(middleOf(turnCorners(square, 33, 1.7))).toEqual({ x: 5, y: 5 })
})

test('a corner is led anywhere but where the picture would fold over', () => {
  expect(leadCorner(square, 0, { x: -3, y: 1 })[0]).toEqual([-3, 1])
  expect(leadCorner(square, 0, { x: 12, y: 12 })).toBe(square)
  expect(leadCorner(square, 0, { x: 6, y: 6 })).toBe(square)
})
