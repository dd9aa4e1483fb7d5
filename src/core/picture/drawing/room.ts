import type { Forest } from '../../structure'
import { measures as m, type Label } from './picture'

/** Room that something takes: its width, and how far it reaches above and below the line it lies on. */
export interface Room {
  readonly width: number
  readonly above: number
  readonly below: number
  /** From its two edges to the symbol; 0 for a group, whose bars stand at its edges. */
  readonly wire: number
}

/** What a symbol needs for its arrow and its sign, a node for its label, and words from each other. */
const beside = { arrow: 9, sign: 6, bar: 3, node: 15, words: 8 } as const

/**
 * The wire between two neighbours in series, as close as their words and the node's label between them allow; below 0
 * where words reach over the wire at both sides of a symbol. And how far from its middle the label stands, since an arrow
 * takes more room than a sign.
 */
export function between(a: Room, b: Room): { readonly gap: number; readonly off: number } {
  const [left, right] = [a.wire > 0 ? beside.arrow : beside.bar, b.wire > 0 ? beside.sign : beside.bar]
  if (a.wire === 0 && b.wire === 0) return { gap: m.gap, off: 0 }
  const apart = (a.wire > 0 ? m.lead : 0) + (b.wire > 0 ? m.lead : 0)
  const gap = Math.max(beside.words - apart, left + beside.node + right - a.wire - b.wire)
  return { gap, off: (left - right + b.wire - a.wire) / 2 }
}

/** The room of a part: its symbol, name and lines. */
export function roomOfPart({ name, lines }: Label): Room {
  const longest = Math.max(name.length, ...lines.map((line) => line.length))
  const width = Math.max(m.symbol, longest * m.character) + 2 * m.lead
  return {
    width,
    wire: (width - m.symbol) / 2,
    above: m.symbolHeight / 2 + m.nameHeight,
    below: Math.max(m.symbolHeight / 2 + 3 + lines.length * m.lineHeight, m.node + 3),
  }
}

/** The room of every element of the forest, innermost first. */
export function roomsOf(forest: Forest, labels: readonly Label[]): Room[] {
  const rooms = labels.map(roomOfPart)
  for (let group = forest.members.length - 1; group >= 0; group--) {
    const inside = forest.members[group].map((member) => rooms[member])
    if (forest.series[group]) {
      rooms[forest.leaves + group] = {
        width: inside.reduce((sum, room, i) => sum + room.width + (i > 0 ? between(inside[i - 1], room).gap : 0), 0),
        wire: 0,
        above: Math.max(...inside.map(({ above }) => above)),
        below: Math.max(...inside.map(({ below }) => below)),
      }
    } else {
      const levels = rowLevels(inside)
      rooms[forest.leaves + group] = {
        width: Math.max(...inside.map(({ width }) => width)) + 2 * m.bar,
        wire: 0,
        above: inside[0].above - levels[0],
        below: levels[levels.length - 1] + inside[inside.length - 1].below,
      }
    }
  }
  return rooms
}

/** The level of each row of a parallel group, against the middle between the first and the last. */
export function rowLevels(rows: readonly Room[]): number[] {
  const levels = [0]
  for (let i = 1; i < rows.length; i++) levels.push(levels[i - 1] + rows[i - 1].below + m.row + rows[i].above)
  const middle = levels[levels.length - 1] / 2
  return levels.map((level) => level - middle)
}
