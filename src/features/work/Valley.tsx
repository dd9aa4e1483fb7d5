'use client'

import { Fragment, useCallback, useDeferredValue, useEffect, useMemo, useRef, useState, type RefObject } from 'react'
import clsx from 'clsx'
import dynamic from 'next/dynamic'
import { withoutRounding, type Reveal, type Row, type Side, type Worksheet } from '@/core/worksheet'
import { orders } from '@/core/structure'
import { Button } from '@/ui/Button'
import { Commands, type Command } from '@/ui/commands'
import { useSettings } from '@/ui/settings'
import { Nothing, onceThere } from '@/ui/onceThere'
import { SupplyBar, FromKnown } from './SupplyBar'
import { RowSide } from './RowSide'
import { Lazy } from './Lazy'
import { type Choice, Pointed } from './Pointed'
import { Spine } from './Spine'
import { Exchange } from './Exchange'

const StepMenu = dynamic(() => onceThere(() => import('./StepMenu')).then((module) => module.StepMenu), {
  loading: Nothing,
})
const Loops = dynamic(() => onceThere(() => import('./Loops')).then((module) => module.Loops), { loading: Nothing })

interface Props {
  readonly worksheet: Worksheet
  /** The key of the row that the person stands on; null before they walk. */
  readonly row: string | null
  /** What is shown, where that is not all. */
  readonly reveal: Reveal | null
  /** Asks to go to a row, where one reveal is made at a time. */
  readonly onRow?: (row: string, side: Side) => void
}

/** A longer valley opens in pieces of so many rows. */
const rowsAtFirst = 100
/** In a valley with more rows than this, a row is drawn when it comes near the screen. */
const drawnAtOnce = 30
/** So many rows are drawn before anything else: those that are seen when the page opens. */
const drawnFirst = 2

