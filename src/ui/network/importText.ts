import { toast } from '../toast'
import { readNetworkText, writeNetwork } from '@/core/network'
import { isPiece } from '@/core/entry'
import { problemText } from '../api'
import { pasteRows } from './pasteRows'
import type { RefusedImport, WorkStore } from './store'

/**
 * Brings a network document in place of the open network, or adds the rows of a parts list to it; either can be undone.
 * What was not understood is kept in the store until the person dismisses it.
 */
export function importText(store: WorkStore, from: string, text: string): void {
  const refuse = (problems: readonly string[]) => {
    const refused: RefusedImport | null = problems.length > 0 ? { from, problems } : null
    store.setState({ refused })
  }
  if (isPiece(text)) {
    const read = readNetworkText(text)
    if (!read.ok) return refuse(read.problems.map((problem) => problemText([problem])))
    store.change(writeNetwork(read.network), null)
    toast.undoable(`${from} is imported`, store.undo)
    return refuse([])
  }
  const { document, added, replaced, refused } = pasteRows(store.getState().document, text)
  if (added + replaced > 0) {
    store.change(document, null)
    toast.undoable(`${added} ${added === 1 ? 'part' : 'parts'} added, ${replaced} replaced`, store.undo)
  }
  refuse(refused)
}
