import { api, problemText } from '../api'
import { toast } from '../toast'

/** Says that a network is in the bin, with a way back; `onBack` once it is out of it again. */
export function sayBinned(id: string, title: string, onBack: () => void): void {
  const putBack = async () => {
    const answer = await api.restore('network', id)
    if (!answer.ok && answer.status !== 404) toast.error(problemText(answer.problems))
    else onBack()
  }
  toast.undoable(`“${title || 'Untitled network'}” is in the bin`, () => void putBack(), true)
}
