import { useEffect, useRef, type RefObject } from 'react'
import type { NetworkDocument } from '@/core/network'

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
export function useClipboard(area: RefObject<HTMLElement | null>, pasting: Pasting): void {
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