/** The valley: reducing goes down the left side, expanding climbs the right; a row shows the same sheet on both. */
export function Valley({ worksheet, row, reveal, onRow }: Props) {
  const [choice, setChoice] = useState<Choice | null>(null)
  const [menu, setMenu] = useState<{ readonly number: number; readonly anchor: Element } | null>(null)
  // What was chosen belongs to one worksheet; with the next it is gone.
  const [of, setOf] = useState(worksheet)
  if (of !== worksheet) {
    setOf(worksheet)
    setChoice(null)
  }
  const { how } = useSettings().settings
  const { wiring } = worksheet
  const between = useMemo(() => inBetween(worksheet), [worksheet])
  const known = worksheet.rows.find(({ kind }) => kind === 'known')
  const supply = worksheet.rows.find(({ kind }) => kind === 'supply')
  const [limit, setLimit] = useState(rowsAtFirst)
  const shown = between.slice(0, limit)
  // Where only resistances are asked for, nothing is carried back.
  const climbs =
    worksheet.derivation.supply !== null && (worksheet.asked === null || worksheet.rows.some(({ up }) => up.length > 0))
  const outward = known !== undefined && known === worksheet.rows[0]

  const moved = useRef(row)
  useEffect(() => {
    if (moved.current === row || row === null) return
    moved.current = row
    bringIntoView(document.getElementById(placeOf(row)), 'nearest')
  }, [row])

  // The same for every worksheet, so that parts that look the same are not drawn anew.
  const choose = useCallback((on: string, side: Side, id: number) => {
    setChoice((before) => {
      const same = before?.row === on && before.side === side ? before.ids : []
      const ids = same.includes(id) ? same.filter((one) => one !== id) : [...same, id]
      return ids.length === 0 ? null : { row: on, side, ids }
    })
  }, [])
  const openMenu = useCallback((number: number, anchor: Element) => setMenu({ number, anchor }), [])
  const letGo = useCallback(() => setChoice(null), [])
  const clear = useMemo((): readonly Command[] => [{ name: 'Clear the choice', keys: 'esc', run: letGo }], [letGo])

  // What is on the screen follows a change at once; the other rows, drawn as before until then, in the next moments.
  const place = useRef<HTMLElement>(null)
  const seen = useSeenSides(place, shown.length)
  const later = useDeferredValue(worksheet)
  const isSettled = useDeferredValue(true, false)
  const before = useMemo(() => inBetween(later), [later])
  const sameRows =
    reveal === null &&
    before.length === between.length &&
    before.every((it, at) => it.key === between[at].key && it.sheet === between[at].sheet) &&
    later.wiring.live.length === wiring.live.length
  const sideOf = (it: Row, at: number, side: Side) => {
    if (reveal && !reveal.isDrawn(it.key, side)) return null
    if (side === 'expand' && worksheet.asked !== null && it.up.length === 0) return null
    const isLater = sameRows && !seen.has(`${it.key} ${side}`)
    const drawn = isLater ? later : worksheet
    return (
      <Lazy key={`${it.key} ${side}`} at={at < (isSettled ? drawnAtOnce : drawnFirst)} height={160}>
        <RowSide
          worksheet={drawn}
          row={isLater ? before[at] : it}
          side={side}
          current={row === it.key}
          chosen={choice?.row === it.key && choice.side === side ? choice.ids : none}
          onChoose={choose}
          reveal={reveal}
          exact={withoutRounding(drawn)}
          isSeen={seen.has(`${it.key} ${side}`)}
        />
      </Lazy>
    )
  }
  if (wiring.live.length === 0) return null
  const menuRow = menu && between.find(({ number }) => number === menu.number)
  const chosenRow = choice && between.find(({ key }) => key === choice.row)
  return (
    <section ref={place} aria-label="The valley" className="@container">
      <Commands group="The steps" list={clear} />
      <div className="mb-2 flex justify-between gap-4 text-soft">
        <p>
          <span className="font-semibold text-reduce">↓ Reduce</span>{' '}
          {outward ? 'climb outward from what is known, combining on the way' : orders[worksheet.choices.order].words}
        </p>
        {climbs && (
          <p className="hidden @valley:block">
            undo the steps, carrying current or voltage back <span className="font-semibold text-expand">Expand ↑</span>
          </p>
        )}
      </div>
      {known && outward && <FromKnown worksheet={worksheet} row={known} reveal={reveal} />}
      {how !== 'sheets' && <Loops worksheet={worksheet} reveal={reveal} />}
      <div
        className={clsx(
          'grid grid-cols-1 gap-y-2',
          climbs ? '@valley:grid-cols-[minmax(0,1fr)_2rem_minmax(0,1fr)]' : '@valley:grid-cols-[minmax(0,1fr)_2.5rem]',
        )}
      >
        {shown.map((it, at) => (
          <Fragment key={it.key}>
            {it.number === null ? (
              <div id={placeOf(it.key)} style={{ gridRow: at + 1 }} className="col-span-full scroll-my-24 py-1">
                <Exchange worksheet={worksheet} row={it} reveal={reveal} exact={withoutRounding(worksheet)} />
              </div>
            ) : (
              <>
                <div
                  id={placeOf(it.key)}
                  style={{ gridRow: at + 1 }}
                  className="col-start-1 flex scroll-my-24 items-center justify-end row-side"
                >
                  {sideOf(it, at, 'reduce')}
                </div>
                <Spine
                  at={at}
                  number={it.number}
                  current={row === it.key}
                  onJump={onRow && ((side) => onRow(it.key, side))}
                  onMenu={onRow ? undefined : openMenu}
                  climbs={climbs}
                />
              </>
            )}
          </Fragment>
        ))}
        {shown.length < between.length && (
          <p style={{ gridRow: shown.length + 1 }} className="col-span-full py-2 text-center text-soft">
            {(between.length - shown.length).toLocaleString('en')} more rows lie between here and the floor.{' '}
            <Button onClick={() => setLimit(limit + rowsAtFirst)}>
              Show {Math.min(rowsAtFirst, between.length - shown.length)} of them
            </Button>
          </p>
        )}
        <div id="floor" style={{ gridRow: shown.length + 2 }} className="col-span-full scroll-my-24">
          {known && !outward && <FromKnown worksheet={worksheet} row={known} reveal={reveal} />}
          {supply && <SupplyBar worksheet={worksheet} row={supply} current={row === supply.key} reveal={reveal} />}
        </div>
        {climbs && (
          <p className="col-span-full font-semibold text-expand @valley:hidden">↑ Expand: undo the steps, last first</p>
        )}
        {climbs &&
          shown
            .map((it, at) => ({ it, at }))
            .reverse()
            .map(({ it, at }) =>
              it.number === null ? null : (
                <div
                  key={it.key}
                  className="flex items-center justify-start row-side @valley:col-start-3 @valley:[grid-row:var(--row)]"
                  style={{ '--row': at + 1 } as React.CSSProperties}
                >
                  {sideOf(it, at, 'expand')}
                </div>
              ),
            )}
      </div>
      {choice && chosenRow && <Pointed worksheet={worksheet} row={chosenRow} ids={choice.ids} onClose={letGo} />}
      {menuRow && menu && (
        <StepMenu
          worksheet={worksheet}
          row={menuRow}
          anchor={menu.anchor}
          sides={climbs && menuRow.up.length > 0 ? ['reduce', 'expand'] : ['reduce']}
          onClose={() => setMenu(null)}
        />
      )}
    </section>
  )
}

const none: readonly number[] = []

/** The rows between the head and the floor: sheets and exchanges. */
function inBetween({ rows }: Worksheet): readonly Row[] {
  return rows.filter(({ kind }) => kind === 'sheet' || kind === 'exchange')
}

/** The id of a row's place in the page. */
export function placeOf(row: string): string {
  return row === 'supply' || row === 'known' ? 'floor' : `row-${row}`
}

/** Which sides of rows are on the screen (or nearly): their names, `0 reduce`, `0 expand`… */
function useSeenSides(place: RefObject<HTMLElement | null>, rows: number): ReadonlySet<string> {
  const [seen, setSeen] = useState<ReadonlySet<string>>(new Set())
  useEffect(() => {
    if (place.current === null) return
    const observer = new IntersectionObserver((entries) =>
      setSeen((before) => {
        const after = new Set(before)
        for (const { target, isIntersecting } of entries) {
          const name = `${target.getAttribute('data-row')} ${target.getAttribute('data-side')}`
          if (isIntersecting) after.add(name)
          else after.delete(name)
        }
        return after
      }),
    )
    for (const side of place.current.querySelectorAll('[data-row]')) observer.observe(side)
    return () => observer.disconnect()
  }, [place, rows])
  return seen
}

/** Scrolls something into view, at once where the system asks for as little motion as possible. */
export function bringIntoView(element: Element | null, block: ScrollLogicalPosition): void {
  const still = window.matchMedia('(prefers-reduced-motion: reduce)').matches
  element?.scrollIntoView({ block, behavior: still ? 'auto' : 'smooth' })
}
