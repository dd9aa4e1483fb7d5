import { measures, type Coordinates } from '../../picture'

/** A word at a part. */
interface Word extends Coordinates {
  readonly anchor: 'start' | 'middle' | 'end'
}

/** Where the two words of a part stand. */
export interface Words {
  readonly nameAt: Word
  readonly valueAt: Word
}

/** What is drawn of a part, as far as words must keep clear of it. */
interface Lettered {
  readonly name: string
  readonly kind: string
  readonly value: string
  readonly line: readonly Coordinates[]
  readonly symbol: Coordinates & { readonly angle: number; readonly length: number }
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
 * is room. Most stand where they usually do; where that is taken, those with the fewest free places choose first.
 *
 * @param badges where the labels of nodes stand
 */
export function placeWords(parts: readonly Lettered[], badges: readonly Coordinates[]): Words[] {
  const field = fieldOf(parts, badges)
  const taken = new Rects()
  const usual = parts.map((part) => choiceOf(part, placesFor(part).next().value as Words))
  const said = parts.map(({ kind }) => kind !== 'wire')
  usual.forEach(({ boxes }, i) => said[i] && taken.add(...boxes))
  const isClear = ({ boxes }: Choice) =>
    boxes.every((box) => field.hidden(box) === 0 && covered(taken, box, boxes) === 0)
  const crowded = parts.flatMap((_, i) => (said[i] && !isClear(usual[i]) ? [i] : []))
  const words = usual.map((choice) => choice.words)
  if (crowded.length === 0) return words

  // The words of those that stand clear stay; the others choose anew, around them.
  const kept = new Rects()
  const moves = new Set(crowded)
  usual.forEach(({ boxes }, i) => said[i] && !moves.has(i) && kept.add(...boxes))
  const choices = new Map(
    crowded.map((i) => {
      const places = [...placesFor(parts[i])].map((place) => choiceOf(parts[i], place))
      return [i, places.map((choice) => ({ ...choice, still: sum(choice.boxes, field.hidden) }))]
    }),
  )
  const free = (i: number) => choices.get(i)?.filter(({ still }) => still === 0).length ?? 0
  for (const i of crowded.sort((a, b) => free(a) - free(b))) {
    let best = usual[i]
    let least = Infinity
    for (const choice of choices.get(i) ?? []) {
      if (choice.still >= least) continue
      const cost = choice.still + sum(choice.boxes, (box) => covered(kept, box, choice.boxes))
      if (cost < least) [best, least] = [choice, cost]
      if (cost === 0) break
    }
    kept.add(...best.boxes)
    words[i] = best.words
  }
  return words
}

interface Choice {
  readonly words: Words
  readonly boxes: readonly Rect[]
}

function choiceOf(part: Lettered, words: Words): Choice {
  return { words, boxes: boxesOf(part, words) }
}

function sum(boxes: readonly Rect[], cost: (box: Rect) => number): number {
  return boxes.reduce((all, box) => all + cost(box), 0)
}

/** How much of a box other words cover, those of its own part left out. */
function covered(words: Rects, box: Rect, own: readonly Rect[]): number {
  let area = 0
  words.forNear(box, (other) => {
    if (!own.includes(other)) area += shared(box, other)
  })
  return area
}

/** The places that the words of a part may have, the usual one first. */
function* placesFor({ kind, name, value, symbol: { x, y, angle } }: Lettered): Generator<Words, void> {
  const lean = angle > 90 ? angle - 180 : angle <= -90 ? angle + 180 : angle
  const word = (dx: number, dy: number, anchor: Word['anchor']): Word => ({ x: x + dx, y: y + dy, anchor })
  if (kind === 'source') {
    // Its signs take the other side.
    if (Math.abs(lean) < 70) yield { nameAt: word(0, -18, 'middle'), valueAt: word(0, 27, 'middle') }
    else yield { nameAt: word(20, -3, 'start'), valueAt: word(20, 11, 'start') }
  } else if (Math.abs(lean) <= 20) {
    // A lean symbol reaches up beside its middle.
    const lift = Math.abs(Math.tan((lean * Math.PI) / 180)) * 10
    yield { nameAt: word(0, -12 - lift, 'middle'), valueAt: word(0, 21 + lift, 'middle') }
    const half = ((name.length + value.length) * letter.width + gap) / 2
    const line = (dy: number): Words => ({
      nameAt: word(-half, dy, 'start'),
      valueAt: word(half, dy, 'end'),
    })
    yield line(-12)
    yield line(21)
    yield { nameAt: word(0, -26, 'middle'), valueAt: word(0, -12, 'middle') }
    yield { nameAt: word(0, 21, 'middle'), valueAt: word(0, 35, 'middle') }
  } else if (Math.abs(lean) >= 70) {
    const stacked = (dx: number, dy: number): Words => {
      const anchor = dx > 0 ? 'start' : 'end'
      return { nameAt: word(dx, dy - 3, anchor), valueAt: word(dx, dy + 11, anchor) }
    }
    for (const dy of [0, -22, 22]) for (const dx of [13, -13]) yield stacked(dx, dy)
    yield { nameAt: word(-13, 4, 'end'), valueAt: word(13, 4, 'start') }
    yield { nameAt: word(13, 4, 'start'), valueAt: word(-13, 4, 'end') }
  } else yield* slantedPlaces(x, y, lean)
}

/** The same for a slanted part: at its two sides, or both at one. */
function* slantedPlaces(x: number, y: number, lean: number): Generator<Words, void> {
  const [nx, ny] = [Math.sin((lean * Math.PI) / 180), -Math.cos((lean * Math.PI) / 180)]
  const side = (way: 1 | -1, dy: number): Word => ({
    x: x + nx * 13 * way,
    y: y + ny * 13 * way + dy,
    anchor: nx * way > 0 ? 'start' : 'end',
  })
  const beside = (way: 1 | -1): Words =>
    // Away from the line: up where that is the side, else down.
    ny * way < 0 ? { nameAt: side(way, -11), valueAt: side(way, 3) } : { nameAt: side(way, 6), valueAt: side(way, 20) }
  yield { nameAt: side(1, 3), valueAt: side(-1, 6) }
  yield { nameAt: side(-1, 6), valueAt: side(1, 3) }
  yield beside(1)
  yield beside(-1)
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

/** Boxes by the bands of the board in which they lie: nearly all are far from the one that is asked about. */
class Rects<T extends Rect = Rect> {
  private readonly bands = new Map<number, T[]>()

  add(...rects: readonly T[]): void {
    for (const rect of rects) {
      for (let at = bandAt(rect.top); at <= bandAt(rect.bottom); at++) {
        const band = this.bands.get(at)
        if (band) band.push(rect)
        else this.bands.set(at, [rect])
      }
    }
  }

  /** Calls back for each that may touch a box; twice for one that lies with it in two bands. */
  forNear({ left, right, top, bottom }: Rect, call: (rect: T) => void): void {
    for (let at = bandAt(top); at <= bandAt(bottom); at++)
      for (const rect of this.bands.get(at) ?? []) if (rect.left <= right && rect.right >= left) call(rect)
  }
}

function bandAt(y: number): number {
  return Math.floor(y / 48)
}

interface Line extends Rect {
  readonly a: Coordinates
  readonly b: Coordinates
}

/** Lines, symbols and badges, and how much of a box they hide. */
function fieldOf(parts: readonly Lettered[], badges: readonly Coordinates[]) {
  const lines = new Rects<Line>()
  const shapes = new Rects()
  for (const { x, y } of badges) shapes.add({ left: x - badge, right: x + badge, top: y - badge, bottom: y + badge })
  for (const { kind, line, symbol } of parts) {
    for (let i = 0; i + 1 < line.length; i++) lines.add(lineOf(line[i], line[i + 1]))
    if (kind === 'wire') continue
    const turn = (symbol.angle * Math.PI) / 180
    const [dx, dy] = [Math.cos(turn), Math.sin(turn)]
    const [half, side] = [symbol.length / 2, kind === 'source' ? measures.plate : measures.symbolHeight / 2]
    const corner = (along: number, across: number): Coordinates => ({
      x: symbol.x + along * half * dx - across * side * dy,
      y: symbol.y + along * half * dy + across * side * dx,
    })
    if (Math.abs(dx * dy) > 0.1) for (const across of [-1, 1]) lines.add(lineOf(corner(-1, across), corner(1, across)))
    else shapes.add(lineOf(corner(-1, -1), corner(1, 1)))
  }
  return {
    hidden: (box: Rect): number => {
      let area = 0
      lines.forNear(box, ({ a, b }) => (area += lineWeight * inside(box, a, b)))
      shapes.forNear(box, (shape) => (area += shared(box, shape)))
      return area
    },
  }
}

/** A line with the box around it: most lie far from any word, and are passed over by that. */
function lineOf(a: Coordinates, b: Coordinates): Line {
  const [left, right] = a.x < b.x ? [a.x, b.x] : [b.x, a.x]
  const [top, bottom] = a.y < b.y ? [a.y, b.y] : [b.y, a.y]
  return { left, right, top, bottom, a, b }
}

/** The area that two boxes share. */
function shared(a: Rect, b: Rect): number {
  const wide = Math.min(a.right, b.right) - Math.max(a.left, b.left)
  const high = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top)
  return wide > 0 && high > 0 ? wide * high : 0
}

/** How long a piece of a line lies inside a box (Liang and Barsky: clipped at one side after the other). */
function inside({ left, right, top, bottom }: Rect, a: Coordinates, b: Coordinates): number {
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
