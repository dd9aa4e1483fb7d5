import type { NetworkDocument } from '@/core/network'
import { closeBoard, drawStrokes, openBoard, type Board, type Peg } from '@/core/entry'
import { wire } from '@/core/structure'
import { networkOf } from './documents'

/** A document drawn stroke by stroke: `R1 0,0 4,0 4k7`. */
export function sketched(strokes: readonly string[], more: Partial<NetworkDocument> = {}): NetworkDocument {
  return drawStrokes({ format: 'nodrel-network', version: 1, title: '', parts: [], ...more }, strokes)
}

export function peg(text: string): Peg {
  const [x, y] = text.split(',').map(Number)
  return { x, y }
}

/** A loop of a source, two resistors and a wire. */
export const square = ['E1 0,0 0,4 12V', 'R1 0,0 4,0 10', 'R2 4,0 4,4 20', 'W1 4,4 0,4']

export const chosen = (...names: string[]) => new Set(names)

/** A document after a change of its board. */
export function edited(document: NetworkDocument, change: (board: Board) => Board): NetworkDocument {
  return closeBoard(change(openBoard(document)))
}

/** Where each part lies: `R1 0,0 4,0`. */
export function strokes({ parts, sketch }: NetworkDocument): string[] {
  return parts.map(({ name, from, to }) => `${name} ${sketch?.points?.[from].join()} ${sketch?.points?.[to].join()}`)
}

/** How many points each node joins. */
export function pointsOfNodes(document: NetworkDocument): number[] {
  return wire(networkOf(document)).nodes.map(({ points }) => points.length)
}
