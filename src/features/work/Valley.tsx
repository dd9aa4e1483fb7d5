'use client'

import { Fragment, useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react'
import clsx from 'clsx'
import dynamic from 'next/dynamic'
import { rowSteps, withoutRounding, type RowHalf, type Showing, type Side, type Worksheet } from '@/core'
import { Button } from '@/ui/Button'
import { Commands, type Command } from '@/ui/commands'
import { useSettings } from '@/ui/settings'
import { Floor } from './Floor'
import { FromKnown } from './FromKnown'
import { Half } from './Half'
import { Lazy } from './Lazy'
import type { Choice } from './Pointed'
import { allShown, type Reveal } from './reveal'
import { useSeenHalves } from './useSeenHalves'
import type { Asked } from './WaysPopover'

const Exchange = dynamic(() => import('./Exchange').then((module) => module.Exchange))
const WaysPopover = dynamic(() => import('./WaysPopover').then((module) => module.WaysPopover))
const Pointed = dynamic(() => import('./Pointed').then((module) => module.Pointed))
const Loops = dynamic(() => import('./Loops').then((module) => module.Loops))

interface Props {
  readonly worksheet: Worksheet
  /** The row that the person stands on; −1 before they walk. */
  readonly row: number
  /** What is shown, where that is not all. */
  readonly reveal: Reveal | null
  /** Asks to go to a row, where one reveal is made at a time. */
  readonly onRow?: (stage: number, index: number, side: Side) => void
}

/** A longer valley opens in pieces of so many rows. */
const rowsAtFirst = 100
/** In a valley with more rows than this, a row is drawn when it comes near the screen. */
const drawnAtOnce = 30

/** The valley: reducing goes down the left side, expanding climbs the right; a row shows the same sheet on both. */
export function Valley({ worksheet, row, reveal, onRow }: Props) {
  // What was chosen and asked belongs to one worksheet; with the next it is gone.
  const [chosenOn, setChosenOn] = useState<{ readonly of: Worksheet; readonly choice: Choice } | null>(null)
  const [askedOn, setAskedOn] = useState<{ readonly of: Worksheet; readonly asked: Asked } | null>(null)
  const choice = chosenOn?.of === worksheet ? chosenOn.choice : null
  const asked = askedOn?.of === worksheet ? askedOn.asked : null
  const { how } = useSettings().settings
  const { reduction, analysis } = worksheet
  const sheets = useMemo(() => sheetsOf(worksheet), [worksheet])
  const exact = useMemo(() => {
    const unrounded = withoutRounding(worksheet)
    return unrounded && sheetsOf(unrounded)
  }, [worksheet])
  const items = useMemo(() => itemsOf(sheets), [sheets])
  const steps = reduction.steps.length
  const [limit, setLimit] = useState(rowsAtFirst)
  const shown = items.slice(0, limit)
  const climbs = analysis.supply.current !== null

  const moved = useRef(row)
  useEffect(() => {
    if (moved.current === row) return
    moved.current = row
    const still = window.matchMedia('(prefers-reduced-motion: reduce)').matches
    document
      .getElementById(row < items.length ? `row-${row}` : 'floor')
      ?.scrollIntoView({ block: 'nearest', behavior: still ? 'auto' : 'smooth' })
  }, [row, items.length])

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
  const showings = useMemo(
    () => sheets.map((sheet, stage) => reveal?.showing(stage) ?? askedAlone(sheet)),
    [sheets, reveal],
  )

  const colours = useMemo(
    () => sheets.map((sheet, stage) => (stage === 0 ? undefined : coloursIn(sheet, sheets[0]))),
    [sheets],
  )

  // What is on the screen follows a change at once; the other rows, drawn as before until then, in the next moments.
  const place = useRef<HTMLElement>(null)
  const seen = useSeenHalves(place, shown.length)
  const later = useDeferredValue(worksheet)
  const sameRows =
    reveal === null &&
    later.beyond.length === 0 &&
    later.reduction.steps.length === steps &&
    later.reduction.leaves.length === reduction.leaves.length
  const reachedOf = (half: RowHalf, step = -1) => (reveal ? reveal.reached(half, step) : allShown)
  const half = ({ stage, index, steps: own }: Item, at: number, side: Side) => {
    const place = { stage, row: index, side }
    if (!reachedOf(place).drawn) return null
    return (
      <Lazy key={`${at} ${side}`} at={at < drawnAtOnce} height={160}>
        <Half
          worksheet={sameRows && stage === 0 && !seen.has(`${at} ${side}`) ? later : sheets[stage]}
          sheet={own[0] ?? sheets[stage].reduction.steps.length}
          steps={own}
          row={at}
          side={side}
          current={row === at}
          chosen={choice?.sheet === at && choice.side === side ? choice.ids : none}
          onChoose={choose}
          onValue={reveal ? undefined : ask}
          reached={reveal ? (step) => reveal.reached(place, step) : allOf}
          showing={showings[stage]}
          colours={colours[stage]}
          exact={exact?.[stage] ?? null}
        />
      </Lazy>
    )
  }
  if (reduction.leaves.length === 0) return null
  const last = sheets.length - 1
  return (
    <section ref={place} aria-label="The valley" className="@container">
      <Commands list={clear} />
      <div className="mb-2 flex justify-between gap-4 text-soft">
        <p>
          <span className="font-semibold text-reduce">↓ Reduce</span>{' '}
          {worksheet.climbed.length > 0
            ? 'climb outward from what is known, combining on the way'
            : combines[worksheet.choices.order]}
        </p>
        {climbs && (
          <p className="hidden @4xl:block">
            undo the steps, carrying current or voltage back <span className="font-semibold text-expand">Expand ↑</span>
          </p>
        )}
      </div>
      {worksheet.climbed.length > 0 && (
        <FromKnown worksheet={worksheet} reached={reachedOf({ stage: 0, row: -1, side: 'reduce' })} />
      )}
      {how !== 'sheets' && <Loops worksheet={worksheet} reveal={reveal} />}
      <div
        className={clsx(
          'grid grid-cols-1 gap-y-2',
          climbs ? '@4xl:grid-cols-[minmax(0,1fr)_2rem_minmax(0,1fr)]' : '@4xl:grid-cols-[minmax(0,1fr)_2.5rem]',
        )}
      >
        {shown.map((item, at) => (
          <Fragment key={at}>
            {item.index < 0 ? (
              <div id={`row-${at}`} style={{ gridRow: at + 1 }} className="col-span-full scroll-my-24 py-1">
                <Exchange
                  worksheet={sheets[item.stage]}
                  next={sheets[item.stage + 1]}
                  exchange={worksheet.beyond[item.stage].exchange}
                  stage={item.stage}
                  reached={(side) => reachedOf({ stage: item.stage, row: item.row, side })}
                />
              </div>
            ) : (
              <>
                <div
                  id={`row-${at}`}
                  style={{ gridRow: at + 1 }}
                  className="col-start-1 flex scroll-my-24 items-center justify-end row-half"
                >
                  {half(item, at, 'reduce')}
                </div>
                <Spine
                  row={at}
                  number={at - item.stage}
                  current={row === at}
                  onJump={onRow && ((side) => onRow(item.stage, item.index, side))}
                  climbs={climbs}
                />
              </>
            )}
          </Fragment>
        ))}
        {shown.length < items.length && (
          <p style={{ gridRow: shown.length + 1 }} className="col-span-full py-2 text-center text-soft">
            {(items.length - shown.length).toLocaleString('en')} more rows lie between here and the floor.{' '}
            <Button onClick={() => setLimit(limit + rowsAtFirst)}>
              Show {Math.min(rowsAtFirst, items.length - shown.length)} of them
            </Button>
          </p>
        )}
        <div id="floor" style={{ gridRow: shown.length + 2 }} className="col-span-full scroll-my-24">
          {worksheet.climbed.length === 0 && (
            <FromKnown worksheet={worksheet} reached={reachedOf({ stage: 0, row: -1, side: 'reduce' })} />
          )}
          <Floor
            worksheet={sheets[last]}
            current={row >= items.length && steps > 0}
            reached={reachedOf({ stage: last, row: rowSteps(sheets[last]).length, side: 'floor' })}
          />
        </div>
        {climbs && (
          <p className="col-span-full font-semibold text-expand @4xl:hidden">↑ Expand: undo the steps, last first</p>
        )}
        {climbs &&
          shown
            .map((item, at) => ({ item, at }))
            .reverse()
            .map(({ item, at }) =>
              item.index < 0 ? null : (
                <div
                  key={at}
                  className="flex items-center justify-start row-half @4xl:col-start-3 @4xl:[grid-row:var(--row)]"
                  style={{ '--row': at + 1 } as React.CSSProperties}
                >
                  {half(item, at, 'expand')}
                </div>
              ),
            )}
      </div>
      {choice && items[choice.sheet] && (
        <Pointed
          worksheet={sheets[items[choice.sheet].stage]}
          sheet={items[choice.sheet].steps[0] ?? sheets[items[choice.sheet].stage].reduction.steps.length}
          ids={choice.ids}
          onClose={letGo}
        />
      )}
      {asked && <WaysPopover worksheet={worksheet} asked={asked} onClose={() => setAskedOn(null)} />}
    </section>
  )
}

const combines = {
  single: 'combine one group a sheet, until one resistance is left',
  rounds: 'combine every group that a sheet offers, until one resistance is left',
  pairs: 'combine two at a time, until one resistance is left',
} as const
const none: readonly number[] = []
const allOf = () => allShown

/** Where only some quantities are asked for, sheets show those that lead there. */
function askedAlone({ wanted }: Worksheet): Showing | undefined {
  if (!wanted) return undefined
  const found = new Set(wanted.lines.map(({ element, quantity }) => `${quantity} ${element}`))
  return (id, quantity, text) => (quantity === 'resistance' || found.has(`${quantity} ${id}`) ? text : '')
}

function sheetsOf(worksheet: Worksheet): readonly Worksheet[] {
  return [worksheet, ...worksheet.beyond.map((next) => next.worksheet)]
}

/** Nodes keep the colours of their labels through exchanges; the new ones take the next. */
function coloursIn({ wiring }: Worksheet, first: Worksheet): number[] {
  const known = new Map(first.wiring.nodes.map(({ label }, node) => [label, node]))
  return wiring.nodes.map(({ label }) => {
    const node = known.get(label) ?? known.size
    known.set(label, node)
    return node
  })
}

/** A row of the valley: a sheet of one stage with its steps, or (index −1) the exchange that leads to the next. */
interface Item {
  readonly stage: number
  readonly index: number
  /** Its row among those of its stage; an exchange stands at the floor of its stage. */
  readonly row: number
  readonly steps: readonly number[]
}

function itemsOf(sheets: readonly Worksheet[]): Item[] {
  return sheets.flatMap((sheet, stage) => {
    const rows = rowSteps(sheet).map((steps, index): Item => ({ stage, index, row: index, steps }))
    return stage < sheets.length - 1 ? [...rows, { stage, index: -1, row: rows.length, steps: [] }] : rows
  })
}

/** The number of a sheet on the spine; where one reveal is made at a time, its two sides can be jumped to. */
function Spine({
  row,
  number,
  current,
  onJump,
  climbs,
}: {
  readonly row: number
  /** Of its sheet; exchanges have none. */
  readonly number: number
  readonly current: boolean
  readonly onJump?: (side: Side) => void
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
      style={{ gridRow: row + 1 }}
      className={clsx(
        'relative items-center justify-center @4xl:col-start-2 @4xl:flex @4xl:flex-col @4xl:gap-1',
        onJump ? 'col-start-1 flex gap-2' : 'hidden',
      )}
    >
      <span aria-hidden className="absolute -inset-y-1 hidden w-0.5 bg-expand @4xl:block" />
      {onJump ? (
        <>
          {jump('reduce', '↓', `Go down to sheet ${number}`)}
          <span aria-hidden className="relative bg-desk px-0.5 font-mono text-xs">
            {number}
          </span>
          {climbs && jump('expand', '↑', `Go up to sheet ${number}`)}
        </>
      ) : (
        <span aria-hidden className={disc}>
          {number}
        </span>
      )}
    </div>
  )
}
