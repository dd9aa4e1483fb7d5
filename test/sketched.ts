import type { NetworkDocument } from '@/core/network'
import { applyStroke, closeBoard, openBoard, readStroke, type Peg } from '@/core/sketch'

const empty: NetworkDocument = { format: 'nodrel-network', version: 1, title: '', parts: [] }

/** A document drawn stroke by stroke, as a hand would: `R1 0,0 4,0 4k7`, `E1 0,0 0,4 12V`, a wire `W1 4,0 4,4`. */
export function sketched(strokes: readonly string[], more: Partial<NetworkDocument> = {}): NetworkDocument {
  return strokes.reduce<NetworkDocument>(
    (document, text) => {
      const [name, from, to, ...value] = text.split(' ')
      const meaning = readStroke(value.join(' '))
      if (!meaning.ok) throw new Error(meaning.message)
      return closeBoard(applyStroke(openBoard(document), [peg(from), peg(to)], meaning, name))
    },
    { ...empty, ...more },
  )
}

export function peg(text: string): Peg {
  const [x, y] = text.split(',').map(Number)
  return { x, y }
}
