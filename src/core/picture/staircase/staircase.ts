import { shownText, type Figures } from '../../number'
import type { Worksheet } from '../../worksheet'
import type { Box, Coordinates, LineTone } from '../drawing'
import { blocksOf, type StairBlock } from './blocks'

/** Words in a staircase, on their base line. */
export interface StairText extends Coordinates {
  readonly text: string
  readonly anchor: 'start' | 'middle'
  readonly tone: LineTone | 'name' | null
  /** The line of the worksheet that it says. */
  readonly line?: number
}

/** A step: from the potential of its upper node down to that of its lower one. */
export interface Stair extends Box {
  readonly element: number
  readonly name: string
  /** Nothing falls across it: zero ohms, or nothing flows. */
  readonly isFlat: boolean
  readonly texts: readonly StairText[]
  /** From the step to its words, where these stand beside the staircase; empty where they or its name stand on it. */
  readonly leader: readonly Coordinates[]
}

/** What carries nothing and hangs on one node: level. */
export interface Level {
  readonly part: string
  readonly node: number
  readonly from: Coordinates
  readonly to: Coordinates
  /** Its other end is tied to nothing; not where it is shorted. */
  readonly isOpen: boolean
  readonly text: StairText
}

/** A node as a tread: a level line at its potential. */
export interface Tread {
  readonly node: number
  readonly label: string
  readonly y: number
  readonly left: number
  readonly right: number
  /** From its words at the left to the tread itself. */
  readonly leader: readonly Coordinates[]
  /** Where its label stands, and its potential, at the left. */
  readonly mark: Coordinates
  readonly potential: StairText | null
}

/** The answer as a picture: potentials from + at the top down to − at the bottom, as steps along every path. */
export interface Staircase {
  readonly width: number
  readonly height: number
  readonly stairs: readonly Stair[]
  readonly treads: readonly Tread[]
  readonly levels: readonly Level[]
}

interface StaircaseOptions {
  readonly figures: Figures
  /** Whether each step is as wide as its current, so that its area is its power. */
  readonly byCurrent?: boolean
  /** So wide its steps may be at most. */
  readonly room?: number
  /** Whether a value has been found by then; all of them unless told otherwise. */
  readonly isFound?: (line: number) => boolean
}

/** Measures of the drawing; one unit is one CSS pixel at full size. */
export const stairMeasures = {
  character: 7,
  line: 14,
  column: 160,
  narrowest: 300,
  widest: 900,
  rise: 46,
  lowest: 220,
  highest: 640,
  margin: 14,
  /** Between words that stand below each other in a margin. */
  apart: 17,
} as const

const m = stairMeasures
const everything = () => true

/**
 * Draws the staircase of what has been found: its steps, its nodes, and what hangs on them. Words stand on their step where
 * there is room, else beside the staircase.
 *
 * @returns null where nothing is found of any resistor, or nothing flows
 */
