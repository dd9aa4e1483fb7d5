import clsx from 'clsx'
import { ChevronsLeft, ChevronsRight, StepBack, StepForward } from 'lucide-react'
import { useMemo } from 'react'
import type { Row, Stop } from '@/core/worksheet'
import { Button } from '@/ui/Button'
import { Commands, type Command } from '@/ui/commands'
import { floatingBar } from '@/ui/floatingBar'

const parts = { reason: 'the reason', arithmetic: 'the arithmetic', value: 'the value', check: 'the check' } as const

/** Walks the worksheet one reveal at a time. */
export function StepBar({
  rows,
  stops,
  shown,
  onShow,
}: {
  readonly rows: readonly Row[]
  readonly stops: readonly Stop[]
  readonly shown: number
  readonly onShow: (count: number) => void
}) {
  const next = stops[shown]
  const commands = useMemo((): readonly Command[] => {
    const to = (count: number) => () => onShow(Math.max(0, Math.min(stops.length, count)))
    return [
      { name: 'Show the next thing', keys: 'right,n', run: to(shown + 1) },
      { name: 'Take the last thing back', keys: 'left', run: to(shown - 1) },
      { name: 'Start over', keys: 'home', run: to(0) },
      { name: 'Show all the rest', keys: 'end', run: to(stops.length) },
    ]
  }, [stops.length, shown, onShow])
  return (
    <div
      role="toolbar"
      aria-label="One reveal at a time"
      className={clsx(
        floatingBar,
        'fixed inset-x-4 bottom-4 z-20 mx-auto flex w-fit max-w-full items-center justify-center gap-2 px-3 py-2 max-sm:w-full',
      )}
    >
      <Commands list={commands} />
      <Button tip="Start over" keys="home" aria-label="Start over" disabled={shown === 0} onClick={commands[2].run}>
        <ChevronsLeft size={16} aria-hidden />
      </Button>
      <Button tip="Take the last thing back" keys="left" disabled={shown === 0} onClick={commands[1].run}>
        <StepBack size={16} aria-hidden /> Back
      </Button>
      <span role="status" className="min-w-0 text-center text-xs text-soft sm:min-w-44">
        {next ? (
          <>
            {shown} of {stops.length} shown; next {parts[next.part]}
            {placeInWords(rows, next)}
          </>
        ) : (
          'all is shown'
        )}
      </span>
      <Button look="strong" tip="Show the next thing" keys="right" disabled={!next} onClick={commands[0].run}>
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
