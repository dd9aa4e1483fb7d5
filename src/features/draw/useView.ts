import { useCallback, useState, useEffect } from 'react'
import type { Box, Coordinates } from '@/core/picture'
import { bringIn, fit, zoomAt, type View } from './view'
import { flushSync } from 'react-dom'

export interface Size {
  readonly width: number
  readonly height: number
}

/** What of the board is seen, and how that changes. */
export interface Seen {
  readonly view: View
  readonly size: Size
  readonly setSize: (size: Size) => void
  readonly change: (change: (view: View) => View) => void
  readonly zoom: (factor: number) => void
  readonly fitAll: () => void
  /** Moves just so far that a place is seen. */
  readonly show: (place: Coordinates) => void
}

const start: View = { zoom: 1, shift: { x: 120, y: 120 } }

/**
 * The view of a drawing. At first all is seen, and again whenever the network was laid out anew.
 *
 * @param laidOut whether the places are not the person's own
 */
export function useView(box: Box, laidOut: boolean): Seen {
  const [size, setSize] = useState<Size>({ width: 0, height: 0 })
  const [seen, setSeen] = useState<View | null>(null)
  const [fitted, setFitted] = useState<string | null>(null)
  const { width, height } = size
  const layout = laidOut ? JSON.stringify(box) : null
  if (width > 0 && (seen === null || (layout !== null && layout !== fitted))) {
    setFitted(layout)
    setSeen(fit(box, width, height))
  }
  const change = useCallback((how: (view: View) => View) => setSeen((now) => how(now ?? start)), [])
  const zoom = useCallback(
    (factor: number) => change((now) => zoomAt(now, factor, { x: width / 2, y: height / 2 })),
    [change, width, height],
  )
  const fitAll = useCallback(() => setSeen(fit(box, width, height)), [box, width, height])
  const show = useCallback(
    (place: Coordinates) => change((now) => bringIn(now, place, width, height)),
    [change, width, height],
  )
  return { view: seen ?? start, size, setSize, change, zoom, fitAll, show }
}

/** Whether the page is being printed: the printer gets the whole drawing, whatever of it is seen. */
export function usePrinting(): boolean {
  const [printing, setPrinting] = useState(false)
  useEffect(() => {
    const begin = () => flushSync(() => setPrinting(true))
    const end = () => setPrinting(false)
    addEventListener('beforeprint', begin)
    addEventListener('afterprint', end)
    return () => {
      removeEventListener('beforeprint', begin)
      removeEventListener('afterprint', end)
    }
  }, [])
  return printing
}
