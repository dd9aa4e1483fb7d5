import type { NetworkDocument } from '@/core/network'
import { drawStrokes, type Peg } from '@/core/entry'

/** A document drawn stroke by stroke: `R1 0,0 4,0 4k7`. */
export function sketched(strokes: readonly string[], more: Partial<NetworkDocument> = {}): NetworkDocument {
  return drawStrokes({ format: 'nodrel-network', version: 1, title: '', parts: [], ...more }, strokes)
}

export function peg(text: string): Peg {
  const [x, y] = text.split(',').map(Number)
  return { x, y }
}
