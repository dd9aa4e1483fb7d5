import { useCallback, useEffect, useMemo, useRef } from 'react'
import { revealed, stopsOf, type Side, type Worksheet } from '@/core/worksheet'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { StepBar } from './StepBar'
import { placeOf, Valley } from './Valley'

/** The valley, one reveal at a time. */
export function Stepped({ worksheet, row }: { readonly worksheet: Worksheet; readonly row: string | null }) {
  const { walk, setWalk } = useOpenNetwork()
  const stops = useMemo(() => stopsOf(worksheet), [worksheet])
  const shown = Math.min(walk.shown, stops.length)
  const reveal = useMemo(() => revealed(worksheet, stops, shown), [worksheet, stops, shown])
  const show = useCallback((count: number) => setWalk({ shown: count }), [setWalk])
  const jump = useCallback(
    // With what comes first on this side of the row; all there is where nothing comes there.
    (key: string, side: Side) => {
      const at = stops.findIndex((stop) => stop.row === key && stop.side === side)
      show(at < 0 ? stops.length : at + 1)
    },
    [stops, show],
  )
  // What was shown last comes into view.
  const before = useRef(shown)
  useEffect(() => {
    if (before.current === shown) return
    before.current = shown
    const stop = stops[shown - 1]
    if (!stop) return
    const rowSide = document.querySelector(`[data-row="${stop.row}"][data-side="${stop.side}"]`)
    const place = rowSide ?? document.getElementById(placeOf(stop.row))
    place?.scrollIntoView({ block: 'nearest' })
  }, [stops, shown])
  return (
    <>
      <Valley worksheet={worksheet} row={row} reveal={reveal} onRow={jump} />
      <StepBar rows={worksheet.rows} stops={stops} shown={shown} onShow={show} />
    </>
  )
}
