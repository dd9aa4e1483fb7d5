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
