import type { ExternalToast } from 'sonner'
import { create } from 'zustand'

/** Whether anything was ever said in passing: only then is what shows it loaded. */
export const useToasts = create<{ readonly wanted: boolean }>(() => ({ wanted: false }))

let standing: () => void = () => undefined
const stands = new Promise<void>((done) => (standing = done))

/** Called once the place where notes appear stands. */
export function toastsStand(): void {
  standing()
}

async function show(kind: 'message' | 'success' | 'error', text: string, options?: ExternalToast): Promise<void> {
  useToasts.setState({ wanted: true })
  const [{ toast: sonner }] = await Promise.all([import('sonner'), stands])
  sonner[kind](text, options)
}

/** Says something in passing, at the edge of the screen. */
export function toast(text: string, options?: ExternalToast): void {
  void show('message', text, options)
}

/**
 * Says what was done, with a way back.
 *
 * @param isLong for what no key takes back
 */
toast.undoable = (text: string, undo: () => void, isLong = false): void =>
  toast(text, { duration: isLong ? 15_000 : 6_000, action: { label: 'Undo', onClick: undo } })
toast.success = (text: string): void => void show('success', text)
toast.error = (text: string): void => void show('error', text)

export const noClipboard = 'The browser does not let the clipboard be used'

/** What does something, says it, and offers the way back. */
export function saidRun(text: string, run: () => void, undo: () => void): () => void {
  return () => {
    run()
    toast.undoable(text, undo)
  }
}

/**
 * Puts a text on the clipboard, and says so, or that the browser does not let it.
 *
 * @param said what is said when it is there
 */
export function copyText(text: string, said: string): void {
  navigator.clipboard.writeText(text).then(
    () => toast.success(said),
    () => toast.error(noClipboard),
  )
}