export function drawStaircase(
  worksheet: Worksheet,
  { figures, byCurrent = false, room = m.widest, isFound = everything }: StaircaseOptions,
): Staircase | null {
  const made = blocksOf(worksheet, isFound, byCurrent)
  if (!made) return null
  const { blocks, columns } = made
  const { elements, derivation, nodeLabels } = worksheet
  // Of a network in letters the supply alone is known: that is no answer yet.
  if (isFound === everything && blocks.every(({ element }) => elements[element].part === null)) return null
  const { lines, found } = derivation
  const heights = new Set(blocks.flatMap(({ top, bottom }) => [top, bottom].map((y) => Math.round(y * 1e6))))
  const wide = clamp(columns * m.column, Math.min(room, m.narrowest), Math.min(room, m.widest))
  const nodes = [...new Set(blocks.flatMap(({ upper, lower }) => [upper, lower]))]
  const textOf = (quantity: 'voltage' | 'current', id: number) => {
    const line = found[quantity][id]
    if (line === undefined || !isFound(line)) return null
    return { line, text: shownText(lines[line].amount, quantity === 'voltage' ? 'V' : 'A', figures) }
  }
  const potentialOf = (node: number) => {
    const line = found.potential[node]
    const amount = line === undefined || !isFound(line) ? null : lines[line].amount
    return amount === null || line === undefined ? null : { line, text: shownText(amount, 'V', figures) }
  }
  const most = Math.max(0, ...nodes.map((node) => potentialOf(node)?.text.length ?? 0))
  const longest = Math.max(...nodes.map((node) => nodeLabels[node].length))
  const left = m.margin + Math.max(20, longest * m.character + 12) + most * m.character + 22
  const lies = levelsOf(worksheet, nodes)
  const least = Math.max(m.lowest, (heights.size - 1) * m.rise, nodes.length * m.apart)
  const high = clamp(least, m.lowest, m.highest)
  const x = (part: number) => left + part * wide
  const y = (part: number) => m.margin + part * high

  const placed = blocks.map((block) => wordsOf(block))
  const onSteps = placed.flatMap(({ stair }) => stair.texts)
  /** The height at which a leader goes to the right, over no words where that is possible. */
  const leavesAt = ({ x: from, y: top, width, height }: Stair) => {
    const isFree = (at: number) =>
      !onSteps.some((word) => word.x > from + width && at > word.y - m.line && at < word.y + m.line / 3)
    return [1 / 2, 1 / 4, 3 / 4, 1 / 8, 7 / 8].map((part) => top + part * height).find(isFree) ?? top + height / 2
  }
  const beside = placed
    .flatMap(({ stair, words, isWhole }) => (isWhole ? [] : [{ at: leavesAt(stair), stair, words }]))
    .sort((one, other) => Math.round(one.at - other.at) || one.stair.x - other.stair.x)
  const hanging = lies.map((it) => ({
    ...it,
    at: y(heightOf(blocks, it.node)),
  }))
  const all = [...beside.map(({ at }) => at), ...hanging.map(({ at }) => at)]
  // Where there is little room, currents stand below their voltages beside it.
  const isNarrow = room < m.narrowest
  const below = isNarrow ? m.line : 0
  const spread = spreadOut(all, m.apart + below, m.margin + 8)
  const right = x(1)
  const margin = right + (isNarrow ? 24 : 34)
  const stairs = placed.map(({ stair, words }) => {
    const i = beside.findIndex((it) => it.stair === stair)
    if (i < 0) return stair
    const { at: leaves } = beside[i]
    const at = spread[i]
    const after = (list: readonly { readonly text: string }[]) => margin + widthOf(list) + 2 * m.character
    const texts = words.map((word, k): StairText => {
      const isBelow = isNarrow && k === 2
      return {
        ...word,
        x: k === 0 ? margin : after(words.slice(0, isBelow ? 1 : k)),
        y: at + 4 + (isBelow ? below : 0),
        anchor: 'start',
      }
    })
    const leader = [
      { x: stair.x + stair.width, y: leaves },
      { x: margin - (isNarrow ? 16 : 22), y: leaves },
      { x: margin - 4, y: at },
    ]
    // Where its name stands on it, that says whose words they are.
    return { ...stair, texts: [...texts, ...stair.texts], leader: stair.texts.length > 0 ? [] : leader }
  })
  const levels = hanging.map(({ part, node, isOpen, at, text }, i): Level => {
    const to = spread[beside.length + i]
    return {
      part,
      node,
      isOpen,
      from: { x: right, y: at },
      to: { x: margin - 12, y: at },
      text: { x: margin, y: to + 4, text, anchor: 'start', tone: 'name' },
    }
  })
  const sorted = nodes.map((node) => ({ node, y: y(heightOf(blocks, node)) })).sort((a, b) => a.y - b.y)
  const marks = spreadOut(
    sorted.map((it) => it.y),
    m.apart,
    m.margin,
  )
  const treads = sorted.map(({ node, y: at }, i): Tread => {
    const ends = blocks.filter(({ upper, lower }) => upper === node || lower === node)
    const potential = potentialOf(node)
    return {
      node,
      label: nodeLabels[node],
      y: at,
      left: x(Math.min(...ends.map((it) => it.left))),
      right: x(Math.max(...ends.map((it) => it.right))),
      leader: [
        { x: left - 14, y: marks[i] },
        { x: left - 4, y: at },
        { x: x(Math.min(...ends.map((it) => it.left))), y: at },
      ],
      mark: { x: m.margin + 8, y: marks[i] },
      potential: potential && {
        x: m.margin + 8 + Math.max(14, longest * m.character + 6),
        y: marks[i] + 4,
        text: potential.text,
        line: potential.line,
        anchor: 'start',
        tone: 'voltage',
      },
    }
  })
  const ends = [...stairs.flatMap(({ texts }) => texts), ...levels.map(({ text }) => text)].map(
    (it) => it.x + (it.anchor === 'start' ? it.text.length : it.text.length / 2) * m.character,
  )
  return {
    width: Math.max(right, ...ends) + m.margin,
    height: Math.max(m.margin + high, ...spread.map((at) => at + below), ...marks) + m.margin,
    stairs,
    treads,
    levels,
  }

  /** A step with its words on it, or with its name alone, or without any where there is no room for them. */
  function wordsOf({ element, left: from, right: to, top, bottom }: StairBlock) {
    const box = { x: x(from), y: y(top), width: x(to) - x(from), height: y(bottom) - y(top) }
    const { name } = elements[element]
    const [V, I] = [textOf('voltage', element), textOf('current', element)]
    const words = [
      { text: name, tone: 'name' as const },
      ...(V ? [{ text: V.text, tone: 'voltage' as const, line: V.line }] : []),
      ...(I ? [{ text: I.text, tone: 'current' as const, line: I.line }] : []),
    ]
    const layouts = [words.map((it) => [it]), [words.slice(0, 1), words.slice(1)], [words]]
    const whole = layouts.find((it) => it.every((row) => row.length > 0) && fitsOn(box, it))
    const named = [words.slice(0, 1)]
    const rows = whole ?? (fitsOn(box, named) ? named : [])
    const middle = box.x + box.width / 2
    const first = box.y + box.height / 2 - (rows.length * m.line) / 2 + 11
    const texts = rows.flatMap((row, i): StairText[] => {
      let at = middle - widthOf(row) / 2
      return row.map((word) => {
        const centre = at + (word.text.length * m.character) / 2
        at += (word.text.length + 2) * m.character
        return { ...word, x: centre, y: first + i * m.line, anchor: 'middle' }
      })
    })
    const stair: Stair = { element, name, ...box, isFlat: bottom - top < 1e-9, texts, leader: [] }
    return { stair, words, isWhole: whole !== undefined }
  }
}

