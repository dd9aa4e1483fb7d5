import { useEffect } from 'react'

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
