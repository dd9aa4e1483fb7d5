import clsx from 'clsx'
import { memo } from 'react'
import type { Side } from '@/core/worksheet'

/** The number of a sheet on the spine; where one reveal is made at a time, its two sides can be jumped to. */
export const Spine = memo(function Spine({
  at,
  number,
  current,
  onJump,
  onMenu,
  climbs,
}: {
  /** Its place in the grid. */
  readonly at: number
  readonly number: number
  readonly current: boolean
  readonly onJump?: (side: Side) => void
  /** Asks for actions with the row, from its number. */
  readonly onMenu?: (number: number, anchor: Element) => void
  readonly climbs: boolean
}) {
  const disc = clsx(
    'relative flex size-6 items-center justify-center rounded-full border-2 font-mono text-xs',
    current ? 'border-chosen bg-chosen text-sheet' : 'border-edge bg-sheet',
  )
  const jump = (side: Side, arrow: string, label: string) => (
    <button type="button" className={disc} aria-label={label} onClick={() => onJump?.(side)}>
      {arrow}
    </button>
  )
  return (
    <div
      style={{ gridRow: at + 1 }}
      // On a narrow screen it would lie over the sheet; what it offers is in the bar, or in the report.
      className="relative hidden items-center justify-center @valley:col-start-2 @valley:flex @valley:flex-col @valley:gap-1"
    >
      <span aria-hidden className="absolute -inset-y-1 hidden w-0.5 bg-expand @valley:block" />
      {onJump ? (
        <>
          {jump('reduce', '↓', `Go down to sheet ${number}`)}
          <span aria-hidden className="relative bg-desk px-0.5 font-mono text-xs">
            {number}
          </span>
          {climbs && jump('expand', '↑', `Go up to sheet ${number}`)}
        </>
      ) : (
        <button
          type="button"
          className={clsx(disc, 'hover:border-chosen')}
          aria-label={`Copy sheet ${number}`}
          aria-haspopup="dialog"
          title="Copy this step"
          onClick={(event) => onMenu?.(number, event.currentTarget)}
        >
          {number}
        </button>
      )}
    </div>
  )
})
