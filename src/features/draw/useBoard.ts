import { useCallback, useMemo } from 'react'
import { useStore } from 'zustand'
import { roughNodes, wire, type LabelledPoints } from '@/core/structure'
import {
  closeBoard,
  drawable,
  drawBoard,
  findMisses,
  openBoard,
  type Board,
  type BoardPicture,
  type Miss,
  type Chosen,
  type Stroke,
} from '@/core/entry'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { useSettings } from '@/ui/settings'

export interface DrawnBoard {
  readonly board: Board
  readonly picture: BoardPicture
  readonly nodes: readonly LabelledPoints[]
  /** The node's index of each point; −1 for a point of no node. */
  readonly nodeOf: (point: string) => number
  readonly misses: readonly Miss[]
  /** Index of the 0 V node; −1 while there is none. */
  readonly zero: number
}

/** The open network as it is drawn: its nodes as far as its points tell, whatever else is wrong with it. */
export function useBoard(): DrawnBoard {
  const { store, worked } = useOpenNetwork()
  const document = useStore(store, (state) => state.document)
  const { settings } = useSettings()
  const { network, worksheet } = worked
  const board = useMemo(() => openBoard(document), [document])
  const wired = useMemo(() => {
    if (network === null) return null
    // A large network is still being worked out elsewhere.
    return worksheet?.network === network ? worksheet.wiring : wire(network, settings.nodes)
  }, [network, worksheet, settings.nodes])
  const nodes = useMemo(
    () => wired?.nodes ?? roughNodes(drawable(document), settings.nodes, document.sketch?.labels),
    [wired, document, settings.nodes],
  )
  const nodeOf = useMemo(() => {
    const index = new Map(nodes.flatMap(({ points }, node) => points.map((point) => [point, node] as const)))
    return (point: string) => index.get(point) ?? -1
  }, [nodes])
  const picture = useMemo(() => drawBoard(board, nodes), [board, nodes])
  const misses = useMemo(() => findMisses(board, nodeOf), [board, nodeOf])
  return { board, picture, nodes, nodeOf, misses, zero: wired?.reference ?? -1 }
}

/** Changes the document through its board; what does not change it leaves no trace. */
export function useEdit(): (change: (board: Board) => Board, of?: string | null) => void {
  const { store } = useOpenNetwork()
  return useCallback(
    (change, of = null) => {
      const before = openBoard(store.getState().document)
      const after = change(before)
      if (after !== before) store.change(closeBoard(after), of)
    },
    [store],
  )
}

/** How a stroke was drawn, beside where. */
export interface Drawing {
  /** Its ends join no lines. */
  readonly past: boolean
  /** What was typed while it was drawn. */
  readonly typed?: string
}

/** What the board asks of the screen. */
export interface BoardActions {
  readonly onStroke: (stroke: Stroke, how: Drawing) => void
  /** Opens the field of a part; with what was typed, if that takes the place of what stands there. */
  readonly onEdit: (name: string, typed?: string) => void
  readonly onChoose: (chosen: Chosen) => void
  readonly onChange: (change: (board: Board) => Board, of?: string) => void
  readonly onDelete: (chosen: Chosen) => void
  readonly onNode: (node: number) => void
  readonly onLight: (node: number | null) => void
  /** Joins the end that a ring stands at, by its key. */
  readonly onJoin: (miss: string) => void
}
