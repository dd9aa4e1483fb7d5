import { useLayoutEffect } from 'react'

/**
 * Marks the values of a thread wherever they stand, also where they are drawn later: `data-on-thread` says which are on it, and
 * at which one stands. Marks are set by hand, since rules for so many values would take longer than a frame.
 */
export function useLit(place: HTMLElement, lines: readonly number[], end: number, at: number): void {
  useLayoutEffect(() => {
    const kinds = new Map(lines.map((id) => [String(id), id === at ? 'at' : id === end ? 'end' : 'on']))
    const mark = () => {
      for (const element of place.querySelectorAll('[data-line]')) {
        const kind = kinds.get(element.getAttribute('data-line') ?? '')
        if (element.getAttribute('data-on-thread') === (kind ?? null)) continue
        if (kind === undefined) element.removeAttribute('data-on-thread')
        else element.setAttribute('data-on-thread', kind)
      }
    }
    mark()
    const observer = new MutationObserver(mark)
    observer.observe(place, { subtree: true, childList: true, attributeFilter: ['data-line'] })
    return () => observer.disconnect()
  }, [place, lines, end, at])
  useLayoutEffect(
    () => () => {
      for (const element of place.querySelectorAll('[data-on-thread]')) element.removeAttribute('data-on-thread')
    },
    [place],
  )
}
