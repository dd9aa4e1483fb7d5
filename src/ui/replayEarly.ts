import { hearText, typeInto } from './home'

/** Does what was done before the page had come to life. */
export function replayEarly(): void {
  const early = window.nodrelEarly
  if (!early) return
  delete window.nodrelEarly
  early.stop()
  for (const it of early.list) {
    if (it.did === 'type' && it.at.matches('input, textarea') && it.at.isConnected) typeInto(it.at, it.text)
    else if (it.did === 'type') hearText(it.text)
    else if (it.did === 'key') {
      const { key, ctrl: ctrlKey, shift: shiftKey } = it
      const at = it.at.isConnected ? it.at : document.body
      at.dispatchEvent(new KeyboardEvent('keydown', { key, ctrlKey, shiftKey, bubbles: true, cancelable: true }))
    } else if (it.at.isConnected) press(it.at, { clientX: it.x, clientY: it.y, bubbles: true, cancelable: true })
  }
}

function press(at: Element, where: MouseEventInit): void {
  at.dispatchEvent(new PointerEvent('pointerdown', { ...where, pointerType: 'mouse' }))
  at.dispatchEvent(new MouseEvent('mousedown', where))
  at.dispatchEvent(new PointerEvent('pointerup', { ...where, pointerType: 'mouse' }))
  at.dispatchEvent(new MouseEvent('mouseup', where))
  at.dispatchEvent(new MouseEvent('click', where))
}
