import { measures, type Place } from '../drawing'

/** A word at a part. */
export interface Word extends Place {
  readonly anchor: 'start' | 'middle' | 'end'
}

/** Where the two words of a part stand. */
export interface Words {
  readonly nameAt: Word
  readonly valueAt: Word
}

/** What is drawn of a part, as far as words must keep clear of it. */
export interface Lettered {
  readonly name: string
  readonly kind: string
  readonly value: string
  readonly line: readonly Place[]
  readonly symbol: Place & { readonly angle: number; readonly length: number }
}

interface Rect {
  readonly left: number
  readonly right: number
  readonly top: number
  readonly bottom: number
}

/** The width of a letter and how far it reaches above and below its line, in the board's 12 pixels. */
const letter = { width: 7.2, above: 9.5, below: 3 }
/** Between a name and a value on one line. */
const gap = 6
/** How far a source's plates and a node's badge reach. */
const badge = measures.node
/** A pixel of line through a word hides as much of it as so many square pixels of something else. */
const lineWeight = 8

/**
 * Finds places for the names and values of parts, so that they lie on no line, symbol, badge or other word as far as there
 * is room: those with the fewest free places choose first.
 *
 * @param badges where the labels of nodes stand
 */
export function placeWords(parts: readonly Lettered[], badges: readonly Place[]): Words[] {
  const field = fieldOf(parts, badges)
  const choices = parts.map((part) =>
    placesFor(part).map((words) => {
      const boxes = boxesOf(part, words)
      return { words, boxes, still: boxes.reduce((sum, box) => sum + field.hidden(box), 0) }
    }),
  )
  const free = choices.map((places) => places.filter(({ still }) => still === 0).length)
  const order = parts.map((_, i) => i).sort((a, b) => free[a] - free[b])
  const taken = new Grid<{ readonly owner: number; readonly box: Rect }>()
  return order
    .map((i) => {
      let best = choices[i][0]
      let least = Infinity
      for (const choice of choices[i]) {
        if (choice.still >= least) continue
        const cost = choice.boxes.reduce(
          (sum, box) => taken.near(box).reduce((all, other) => all + shared(box, other.box), sum),
          choice.still,
        )
        if (cost < least) [best, least] = [choice, cost]
        if (cost === 0) break
      }
      if (parts[i].kind !== 'wire') for (const box of best.boxes) taken.add(box, { owner: i, box })
      return { i, words: best.words }
    })
    .sort((a, b) => a.i - b.i)
    .map(({ words }) => words)
}

/** The places that the words of a part may have, the usual one first. */
function placesFor({ kind, name, value, symbol: { x, y, angle } }: Lettered): Words[] {
  const lean = angle > 90 ? angle - 180 : angle <= -90 ? angle + 180 : angle
  const word = (dx: number, dy: number, anchor: Word['anchor']): Word => ({ x: x + dx, y: y + dy, anchor })
  if (kind === 'source') {
    // Its signs take the other side.
    if (Math.abs(lean) < 70) return [{ nameAt: word(0, -18, 'middle'), valueAt: word(0, 27, 'middle') }]
    return [{ nameAt: word(20, -3, 'start'), valueAt: word(20, 11, 'start') }]
  }
  if (Math.abs(lean) <= 20) {
    const half = ((name.length + value.length) * letter.width + gap) / 2
    const line = (dy: number): Words => ({
      nameAt: word(-half, dy, 'start'),
      valueAt: word(half, dy, 'end'),
    })
    return [
      { nameAt: word(0, -12, 'middle'), valueAt: word(0, 21, 'middle') },
      line(-12),
      line(21),
      { nameAt: word(0, -26, 'middle'), valueAt: word(0, -12, 'middle') },
      { nameAt: word(0, 21, 'middle'), valueAt: word(0, 35, 'middle') },
    ]
  }
  if (Math.abs(lean) >= 70) {
    const stacked = (dx: number, dy: number): Words => {
      const anchor = dx > 0 ? 'start' : 'end'
      return { nameAt: word(dx, dy - 3, anchor), valueAt: word(dx, dy + 11, anchor) }
    }
    return [
      stacked(13, 0),
      stacked(-13, 0),
      ...[-22, 22].flatMap((dy) => [stacked(13, dy), stacked(-13, dy)]),
      { nameAt: word(-13, 4, 'end'), valueAt: word(13, 4, 'start') },
      { nameAt: word(13, 4, 'start'), valueAt: word(-13, 4, 'end') },
    ]
  }
  const [nx, ny] = [Math.sin((lean * Math.PI) / 180), -Math.cos((lean * Math.PI) / 180)]
  const side = (way: 1 | -1, dy: number): Word =>
    word(nx * 13 * way, ny * 13 * way + dy, nx * way > 0 ? 'start' : 'end')
  const beside = (way: 1 | -1): Words =>
    // Away from the line: up where that is the side, else down.
    ny * way < 0 ? { nameAt: side(way, -11), valueAt: side(way, 3) } : { nameAt: side(way, 6), valueAt: side(way, 20) }
  return [
    { nameAt: side(1, 3), valueAt: side(-1, 6) },
    { nameAt: side(-1, 6), valueAt: side(1, 3) },
    beside(1),
    beside(-1),
  ]
}

