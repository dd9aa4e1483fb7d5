import type { Box, Coordinates } from '../../picture'
import type { Corners, SketchPlace, Trace } from '../../network'

type Quad = readonly [Coordinates, Coordinates, Coordinates, Coordinates]

/** A projective map as its nine numbers, row by row, the last one 1. */
export type Projection = readonly number[]

/**
 * The projective map that takes four places to four others, no three of them on a line; null where there is none.
 * Source: the eight linear equations of a plane homography.
 */
export function projectionOf(from: Quad, to: Quad): Projection | null {
  const rows: number[][] = []
  for (let i = 0; i < 4; i++) {
    const { x, y } = from[i]
    const { x: u, y: v } = to[i]
    rows.push([x, y, 1, 0, 0, 0, -u * x, -u * y, u])
    rows.push([0, 0, 0, x, y, 1, -v * x, -v * y, v])
  }
  for (let column = 0; column < 8; column++) {
    let pivot = column
    for (let row = column + 1; row < 8; row++)
      if (Math.abs(rows[row][column]) > Math.abs(rows[pivot][column])) pivot = row
    if (Math.abs(rows[pivot][column]) < 1e-12) return null
    ;[rows[column], rows[pivot]] = [rows[pivot], rows[column]]
    for (let row = 0; row < 8; row++) {
      if (row === column) continue
      const factor = rows[row][column] / rows[column][column]
      for (let k = column; k < 9; k++) rows[row][k] -= factor * rows[column][k]
    }
  }
  return [...rows.map((row, i) => row[8] / row[i]), 1]
}

/** A map as CSS writes it, column by column. */
export function cssMatrix([a, b, c, d, e, f, g, h, i]: Projection): string {
  return `matrix3d(${[a, d, 0, g, b, e, 0, h, 0, 0, 1, 0, c, f, 0, i].join()})`
}

/** The corners of a picture of this size, as it comes. */
export function ownCorners({ width, height }: Pick<Trace, 'width' | 'height'>): Quad {
  return [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: height },
    { x: 0, y: height },
  ]
}

// The sum has no negative zero.
const round = (value: number) => Math.round(value * 1000) / 1000 + 0
const placed = ({ x, y }: Coordinates): SketchPlace => [round(x), round(y)]
const mapped = (corners: Corners, map: (place: Coordinates) => Coordinates): Corners =>
  corners.map(([x, y]) => placed(map({ x, y }))) as unknown as Corners

/** The corners of a picture that comes under a drawing: as large as fits into a box, in grid units. */
export function fitCorners({ width, height }: Pick<Trace, 'width' | 'height'>, box: Box): Corners {
  const scale = Math.min(box.width / width, box.height / height)
  const x = box.x + (box.width - scale * width) / 2
  const y = box.y + (box.height - scale * height) / 2
  return ownCorners({ width, height }).map((corner) =>
    placed({ x: x + scale * corner.x, y: y + scale * corner.y }),
  ) as unknown as Corners
}

export function moveCorners(corners: Corners, by: Coordinates): Corners {
  return mapped(corners, ({ x, y }) => ({ x: x + by.x, y: y + by.y }))
}

/** Turned clockwise by so many degrees and scaled, about its middle. */
export function turnCorners(corners: Corners, degrees: number, scale = 1): Corners {
  const middle = middleOf(corners)
  const turn = (degrees * Math.PI) / 180
  const [cos, sin] = [scale * Math.cos(turn), scale * Math.sin(turn)]
  return mapped(corners, ({ x, y }) => ({
    x: middle.x + (x - middle.x) * cos - (y - middle.y) * sin,
    y: middle.y + (x - middle.x) * sin + (y - middle.y) * cos,
  }))
}

export function middleOf(corners: Corners): Coordinates {
  return {
    x: corners.reduce((all, [x]) => all + x, 0) / 4,
    y: corners.reduce((all, [, y]) => all + y, 0) / 4,
  }
}

/** One corner led elsewhere, so that what was photographed at a slant becomes straight; as before where the picture would fold over. */
export function leadCorner(corners: Corners, which: number, to: Coordinates): Corners {
  const next = corners.map((corner, i) => (i === which ? placed(to) : corner)) as unknown as Corners
  return isConvex(next) ? next : corners
}

function isConvex(corners: Corners): boolean {
  const turns = corners.map(([x, y], i) => {
    const [bx, by] = corners[(i + 1) % 4]
    const [cx, cy] = corners[(i + 2) % 4]
    return (bx - x) * (cy - by) - (by - y) * (cx - bx)
  })
  return turns.every((turn) => turn > 1e-3) || turns.every((turn) => turn < -1e-3)
}
