'use client'

import { Fragment, useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react'
import clsx from 'clsx'
import type { Side, Worksheet } from '@/core'
import { Button } from '@/ui/Button'
import { Commands, type Command } from '@/ui/commands'
import { Floor } from './Floor'
import { Half } from './Half'
import { Lazy } from './Lazy'
import { Pointed, type Choice } from './Pointed'
import { useSeenHalves } from './useSeenHalves'
import { WaysPopover, type Asked } from './WaysPopover'

interface Props {
  readonly worksheet: Worksheet
  /** The row that the person stands on; −1 before they walk. */
  readonly row: number
}

/** A longer valley opens in pieces of so many rows. */
const rowsAtFirst = 100
/** In a valley with more rows than this, a row is drawn when it comes near the screen. */
const drawnAtOnce = 30

/** The valley: reducing goes down the left side, expanding climbs the right; a row shows the same sheet on both. */
export function Valley({ worksheet, row }: Props) {
  // What was chosen and asked belongs to one worksheet; with the next it is gone.
  const [chosenOn, setChosenOn] = useState<{ readonly of: Worksheet; readonly choice: Choice } | null>(null)
  const [askedOn, setAskedOn] = useState<{ readonly of: Worksheet; readonly asked: Asked } | null>(null)
  const choice = chosenOn?.of === worksheet ? chosenOn.choice : null
  const asked = askedOn?.of === worksheet ? askedOn.asked : null
  const { reduction, analysis } = worksheet
  const steps = reduction.steps.length
  const stopped = analysis.status === 'not-series-parallel'
  // A bridge leaves a last sheet without a step; a single resistor has one sheet and no step.
  const rows = stopped || steps === 0 ? steps + 1 : steps
  const [limit, setLimit] = useState(rowsAtFirst)
  const shown = Math.min(rows, limit)
  const climbs = analysis.supply.current !== null

  const moved = useRef(row)
  useEffect(() => {
    if (moved.current === row) return
    moved.current = row
    const still = window.matchMedia('(prefers-reduced-motion: reduce)').matches
    document
      .getElementById(row < rows ? `row-${row}` : 'floor')
      ?.scrollIntoView({ block: 'nearest', behavior: still ? 'auto' : 'smooth' })
  }, [row, rows])

  const choose = useCallback(
    (sheet: number, side: Side, id: number) => {
      setChosenOn((before) => {
        const sofar = before?.of === worksheet ? before.choice : null
        const same = sofar?.sheet === sheet && sofar.side === side ? sofar.ids : []
        const ids = same.includes(id) ? same.filter((one) => one !== id) : [...same, id]
        return ids.length === 0 ? null : { of: worksheet, choice: { sheet, side, ids } }
      })
    },
    [worksheet],
  )
  const ask = useCallback(
    (id: number, anchor: Element) => setAskedOn({ of: worksheet, asked: { id, anchor } }),
    [worksheet],
  )
  const letGo = useCallback(() => setChosenOn(null), [])
  const clear = useMemo(
    (): readonly Command[] => [{ name: 'Let go of what was chosen', keys: 'esc', run: letGo }],
    [letGo],
  )

  // What is on the screen follows a change at once; the other rows, drawn as before until then, in the next moments.
  const place = useRef<HTMLElement>(null)
  const seen = useSeenHalves(place, shown)
  const later = useDeferredValue(worksheet)
  const sameRows = later.reduction.steps.length === steps && later.reduction.leaves.length === reduction.leaves.length
  const half = (index: number, side: Side) => (
    <Lazy key={`${index} ${side}`} at={index < drawnAtOnce} height={160}>
      <Half
        worksheet={sameRows && !seen.has(`${index} ${side}`) ? later : worksheet}
        index={index}
        side={side}
        current={row === index}
        chosen={choice?.sheet === index && choice.side === side ? choice.ids : none}
        onChoose={choose}
        onValue={ask}
      />
    </Lazy>
  )
  if (reduction.leaves.length === 0) return null
  const indices = Array.from({ length: shown }, (_, index) => index)
  return (
    <section ref={place} aria-label="The valley" className="@container">
      <Commands list={clear} />
      <div className="mb-2 flex justify-between gap-4 text-soft">
        <p>
          <span className="font-semibold text-reduce">↓ Reduce</span> combine one group a sheet, until one resistance is
          left
        </p>
        {climbs && (
          <p className="hidden @4xl:block">
            undo the steps, carrying current or voltage back <span className="font-semibold text-expand">Expand ↑</span>
          </p>
        )}
      </div>
      <div
        className={clsx(
          'grid grid-cols-1 gap-y-2',
          climbs ? '@4xl:grid-cols-[minmax(0,1fr)_2.5rem_minmax(0,1fr)]' : '@4xl:grid-cols-[minmax(0,1fr)_2.5rem]',
        )}
      >
        {indices.map((index) => (
          <Fragment key={index}>
            <div
              id={`row-${index}`}
              style={{ gridRow: index + 1 }}
              className="col-start-1 flex scroll-my-24 items-center justify-end row-half"
            >
              {half(index, 'reduce')}
            </div>
            <Spine index={index} current={row === index} />
          </Fragment>
        ))}
        {shown < rows && (
          <p style={{ gridRow: shown + 1 }} className="col-span-full py-2 text-center text-soft">
            {(rows - shown).toLocaleString('en')} more rows lie between here and the floor.{' '}
            <Button onClick={() => setLimit(limit + rowsAtFirst)}>
              Show {Math.min(rowsAtFirst, rows - shown)} of them
            </Button>
          </p>
        )}
        <div id="floor" style={{ gridRow: shown + 2 }} className="col-span-full scroll-my-24">
          <Floor worksheet={worksheet} current={row >= steps && steps > 0} />
        </div>
        {climbs && (
          <p className="col-span-full font-semibold text-expand @4xl:hidden">↑ Expand: undo the steps, last first</p>
        )}
        {climbs &&
          [...indices].reverse().map((index) => (
            <div
              key={index}
              className="flex items-center justify-start row-half @4xl:col-start-3 @4xl:[grid-row:var(--row)]"
              style={{ '--row': index + 1 } as React.CSSProperties}
            >
              {half(index, 'expand')}
            </div>
          ))}
      </div>
      {choice && <Pointed worksheet={worksheet} choice={choice} onClose={letGo} />}
      <WaysPopover worksheet={worksheet} asked={asked} onClose={() => setAskedOn(null)} />
    </section>
  )
}

const none: readonly number[] = []

function Spine({ index, current }: { readonly index: number; readonly current: boolean }) {
  return (
    <div
      aria-hidden
      style={{ gridRow: index + 1 }}
      className="relative col-start-2 hidden items-center justify-center @4xl:flex"
    >
      <span className="absolute -inset-y-1 w-0.5 bg-expand" />
      <span
        className={clsx(
          'relative flex size-6 items-center justify-center rounded-full border-2 font-mono text-xs',
          current ? 'border-chosen bg-chosen text-sheet' : 'border-edge bg-sheet',
        )}
      >
        {index}
      </span>
    </div>
  )
}
