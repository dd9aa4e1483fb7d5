import { useCallback, useEffect } from 'react'
import { useStore } from 'zustand'
import { fitCorners, pitch } from '@/core/entry'
import type { NetworkDocument, Trace } from '@/core/network'
import { api, problemText } from '@/ui/api'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { toast } from '@/ui/toast'
import type { Seen } from './useView'
import { toBoard } from './view'

/** The picture under the drawing, and actions with it. Every change of it is undone as all others are. */
interface Traced {
  readonly trace: Trace | null
  /** `of`: what is changed; the next change of the same is undone together with it. */
  readonly change: (some: Partial<Trace>, of: string) => void
  readonly takeOut: () => void
  /** Brings a picture in, as large as what is seen of the board; what was wrong is said. */
  readonly bring: (file: File) => Promise<void>
}

/** How far a picture is faded at first. */
const faded = 0.5

export function useTrace({ view, size }: Pick<Seen, 'view' | 'size'>): Traced {
  const { store, keeping } = useOpenNetwork()
  const id = useStore(store, (state) => state.id)
  const trace = useStore(store, ({ document }) => document.sketch?.trace ?? null)
  const put = useCallback(
    (next: Trace | undefined, of: string | null) => {
      const { document } = store.getState()
      const { trace: _before, ...sketch } = document.sketch ?? {}
      const changed: NetworkDocument = { ...document, sketch: next ? { ...sketch, trace: next } : sketch }
      store.change(changed, of)
    },
    [store],
  )
  const change = useCallback(
    (some: Partial<Trace>, of: string) => {
      const before = store.getState().document.sketch?.trace
      if (before) put({ ...before, ...some }, `trace ${of}`)
    },
    [store, put],
  )
  const takeOut = useCallback(() => put(undefined, null), [put])
  const bring = useCallback(
    async (file: File) => {
      // A network that is new here has to be there before a picture is kept for it.
      await keeping.current?.flush(false)
      const answer = await api.keepPicture(id, file)
      if (!answer.ok) return void toast.error(`The picture was not accepted: ${problemText(answer.problems)}`)
      const { id: picture, width, height } = answer.body
      // Its corners are to be seen, with what is done with it below the board.
      const [from, to] = [toBoard(view, { x: 40, y: 40 }), toBoard(view, { x: size.width - 40, y: size.height - 130 })]
      const box = {
        x: from.x / pitch,
        y: from.y / pitch,
        width: Math.max(4, (to.x - from.x) / pitch),
        height: Math.max(4, (to.y - from.y) / pitch),
      }
      const corners = fitCorners({ width, height }, box)
      put({ picture, width, height, corners, fade: faded, locked: false }, null)
    },
    [keeping, id, view, size, put],
  )
  return { trace, change, takeOut, bring }
}

/** A picture on the clipboard is taken where no field has the focus. */
export function usePastedPicture(take: (file: File) => Promise<void>): void {
  useEffect(() => {
    const paste = (event: ClipboardEvent) => {
      const focus = document.activeElement
      if (focus instanceof HTMLInputElement || focus instanceof HTMLTextAreaElement) return
      const file = [...(event.clipboardData?.files ?? [])].find(({ type }) => type.startsWith('image/'))
      if (!file) return
      event.preventDefault()
      void take(file)
    }
    document.addEventListener('paste', paste)
    return () => document.removeEventListener('paste', paste)
  }, [take])
}
