import type { NetworkDocument } from '../../network'
import { closeBoard, openBoard } from './board'
import { applyStroke, readStroke } from './meaning'

/**
 * A document drawn stroke by stroke, as a hand would: `R1 0,0 4,0 4k7` a resistor from peg to peg, `E1 0,0 0,4 12V` a
 * source, `W1 4,0 4,4` a wire, and `past W1 4,0 4,4` one whose ends join no lines. Throws where a text makes no sense.
 */
export function drawStrokes(document: NetworkDocument, strokes: readonly string[]): NetworkDocument {
  return strokes.reduce((before, text) => {
    const past = text.startsWith('past ')
    const [name, from, to, ...value] = (past ? text.slice('past '.length) : text).split(' ')
    const meaning = readStroke(value.join(' '))
    const [start, end] = [from, to].map((peg) => peg.split(',').map(Number))
    if (!meaning.ok || [...start, ...end].some((number) => !Number.isInteger(number)))
      throw new RangeError(`“${text}” is no stroke`)
    const pegs = [
      { x: start[0], y: start[1] },
      { x: end[0], y: end[1] },
    ] as const
    return closeBoard(applyStroke(openBoard(before), pegs, meaning, name, past))
  }, document)
}