function boxesOf({ kind, name, value }: Lettered, { nameAt, valueAt }: Words): Rect[] {
  const said = kind === 'terminals' ? `${name} ?` : kind === 'wire' ? '' : name
  return [boxOf(nameAt, said), boxOf(valueAt, value)].filter(({ left, right }) => right > left)
}

/** What a word covers. */
export function boxOf({ x, y, anchor }: Word, text: string): Rect {
  const wide = text.length * letter.width
  const left = anchor === 'start' ? x : anchor === 'end' ? x - wide : x - wide / 2
  return { left, right: left + wide, top: y - letter.above, bottom: y + letter.below }
}

/** Things by where they are: what is near is found without looking at all others. */
class Grid<T> {
  private readonly cells = new Map<number, T[]>()
  private static readonly size = 80

  add(box: Rect, thing: T): void {
    for (const cell of this.cellsOf(box)) {
      const list = this.cells.get(cell)
      if (list) list.push(thing)
      else this.cells.set(cell, [thing])
    }
  }

  /** What may touch a box, each once. */
  near(box: Rect): readonly T[] {
    const cells = this.cellsOf(box)
    if (cells.length === 1) return this.cells.get(cells[0]) ?? []
    return [...new Set(cells.flatMap((cell) => this.cells.get(cell) ?? []))]
  }

  private cellsOf({ left, right, top, bottom }: Rect): number[] {
    const cells: number[] = []
    const at = (value: number) => Math.floor(value / Grid.size)
    for (let x = at(left); x <= at(right); x++) for (let y = at(top); y <= at(bottom); y++) cells.push(x * 100_003 + y)
    return cells
  }
}

/** Lines, symbols and badges, and how much of a box they hide. */
function fieldOf(parts: readonly Lettered[], badges: readonly Place[]) {
  const lines = new Grid<readonly [Place, Place]>()
  const shapes = new Grid<Rect>()
  // A long slant touches few of the cells of its box: it is entered piece by piece.
  const addLine = (a: Place, b: Place) => {
    const pieces = a.x === b.x || a.y === b.y ? 1 : Math.ceil(Math.hypot(b.x - a.x, b.y - a.y) / 80)
    const at = (t: number): Place => ({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t })
    for (let k = 0; k < pieces; k++) {
      const [from, to] = [at(k / pieces), at((k + 1) / pieces)]
      lines.add(around([from, to]), [from, to])
    }
  }
  for (const { kind, line, symbol } of parts) {
    for (let i = 0; i + 1 < line.length; i++) addLine(line[i], line[i + 1])
    if (kind === 'wire') continue
    const turn = (symbol.angle * Math.PI) / 180
    const [dx, dy] = [Math.cos(turn), Math.sin(turn)]
    const [half, side] = [symbol.length / 2, kind === 'source' ? measures.plate : measures.symbolHeight / 2]
    const corner = (along: number, across: number): Place => ({
      x: symbol.x + along * half * dx - across * side * dy,
      y: symbol.y + along * half * dy + across * side * dx,
    })
    if (Math.abs(dx * dy) > 0.1) for (const across of [-1, 1]) addLine(corner(-1, across), corner(1, across))
    else {
      const box = around([corner(-1, -1), corner(1, 1)])
      shapes.add(box, box)
    }
  }
  for (const { x, y } of badges) {
    const box = { left: x - badge, right: x + badge, top: y - badge, bottom: y + badge }
    shapes.add(box, box)
  }
  return {
    hidden: (box: Rect): number =>
      lines.near(box).reduce((sum, [a, b]) => sum + lineWeight * inside(box, a, b), 0) +
      shapes.near(box).reduce((sum, shape) => sum + shared(box, shape), 0),
  }
}

function around(places: readonly Place[]): Rect {
  const [xs, ys] = [places.map(({ x }) => x), places.map(({ y }) => y)]
  return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) }
}

/** The area that two boxes share. */
function shared(a: Rect, b: Rect): number {
  const wide = Math.min(a.right, b.right) - Math.max(a.left, b.left)
  const high = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top)
  return wide > 0 && high > 0 ? wide * high : 0
}

/** How long a piece of a line lies inside a box (Liang and Barsky: clipped at one side after the other). */
function inside({ left, right, top, bottom }: Rect, a: Place, b: Place): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y]
  let [from, to] = [0, 1]
  for (const [along, off] of [
    [-dx, a.x - left],
    [dx, right - a.x],
    [-dy, a.y - top],
    [dy, bottom - a.y],
  ]) {
    if (along === 0) {
      if (off < 0) return 0
    } else if (along < 0) from = Math.max(from, off / along)
    else to = Math.min(to, off / along)
  }
  return from < to ? (to - from) * Math.hypot(dx, dy) : 0
}
