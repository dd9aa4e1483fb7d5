import { useCallback, useEffect, useMemo, useRef } from 'react'
import { stopsOf, type Side, type Worksheet } from '@/core'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { revealed, stopOf } from './reveal'
import { StepBar } from './StepBar'
import { Valley } from './Valley'

/** The valley, one reveal at a time. */
export default function Stepped({ worksheet, row }: { readonly worksheet: Worksheet; readonly row: number }) {
  const { walk, setWalk } = useOpenNetwork()
  const stops = useMemo(() => stopsOf(worksheet), [worksheet])
  const shown = Math.min(walk.shown, stops.length)
  const reveal = useMemo(() => revealed(worksheet, stops, shown), [worksheet, stops, shown])
  const show = useCallback((count: number) => setWalk({ shown: count }), [setWalk])
  const jump = useCallback(
    (stage: number, index: number, side: Side) => show(stopOf(stops, stage, index, side)),
    [stops, show],
  )
  // What was shown last comes into view.
  const before = useRef(shown)
  useEffect(() => {
    if (before.current === shown) return
    before.current = shown
    const stop = stops[shown - 1]
    const place = stop?.side === 'floor' ? '#floor' : stop && `[data-row="${stop.row}"][data-side="${stop.side}"]`
    if (place) document.querySelector(place)?.scrollIntoView({ block: 'nearest' })
  }, [stops, shown])
  return (
    <>
      <Valley worksheet={worksheet} row={row} reveal={reveal} onRow={jump} />
      <StepBar stops={stops} shown={shown} onShow={show} />
    </>
  )
}
