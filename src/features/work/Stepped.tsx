import dynamic from 'next/dynamic'
import { useCallback, useEffect, useMemo, useRef } from 'react'
import { revealed, stopsAtPace, stopsOf, type Pace, type Side, type Worksheet } from '@/core/worksheet'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { onceThere } from '@/ui/onceThere'
import { StepBar } from './StepBar'
import { Threaded } from './thread/Threaded'
import { placeOf, Valley } from './Valley'

const Stairs = dynamic(() => onceThere(() => import('@/ui/Stairs')).then((module) => module.Stairs))

/** The valley, one reveal at a time. */
export function Stepped({
  worksheet,
  row,
  onThreaded,
}: {
  readonly worksheet: Worksheet
  readonly row: string | null
  readonly onThreaded: (isThreaded: boolean) => void
}) {
  const { walk, setWalk } = useOpenNetwork()
  const { pace } = walk
  const stops = useMemo(() => stopsOf(worksheet, pace), [worksheet, pace])
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
  const changePace = useCallback(
    (next: Pace) => setWalk({ pace: next, shown: stopsAtPace(stops, shown, stopsOf(worksheet, next)) }),
    [setWalk, stops, shown, worksheet],
  )
  // What was shown last comes into view, clear of the bars above and below.
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
      <Threaded worksheet={worksheet} isFound={reveal.isFound} onThreaded={onThreaded}>
        <Valley worksheet={worksheet} row={row} reveal={reveal} onRow={jump} />
        <Stairs worksheet={worksheet} reveal={reveal} />
      </Threaded>
      <StepBar worksheet={worksheet} stops={stops} shown={shown} pace={pace} onShow={show} onPace={changePace} />
    </>
  )
}
