'use client'

import { Fragment, memo, useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react'
import clsx from 'clsx'
import { drawSheet, explainFloor, explainKnown, explainRowDown, explainRowUp, type Side, type Worksheet } from '@/core'
import { boxAround, type Picture } from '@/core/drawing'
import { wordSentence } from '@/core/explain'
import { quantityText } from '@/core/quantity'
import { Button } from '@/ui/Button'
import { Commands, type Command } from '@/ui/commands'
import { Formula } from '@/ui/Formula'
import { useSettings } from '@/ui/settings'
import { SheetDrawing } from '@/ui/SheetDrawing'
import { Lazy } from './Lazy'
import { Pointed, type Choice } from './Pointed'
import { useSeenHalves } from './useSeenHalves'
import { WaysPopover, type Asked } from './WaysPopover'

interface Props {
  readonly worksheet: Worksheet
  /** The row that the person stands on; −1 before they walk. */
  readonly row: number
}

/** Sheets with more elements than this are not drawn: nobody could read them. */
const mostDrawn = 150
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
          <p className="col-span-full font-semibold text-expand @4xl:hidden" style={{ order: 0 }}>
            ↑ Expand: undo the steps, last first
          </p>
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

interface HalfProps {
  readonly worksheet: Worksheet
  readonly index: number
  readonly side: Side
  readonly current: boolean
  readonly chosen: readonly number[]
  readonly onChoose: (sheet: number, side: Side, id: number) => void
  readonly onValue: (id: number, anchor: Element) => void
}

/** One side of a row: the sheet on a card, and beside it (above it where there is no room) what happens there. */
const Half = memo(function Half({ worksheet, index, side, current, chosen, onChoose, onValue }: HalfProps) {
  const { settings } = useSettings()
  const { figures, symbols } = settings
  const { reduction, wiring } = worksheet
  const step = reduction.steps[index]
  const elements =
    reduction.leaves.length +
    index -
    reduction.steps.slice(0, index).reduce((gone, { members }) => gone + members.length, 0)
  const picture = useMemo(
    () => (elements <= mostDrawn ? drawSheet(worksheet, index, side, figures) : null),
    [worksheet, index, side, figures, elements],
  )
  const nodeLabels = useMemo(() => wiring.nodes.map(({ label }) => label), [wiring])
  const loop = useMemo(() => (picture && step ? loopAround(picture, step.members) : null), [picture, step])
  const choose = useCallback((id: number) => onChoose(index, side, id), [onChoose, index, side])
  return (
    <div
      data-row={index}
      data-side={side}
      className={clsx(
        'flex max-w-full min-w-0 flex-wrap items-center gap-x-3 gap-y-1',
        side === 'reduce' ? 'justify-end text-right' : 'flex-row-reverse justify-end text-left',
      )}
    >
      <div className="min-w-[9.5rem] flex-[1_1_9.5rem] leading-snug">
        {side === 'reduce' ? (
          <DownWords worksheet={worksheet} index={index} />
        ) : (
          <UpWords worksheet={worksheet} index={index} />
        )}
      </div>
      <div
        className={clsx(
          'max-w-full overflow-x-auto rounded-lg border border-line paper',
          side === 'reduce' ? 'border-l-4 border-l-reduce' : 'border-r-4 border-r-expand',
          current && 'outline-2 outline-chosen',
        )}
      >
        {picture ? (
          <SheetDrawing
            picture={picture}
            nodeLabels={nodeLabels}
            symbols={symbols}
            side={side}
            description={describe(worksheet, index, side, picture)}
            group={step?.members}
            loop={loop}
            chosen={chosen}
            onChoose={choose}
            onValue={side === 'expand' ? onValue : undefined}
          />
        ) : (
          <p className="p-6 text-soft">
            Sheet {index}: {elements.toLocaleString('en')} elements, too many to draw
          </p>
        )}
      </div>
    </div>
  )
})

/** The loop around a group, unless something else would lie inside it. */
function loopAround(picture: Picture, members: readonly number[]) {
  const box = boxAround(picture, members)
  if (!box) return null
  const strangers = picture.parts.some(
    (part) =>
      !members.includes(part.id) &&
      part.box.x < box.x + box.width &&
      part.box.x + part.box.width > box.x &&
      part.box.y < box.y + box.height &&
      part.box.y + part.box.height > box.y,
  )
  return strangers ? null : box
}

/** The drawing read aloud. */
function describe({ wiring }: Worksheet, index: number, side: Side, picture: Picture): string {
  const parts = picture.parts.map(({ label }) => `${label.name} ${label.lines.join(' ')}`).join(', ')
  return `Sheet ${index}, ${side === 'reduce' ? 'resistances' : 'voltages and currents'}, from + (node ${wiring.nodes[wiring.start].label}) to − (node ${wiring.nodes[wiring.finish].label}): ${parts}`
}

function DownWords({ worksheet, index }: { readonly worksheet: Worksheet; readonly index: number }) {
  const { figures } = useSettings().settings
  if (index >= worksheet.reduction.steps.length) {
    return worksheet.analysis.status === 'not-series-parallel' ? (
      <p className="font-semibold text-trouble">No group is left: reduction stops here</p>
    ) : (
      <p className="font-semibold">One resistor: nothing to combine</p>
    )
  }
  const { title, reason, formula } = explainRowDown(worksheet, index)
  return (
    <>
      <p className="font-semibold">{wordSentence(title)}</p>
      <p className="text-soft">{wordSentence(reason)}</p>
      <p className="mt-1">
        <Formula tokens={formula} figures={figures} />
      </p>
    </>
  )
}

function UpWords({ worksheet, index }: { readonly worksheet: Worksheet; readonly index: number }) {
  const { figures } = useSettings().settings
  if (index >= worksheet.reduction.steps.length) return <p className="font-semibold">All of the supply</p>
  const up = explainRowUp(worksheet, index)
  if (!up) return null
  return (
    <>
      <p className="font-semibold">{wordSentence(up.title)}</p>
      {up.lines.slice(0, 12).map((line, i) => (
        <p key={i} className="mt-0.5">
          <Formula tokens={line} figures={figures} />
        </p>
      ))}
      {up.lines.length > 12 && <p className="text-soft">… and {up.lines.length - 12} more</p>}
      {up.check && up.lines.length <= 12 && (
        <p className="mt-0.5 text-holds">
          <span aria-label="check:">✓</span> <Formula tokens={up.check} figures={figures} />
        </p>
      )}
    </>
  )
}

/** The floor of the valley: the one resistance that is left, and the supply. */
function Floor({ worksheet, current }: { readonly worksheet: Worksheet; readonly current: boolean }) {
  const { figures } = useSettings().settings
  const { analysis } = worksheet
  if (analysis.equivalent === null) return null
  const lines = analysis.supply.current ? explainFloor(worksheet) : []
  const outward = analysis.supply.current ? explainKnown(worksheet) : []
  return (
    <>
      {outward.length > 0 && (
        <ol
          aria-label="From what is known outward"
          className="mx-auto mb-2 w-fit max-w-full rounded-lg border border-line bg-sheet px-4 py-2"
        >
          {outward.map(({ name, formula }, i) => (
            <li key={i} className="flex flex-wrap items-baseline gap-x-3">
              <span className="text-soft">{wordSentence(name)}</span>
              <Formula tokens={formula} figures={figures} />
            </li>
          ))}
        </ol>
      )}
      <div
        className={clsx(
          'mx-auto flex w-fit max-w-full flex-wrap items-center justify-center gap-x-6 gap-y-1 rounded-xl bg-bar px-6 py-2.5 text-bar-ink',
          current && 'outline-2 outline-offset-2 outline-chosen',
        )}
      >
        <span className="font-mono font-semibold text-bar-reduce">
          Req = {quantityText(analysis.equivalent, 'Ω', figures, '\u2009')}
        </span>
        {lines.map((line, i) => (
          <Formula key={i} tokens={line} figures={figures} />
        ))}
      </div>
    </>
  )
}
