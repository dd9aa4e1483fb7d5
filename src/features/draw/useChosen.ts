import { useMemo, useState, type RefObject, useEffect, useRef } from 'react'
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
import type { NetworkDocument } from '@/core/network'

/** The chosen parts, and actions with them. What 0 Ω is chosen for does nothing. */
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

interface Pasting {
  /** What is chosen, as a document; null if nothing is. */
  readonly copy: () => NetworkDocument | null
  readonly cut: () => void
  readonly paste: (text: string) => void
}

/**
 * Copy, cut and paste on the board. The clipboard carries the network document as text, so it can go into a file, and a
 * file's text can come in.
 */
function useClipboard(area: RefObject<HTMLElement | null>, pasting: Pasting): void {
  const latest = useRef(pasting)
  useEffect(() => {
    latest.current = pasting
  })
  useEffect(() => {
    // Where a field has the focus, the clipboard is the field's; where nothing has it, the board's.
    const ours = () => {
      const focus = document.activeElement
      if (focus instanceof HTMLInputElement || focus instanceof HTMLTextAreaElement) return false
      return focus === document.body || focus === null || (area.current?.contains(focus) ?? false)
    }
    const copy = (event: ClipboardEvent) => {
      const piece = ours() ? latest.current.copy() : null
      if (!piece || (getSelection()?.toString() ?? '') !== '') return
      event.clipboardData?.setData('text/plain', `${JSON.stringify(piece, null, 2)}\n`)
      event.preventDefault()
      if (event.type === 'cut') latest.current.cut()
    }
    const paste = (event: ClipboardEvent) => {
      const text = event.clipboardData?.getData('text/plain') ?? ''
      if (!ours() || text.trim() === '') return
      event.preventDefault()
      latest.current.paste(text)
    }
    document.addEventListener('copy', copy)
    document.addEventListener('cut', copy)
    document.addEventListener('paste', paste)
    return () => {
      document.removeEventListener('copy', copy)
      document.removeEventListener('cut', copy)
      document.removeEventListener('paste', paste)
    }
  }, [area])
}