type Row = readonly { readonly text: string }[]

/** How wide words are beside each other. */
function widthOf(row: Row): number {
  return row.reduce((sum, it) => sum + it.text.length, 2 * (row.length - 1)) * m.character
}

/** Whether rows of words have room on a step. */
function fitsOn({ width, height }: Box, rows: readonly Row[]): boolean {
  return rows.length * m.line + 4 <= height && rows.every((row) => widthOf(row) + 8 <= width)
}

function heightOf(blocks: readonly StairBlock[], node: number): number {
  return blocks.find(({ upper }) => upper === node)?.top ?? blocks.find(({ lower }) => lower === node)?.bottom ?? 1
}

/** Resistors that carry nothing, on the nodes that they hang on. */
function levelsOf({ network, wiring, stages }: Worksheet, nodes: readonly number[]) {
  const own = stages[0].nodes
  return network.parts.flatMap(({ kind, name }, i) => {
    if (kind !== 'resistor' || wiring.idle[i] === null) return []
    const node = [wiring.from[i], wiring.to[i]].map((it) => own[it]).find((it) => nodes.includes(it))
    return node === undefined
      ? []
      : [{ part: name, node, isOpen: wiring.idle[i] !== 'shorted', text: `${name} 0\u2009V` }]
  })
}

/** Places in order, each at least so far from the one before it, as near to where they belong as that goes. */
function spreadOut(wanted: readonly number[], apart: number, first: number): number[] {
  const order = wanted.map((_, i) => i).sort((a, b) => wanted[a] - wanted[b])
  const places = new Array<number>(wanted.length)
  let least = first
  for (const i of order) {
    places[i] = Math.max(wanted[i], least)
    least = places[i] + apart
  }
  return places
}

function clamp(value: number, least: number, most: number): number {
  return Math.min(most, Math.max(least, value))
}

/** A staircase read aloud: every node from the top, and what falls from it. */
export function describeStaircase({ stairs, treads }: Staircase): string {
  const steps = stairs.map(({ name, texts }) =>
    `${name} ${texts
      .filter(({ tone }) => tone !== 'name')
      .map(({ text }) => text)
      .join(' ')}`.trim(),
  )
  const levels = treads.map(({ label, potential }) => `node ${label}${potential ? ` at ${potential.text}` : ''}`)
  return `Staircase of potentials: ${levels.join(', ')}. Steps: ${steps.join(', ')}`
}
