import dynamic from 'next/dynamic'
import { useCallback, useEffect, useMemo, useRef, type ReactNode } from 'react'
import {
  revealed,
  stopsAtPace,
  stopsOf,
  type Pace,
  type Side,
  type Worksheet,
  wordStop,
  type Row,
  type Stop,
} from '@/core/worksheet'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { Nothing, onceThere } from '@/ui/onceThere'
import { Threaded } from './thread/Threaded'
import { placeOf, Valley } from './Valley'
import clsx from 'clsx'
import { ChevronsLeft, ChevronsRight, StepBack, StepForward } from 'lucide-react'
import { Button } from '@/ui/Button'
import { Commands, type Command } from '@/ui/commands'
import { Docked } from '@/ui/Dock'
import { useSettings } from '@/ui/settings'

const Stairs = dynamic(() => onceThere(() => import('@/ui/Stairs')).then((module) => module.Stairs), {
  loading: Nothing,
})

/** The valley, one reveal at a time. */
export function Stepped({
  worksheet,
  row,
  unpointed,
}: {
  readonly worksheet: Worksheet
  readonly row: string | null
  readonly unpointed: ReactNode
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
      <Threaded worksheet={worksheet} isFound={reveal.isFound} unpointed={unpointed}>
        <Valley worksheet={worksheet} row={row} reveal={reveal} onRow={jump} />
        <Stairs worksheet={worksheet} reveal={reveal} />
      </Threaded>
      <Docked label="Steps">
        <StepBar worksheet={worksheet} stops={stops} shown={shown} pace={pace} onShow={show} onPace={changePace} />
      </Docked>
    </>
  )
}

const parts = { reason: 'the reason', line: 'a line', check: 'the check' } as const
const paces = { line: 'by line', row: 'by row' } as const

/** Walks the worksheet one reveal at a time. */
function StepBar({
  worksheet,
  stops,
  shown,
  pace,
  onShow,
  onPace,
}: {
  readonly worksheet: Worksheet
  readonly stops: readonly Stop[]
  readonly shown: number
  readonly pace: Pace
  readonly onShow: (count: number) => void
  readonly onPace: (pace: Pace) => void
}) {
  const { figures } = useSettings().settings
  const { rows } = worksheet
  const next = stops[shown]
  const commands = useMemo((): readonly Command[] => {
    const to = (count: number) => () => onShow(Math.max(0, Math.min(stops.length, count)))
    return [
      { name: 'Show the next one', keys: 'right,n', run: to(shown + 1) },
      { name: 'Hide the last one', keys: 'left', run: to(shown - 1) },
      { name: 'Start over', keys: 'home', run: to(0) },
      { name: 'Show all the rest', keys: 'end', run: to(stops.length) },
      { name: 'Reveal by line or by row', keys: 'b', run: () => onPace(pace === 'line' ? 'row' : 'line') },
    ]
  }, [stops.length, shown, pace, onShow, onPace])
  const last = shown > 0 ? stops[shown - 1] : undefined
  return (
    <div
      role="toolbar"
      aria-label="One reveal at a time"
      className="flex w-full items-center justify-center gap-2 border-line bg-panel px-3 py-1.5 max-lg:border-t lg:border-b"
    >
      <Commands group="The steps" within="steps" list={commands} />
      <Button tip="Start over" keys="home" aria-label="Start over" disabled={shown === 0} onClick={commands[2].run}>
        <ChevronsLeft size={16} aria-hidden />
      </Button>
      <Button tip="Hide the last one" keys="left" disabled={shown === 0} onClick={commands[1].run}>
        <StepBack size={16} aria-hidden /> Back
      </Button>
      <span role="group" aria-label="Reveal" className="flex max-sm:hidden">
        {(Object.keys(paces) as Pace[]).map((it) => (
          <Button
            key={it}
            tip="How much comes at once"
            keys="b"
            aria-pressed={pace === it}
            className={clsx('text-xs', pace === it && '!border-chosen !bg-chosen-wash')}
            onClick={() => onPace(it)}
          >
            {paces[it]}
          </Button>
        ))}
      </span>
      <span className="min-w-0 text-center text-xs text-soft sm:min-w-44">
        <span role="status">
          {/* Read aloud is what came, not how much there is. */}
          <span className="sr-only">{last ? wordStop(worksheet, last, figures) : 'nothing is shown yet'}</span>
          {!next && <span className="sr-only">; </span>}
          {!next && 'all is shown'}
        </span>
        {next && (
          <span>
            {shown} of {stops.length} shown; next {pace === 'row' ? 'the row' : parts[next.shows[0].part]}
            {placeInWords(rows, next)}
          </span>
        )}
      </span>
      <Button look="strong" tip="Show the next one" keys="right" disabled={!next} onClick={commands[0].run}>
        Next <StepForward size={16} aria-hidden />
      </Button>
      <Button
        tip="Show all the rest"
        keys="end"
        aria-label="Show all the rest"
        disabled={!next}
        onClick={commands[3].run}
      >
        <ChevronsRight size={16} aria-hidden />
      </Button>
    </div>
  )
}

/** Where the next thing stands, in words. */
function placeInWords(rows: readonly Row[], { row: key, side }: Stop): string {
  const row = rows.find((it) => it.key === key)
  if (row?.kind === 'supply') return ' at the floor'
  if (row?.kind === 'exchange') return `, the exchange ${side === 'reduce' ? 'down' : 'back'}`
  return row?.kind === 'sheet' ? `, sheet ${row.number} ${side === 'reduce' ? 'down' : 'up'}` : ''
}
