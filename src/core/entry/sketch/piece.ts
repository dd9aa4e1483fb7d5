import { readPiece, type NetworkDocument, type Problem, type Unplaced } from '../../network'
import { closeBoard, freeName, openBoard, type Board } from './board'
import { pegKey, type Peg } from './layOut'
import { addPart, type Chosen } from './edit'
import { initialOf } from './meaning'

/** Chosen parts as a network document of their own, with where they stand: what the clipboard carries. */
export function copyPiece(board: Board, chosen: Chosen): NetworkDocument {
  const { known, title, parts } = board.document
  return closeBoard({
    ...board,
    document: {
      format: 'nodrel-network',
      version: 1,
      ...(title && { title }),
      parts: parts.filter(({ name }) => chosen.has(name)),
      ...(known && chosen.has(known.part) && { known }),
    },
  })
}

/** Whether a text is meant to be a network document. */
export function isPiece(text: string): boolean {
  return text.trimStart().startsWith('{')
}

type PastedPiece =
  | { readonly ok: true; readonly board: Board; readonly pasted: Chosen }
  | { readonly ok: false; readonly problems: readonly Problem[] }

/**
 * Adds a piece to the board, its shape as it was, moved by whole pegs until none of its points stands on a point of the
 * board. Parts whose name is taken get a free one. Pieces whose points have no place are laid out.
 */
export function pastePiece(board: Board, document: unknown): PastedPiece {
  const read = readPiece(document)
  if (!read.ok) return read
  const piece = openBoard(document as NetworkDocument)
  const by = firstFree(board, [...piece.points.values()])
  const move = ({ x, y }: Peg): Peg => ({ x: x + by, y: y + by })
  let result = board
  const pasted = new Set<string>()
  const strokes = new Map(board.strokes)
  for (const part of piece.document.parts) {
    const name = result.document.parts.some((other) => other.name === part.name)
      ? freeName(result.document, /^(\p{L}+)\d+$/u.exec(part.name)?.[1] ?? initialOf(part.kind))
      : part.name
    const { from, to, ...rest } = part
    const ends = [piece.points.get(from) as Peg, piece.points.get(to) as Peg] as const
    result = addPart(result, { ...(rest as Unplaced), name }, [move(ends[0]), move(ends[1])])
    const own = piece.strokes.get(part.name)
    if (own) strokes.set(name, [move(own[0]), move(own[1])])
    pasted.add(name)
  }
  return { ok: true, board: { ...result, strokes }, pasted }
}

/** How many pegs right and down the pegs must be moved so that none is taken: at least one if any is. */
function firstFree(board: Board, pegs: readonly Peg[]): number {
  const taken = new Set([...board.points.values()].map(pegKey))
  let by = 0
  while (pegs.some(({ x, y }) => taken.has(pegKey({ x: x + by, y: y + by })))) by++
  return by
}
