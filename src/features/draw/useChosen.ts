import { useMemo, useState, type RefObject } from 'react'
import { useStore } from 'zustand'
import {
  changePart,
  copyPiece,
  flipParts,
  isPiece,
  isPlaceholder,
  openBoard,
  pastePiece,
  placeOf,
  readStroke,
  removeParts,
  strokeOf,
  turnParts,
  type Chosen,
} from '@/core/entry'
import type { Coordinates } from '@/core/picture'
import { problemText } from '@/ui/api'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { useEdit } from './useBoard'
import { useClipboard } from './useClipboard'

/** The chosen parts, and what can be done with them. What nothing is chosen for does nothing. */
export interface ChosenParts {
  readonly chosen: Chosen
  readonly choose: (chosen: Chosen) => void
  readonly chooseAll: () => void
  readonly turn: () => void
  readonly flip: () => void
  readonly duplicate: () => void
  /** A wire becomes a placeholder, a placeholder a wire. */
  readonly placeholder: () => void
  readonly remove: (chosen?: Chosen) => void
}

/**
 * Choosing on the board, with its clipboard.
 *
 * @param show brings a place of the board into sight
 */
export function useChosen(area: RefObject<HTMLElement | null>, show: (place: Coordinates) => void): ChosenParts {
  const { store } = useOpenNetwork()
  const parts = useStore(store, ({ document }) => document.parts)
  const edit = useEdit()
  const [wanted, choose] = useState<Chosen>(none)
  // What is chosen must be there: undo or the list may have taken it out.
  const chosen = useMemo(
    (): Chosen => new Set([...wanted].filter((name) => parts.some((part) => part.name === name))),
    [wanted, parts],
  )
  const actions = useMemo((): ChosenParts => {
    const some = chosen.size > 0
    const remove = (names = chosen) => {
      store.change(removeParts(store.getState().document, names), null)
      choose(none)
    }
    return {
      chosen,
      choose,
      chooseAll: () => choose(new Set(store.getState().document.parts.map(({ name }) => name))),
      turn: () => {
        if (!some) return
        edit((board) => turnParts(board, chosen))
        const board = openBoard(store.getState().document)
        const turned = board.document.parts.filter(({ name }) => chosen.has(name))
        for (const end of turned.flatMap((part) => strokeOf(board, part))) show(placeOf(end))
      },
      flip: () => some && edit((board) => flipParts(board, chosen)),
      duplicate: () => {
        if (!some) return
        const pasted = pastePiece(openBoard(store.getState().document), pieceOf(chosen))
        if (!pasted.ok) return
        edit(() => pasted.board)
        choose(pasted.pasted)
      },
      placeholder: () => {
        const { document } = store.getState()
        const part = document.parts.find(({ name }) => chosen.has(name))
        const meaning = readStroke(part?.kind === 'wire' ? '0' : '')
        if (chosen.size !== 1 || !part || !meaning.ok || !(part.kind === 'wire' || isPlaceholder(part))) return
        const after = changePart(document, part.name, meaning)
        store.change(after, null)
        choose(new Set([after.parts[document.parts.indexOf(part)].name]))
      },
      remove,
    }
    function pieceOf(names: Chosen) {
      return copyPiece(openBoard(store.getState().document), names)
    }
  }, [store, edit, chosen, show])

  useClipboard(area, {
    copy: () => (chosen.size > 0 ? copyPiece(openBoard(store.getState().document), chosen) : null),
    cut: () => actions.remove(),
    paste: (text) => {
      if (!isPiece(text)) {
        void import('@/ui/network/importText').then(({ importText }) => importText(store, 'what was pasted', text))
        return
      }
      const pasted = pastePiece(openBoard(store.getState().document), parsed(text))
      if (pasted.ok) {
        edit(() => pasted.board)
        choose(pasted.pasted)
      }
      const problems = pasted.ok ? [] : pasted.problems.map((problem) => problemText([problem]))
      store.setState({ refused: pasted.ok ? null : { from: 'what was pasted', problems } })
    },
  })
  return actions
}

const none: Chosen = new Set()

/** JSON as data; undefined where it is none. */
function parsed(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return undefined
  }
}
