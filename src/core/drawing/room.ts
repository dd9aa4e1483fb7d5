import type { Forest } from '../reduction'
import { measures as m, type Label } from './picture'

/** Room that something takes: its width, and how far it reaches above and below the line it lies on. */
export interface Room {
  readonly width: number
  readonly above: number
  readonly below: number
}

/** The room of a part: its symbol, name and lines. */
export function roomOfPart({ name, lines }: Label): Room {
  const longest = Math.max(name.length, ...lines.map((line) => line.length))
  return {
    width: Math.max(m.symbol, longest * m.character) + 2 * m.lead,
    above: m.symbolHeight / 2 + m.nameHeight,
    below: Math.max(m.symbolHeight / 2 + 3 + lines.length * m.lineHeight, m.node + 3),
  }
}

/** The room of every element of the forest, innermost first. */
export function roomsOf(forest: Forest, labels: readonly Label[]): Room[] {
  const rooms = labels.map(roomOfPart)
  for (let group = forest.members.length - 1; group >= 0; group--) {
    const inside = forest.members[group].map((member) => rooms[member])
    const widths = inside.map(({ width }) => width)
    if (forest.series[group]) {
      rooms[forest.leaves + group] = {
        width: widths.reduce((sum, width) => sum + width, 0) + m.gap * (inside.length - 1),
        above: Math.max(...inside.map(({ above }) => above)),
        below: Math.max(...inside.map(({ below }) => below)),
      }
    } else {
      const levels = rowLevels(inside)
      rooms[forest.leaves + group] = {
        width: Math.max(...widths) + 2 * m.bar,
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
