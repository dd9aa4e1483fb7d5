/** Scrolls something into view, at once where the system asks for as little motion as possible. */
export function bringIntoView(element: Element | null, block: ScrollLogicalPosition): void {
  const still = window.matchMedia('(prefers-reduced-motion: reduce)').matches
  element?.scrollIntoView({ block, behavior: still ? 'auto' : 'smooth' })
}
