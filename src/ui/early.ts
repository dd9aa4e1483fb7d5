/** What a person did before the page had come to life. */
type Early =
  | { readonly did: 'press'; readonly at: Element; readonly x: number; readonly y: number }
  | { readonly did: 'key'; readonly at: Element; readonly key: string; readonly ctrl: boolean; readonly shift: boolean }
  | { readonly did: 'type'; readonly at: Element; readonly text: string }

interface Recorded {
  readonly list: Early[]
  readonly stop: () => void
}

declare global {
  interface Window {
    nodrelEarly?: Recorded
  }
}

/** Records what is pressed and typed, and keeps it from going nowhere. It runs by itself, before anything else is there. */
function record(): void {
  const list: Early[] = []
  const keep = (event: Event, early: Early) => {
    event.preventDefault()
    event.stopImmediatePropagation()
    list.push(early)
  }
  const onClick = (event: MouseEvent) => {
    const at = event.target
    if (!(at instanceof Element) || event.button !== 0) return
    // The browser itself does these.
    if (at.closest('a[href], summary, label, input, textarea, select')) return
    if (at.closest('button, [role], [tabindex]')) keep(event, { did: 'press', at, x: event.clientX, y: event.clientY })
  }
  const onKey = (event: KeyboardEvent) => {
    const at = event.target
    const { key, shiftKey: shift } = event
    if (!(at instanceof Element) || event.isComposing) return
    const ctrl = event.ctrlKey || event.metaKey
    const isField = at.matches('input, textarea')
    if (ctrl ? /^[kzys]$/i.test(key) : key === 'F1') keep(event, { did: 'key', at, key, ctrl, shift })
    else if (ctrl || event.altKey) return
    else if ((key.length === 1 && key !== ' ') || (isField && (key === ' ' || key === 'Backspace')))
      keep(event, { did: 'type', at, text: key === 'Backspace' ? '\b' : key })
    else if (isField && key === 'Enter') keep(event, { did: 'type', at, text: '\n' })
  }
  const onPaste = (event: ClipboardEvent) => {
    const at = event.target
    const text = event.clipboardData?.getData('text/plain') ?? ''
    if (at instanceof Element && at.matches('input, textarea') && text !== '') keep(event, { did: 'type', at, text })
  }
  window.addEventListener('click', onClick, true)
  window.addEventListener('keydown', onKey, true)
  window.addEventListener('paste', onPaste, true)
  window.nodrelEarly = {
    list,
    stop() {
      window.removeEventListener('click', onClick, true)
      window.removeEventListener('keydown', onKey, true)
      window.removeEventListener('paste', onPaste, true)
    },
  }
}

/** The same as a script of the page. */
export const earlyScript = `(${record.toString()})()`
