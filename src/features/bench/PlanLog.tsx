import clsx from 'clsx'
import type { RunKind } from '@/ui/bench/run'
import { Plus, X } from 'lucide-react'
import { useMemo, useState } from 'react'
import { isDisplay, nearEndOf, type Measurement } from '@/core/bench'
import { Button } from '@/ui/Button'
import { Select } from '@/ui/controls'
import { focusLater } from '@/ui/home'
import { AddMeasurement } from './AddMeasurement'
import { goToNextOpen, ReadingField } from './ReadingField'
import { rowsOf, type Log, type LogRow, type Planning } from '@/ui/bench/laid'
import {
  bandText,
  benchText,
  capital,
  hotText,
  leadsText,
  offOf,
  offText,
  rangeText,
  rowName,
  slipOf,
  sumsOf,
  verdictSigns,
  verdictText,
  type SumText,
} from '@/ui/bench/words'

export const groups = [
  { key: 'resistance', name: 'Resistance', first: 'supply out, nothing live' },
  { key: 'voltage', name: 'Voltage', first: 'supply in and on' },
  { key: 'current', name: 'Current', first: 'path broken, meter in series' },
] as const

const cautions = {
  resistance: 'Power off before a lead is lifted; never ohms on a live circuit.',
  voltage: 'Begin on the highest range. Back up to it before the next part.',
  current: 'Power off, break, meter in, power on. Never amperes across a part or the source.',
} as const

const columns =
  'grid grid-cols-[minmax(4.5rem,9fr)_minmax(5.5rem,11fr)_minmax(4.5rem,7fr)_3.2rem] items-center gap-x-2 sm:grid-cols-[minmax(7rem,9fr)_minmax(8rem,11fr)_minmax(5.5rem,7fr)_4.6rem] sm:gap-x-3'

/** What is done to a row. */
export interface RowActs {
  readonly onActive: (row: LogRow) => void
  readonly onRead: (row: LogRow, value: string) => void
  /** Takes its reading out; a row that is not of the plan goes with it. */
  readonly onRemove: (row: LogRow) => void
  /** Breaks its path there instead, or there too. */
  readonly onBreak: (at: Measurement, isToo: boolean) => void
}

/** The plan, which is the log: what to measure, where it must fall, what was read and what is to be said of it. */
export function PlanLog({
  planning,
  log,
  next,
  active,
  acts,
  named,
  kind,
  onAdd,
  onOneByOne,
}: {
  readonly planning: Planning
  readonly log: Log
  /** The branch currents as they are named on the drawing, by part. */
  readonly named: ReadonlyMap<string, string>
  /** Whether what stands there was read on a real bench; null where nothing does yet. */
  readonly kind: RunKind | null
  /** The key of the row that is to be measured next. */
  readonly next: string | null
  /** The key of the row that is being taken. */
  readonly active: string | null
  readonly acts: RowActs
  readonly onAdd: (...measurements: readonly Measurement[]) => void
  /** Shows one measurement at a time; null where there is room for all. */
  readonly onOneByOne: (() => void) | null
}) {
  const [adding, setAdding] = useState(false)
  const sums = useMemo(() => sumsOf(planning, log), [planning, log])
  return (
    <section aria-labelledby="plan-and-log" className="break-inside-auto">
      <div className="mb-1.5 flex flex-wrap items-baseline justify-between gap-2">
        <h2 id="plan-and-log" className="font-semibold">
          Plan and log
        </h2>
        {kind !== null && (
          <span className="mr-auto rounded border border-edge px-1.5 py-0.5 text-xs">
            {kind === 'simulated' ? 'simulated: read on the stand-in' : 'real readings'}
          </span>
        )}
        {onOneByOne && (
          <Button className="text-xs" onClick={onOneByOne}>
            One at a time
          </Button>
        )}
        <Progress log={log} />
      </div>
      <Hot planning={planning} />
      <div className="rounded-md border border-line bg-sheet px-2 py-1">
        <div aria-hidden className={clsx(columns, 'border-b border-line px-1.5 py-1 text-xs text-soft')}>
          <span>measure</span>
          <span className="text-center">may be</span>
          <span>read</span>
        </div>
        {groups.map(({ key, name, first }) => {
          const own = rowsOf(log, key)
          if (own.length === 0) return null
          return (
            <div key={key} role="group" aria-label={name} className="border-b border-line py-1 last:border-0">
              <h3 className="flex flex-wrap items-baseline gap-x-3 px-1.5 pt-1.5 font-semibold">
                {name} <span className="text-xs font-normal text-soft">{first}</span>
              </h3>
              <p className="px-1.5 pb-1 text-xs text-soft">
                {cautions[key]}
                {key === 'resistance' && <WhyLifted rows={own} />}
              </p>
              {own.map((row) => (
                <Row
                  key={row.key}
                  row={row}
                  planning={planning}
                  isActive={row.key === active}
                  isNext={row.key === next}
                  acts={acts}
                  branch={branchOf(row, named)}
                />
              ))}
              <Sums sums={sums.filter((sum) => sum.group === key)} />
            </div>
          )
        })}
        <div className="px-1.5 py-1 print:hidden">
          {adding ? (
            <AddMeasurement
              planning={planning}
              onAdd={(...measurements) => {
                setAdding(false)
                onAdd(...measurements)
              }}
              onCancel={() => setAdding(false)}
            />
          ) : (
            <Button
              look="plain"
              className="text-xs"
              onClick={() => {
                setAdding(true)
                focusLater(() => document.querySelector('[data-adding] [role=combobox]'))
              }}
            >
              <Plus size={14} aria-hidden /> Another measurement
            </Button>
          )}
        </div>
      </div>
    </section>
  )
}

function branchOf({ measurement }: LogRow, named: ReadonlyMap<string, string>): string | null {
  return measurement.quantity === 'current' && !isDisplay(measurement) ? (named.get(measurement.of) ?? null) : null
}

/** How many rows are read, and agree. */
export function Progress({ log: { rows } }: { readonly log: Log }) {
  const read = rows.filter(({ reading }) => reading !== null)
  const agree = read.filter(({ judged }) => judged?.verdict === 'agrees').length
  return (
    <p role="status" className="text-soft">
      {read.length} of {rows.length} read
      {read.length > 0 && ` · ${agree} agree${agree === 1 ? 's' : ''}`}
      {read.length > agree && (
        <span className="text-trouble">
          {' '}
          · {read.length - agree} {read.length - agree === 1 ? 'does' : 'do'} not
        </span>
      )}
    </p>
  )
}

/** The closing sums of one's own readings. */
function Sums({ sums }: { readonly sums: readonly SumText[] }) {
  if (sums.length === 0) return null
  return (
    <ul aria-label="Sums of these readings" className="mx-1.5 mt-1 border-t border-line pt-1 text-xs">
      {sums.map(({ key, left, right, off, holds }) => (
        <li key={key} className="flex flex-wrap items-baseline gap-x-2 py-0.5">
          <span className="font-mono">
            {left} <span className="text-soft">against</span> {right}
          </span>
          <span className={holds ? 'text-holds' : 'text-trouble'}>
            {holds ? '✓' : '≠'} {off}
          </span>
        </li>
      ))}
    </ul>
  )
}

/** Why a lead is lifted, once, with the number that it would read otherwise. */
function WhyLifted({ rows }: { readonly rows: readonly LogRow[] }) {
  const row = rows.find(({ planned, band }) => {
    const inPlace = planned?.inPlace
    return inPlace !== undefined && Number.isFinite(inPlace) && band !== null && inPlace < 0.98 * band.min
  })
  if (!row?.planned?.inPlace || !('of' in row.measurement)) return null
  return (
    <>
      {' '}
      A lead is lifted so that the part stands alone: in place {row.measurement.of} reads{' '}
      {benchText(row.planned.inPlace, 'resistance')}, with the rest in parallel.
    </>
  )
}

/** Which parts run hot, before anything is touched. */
function Hot({ planning: { rated } }: { readonly planning: Planning }) {
  const hot = rated.flatMap((it) => hotText(it) ?? [])
  if (hot.length === 0) return null
  return (
    <p className="mb-1.5 rounded-md border-l-4 border-expand bg-sheet px-3 py-1.5 text-xs">
      Hot: {hot.join('; ')}. Power off before anything is touched.
    </p>
  )
}

function Row({
  row,
  planning,
  isActive,
  isNext,
  acts,
  branch,
}: {
  readonly row: LogRow
  /** What its current is called on the drawing; null for what has no name there. */
  readonly branch: string | null
  readonly planning: Planning
  readonly isActive: boolean
  readonly isNext: boolean
  readonly acts: RowActs
}) {
  const { bench, rated } = planning
  const { measurement, probe, planned, judged, range, beyond, reading } = row
  const name = rowName(bench, measurement, probe)
  const isHot =
    measurement.quantity !== 'resistance' &&
    'of' in measurement &&
    rated.some((it) => it.part === measurement.of && hotText(it) !== null)
  return (
    <div
      data-row={row.key}
      className={clsx(
        columns,
        'break-inside-avoid rounded px-1.5 py-1',
        isActive && 'bg-chosen-wash',
        isNext && 'outline-2 -outline-offset-2 outline-chosen outline-dashed print:outline-none',
      )}
    >
      <span>
        {branch && <span className="mr-1.5 font-mono text-soft">{branch}</span>}
        {name}
        {planned?.role === 'check' && (
          <span className="text-xs text-soft" title="it follows from the others by the current law">
            {' '}
            (check)
          </span>
        )}
        {isHot && <span className="text-xs text-trouble"> hot</span>}
        {isNext && <span className="block text-xs text-chosen print:hidden">← measure this next</span>}
      </span>
      <BandBar row={row} />
      <ReadingField
        // A field keeps what is typed in it as long as its row is there.
        row={row}
        label={`${name}, read`}
        onRead={(value) => acts.onRead(row, value)}
        onClear={() => acts.onRemove(row)}
        onFocus={() => acts.onActive(row)}
      />
      <Sign row={row} />
      {beyond && reading === null && <Beyond row={row} />}
      {judged && (judged.verdict !== 'agrees' || judged.edge) && (
        <p className={clsx('col-span-full text-xs', judged.verdict === 'agrees' ? 'text-expand' : 'text-trouble')}>
          {verdictText(judged, measurement.quantity, row.value)}
          <Meant row={row} onRead={(value) => acts.onRead(row, value)} />
        </p>
      )}
      {/* On paper every row says where its leads go. */}
      <p className="col-span-full hidden text-[10px] text-soft print:block">
        {capital(leadsText(bench, row))}
        {range && `; ${rangeText(range, measurement.quantity)}`}.
      </p>
      {isActive && (
        <div className="col-span-full flex flex-wrap items-center gap-x-2 gap-y-1 text-xs text-soft print:hidden">
          <p>
            {capital(leadsText(bench, row))}.
            {range && !beyond && ` Down to ${rangeText(range, measurement.quantity)}, the fullest that still holds it.`}
            {planned?.alike && planned.alike.length > 0 && ` ${planned.alike.join(', ')} must read the same.`}
          </p>
          <BreakAt row={row} planning={planning} onBreak={acts.onBreak} />
          {(reading !== null || row.isAdded) && (
            <Button
              look="plain"
              className="!min-h-7 text-xs"
              onClick={() => acts.onRemove(row)}
              aria-label={`Remove ${row.isAdded ? '' : 'the reading of '}${name}`}
            >
              <X size={13} aria-hidden /> {row.isAdded ? 'Remove this row' : 'Remove the reading'}
            </Button>
          )}
        </div>
      )}
    </div>
  )
}

/** The verdict on a row as a sign, and how far it is off what is marked. */
export function Sign({ row: { judged, measurement, value, band } }: { readonly row: LogRow }) {
  if (!judged) return <span className="col-start-4 row-start-1" />
  const { verdict, edge } = judged
  const off = offOf({ value, band })
  return (
    <span className="col-start-4 row-start-1 flex flex-col items-end leading-tight">
      <span
        role="img"
        aria-label={verdictText(judged, measurement.quantity, value)}
        className={clsx(
          'text-center font-mono font-semibold',
          edge
            ? 'text-expand'
            : verdict === 'agrees'
              ? 'text-holds'
              : verdict === 'unknown'
                ? 'text-soft'
                : 'text-trouble',
          verdict === 'scale' && 'text-xs',
        )}
      >
        {verdict === 'agrees' && edge ? '≈' : verdictSigns[verdict]}
      </span>
      {off !== null && <span className="font-mono text-[11px] whitespace-nowrap text-soft">{offText(off)}</span>}
    </span>
  )
}

/** What was probably meant, of a reading that was logged as it stands. */
function Meant({ row, onRead }: { readonly row: LogRow; readonly onRead: (value: string) => void }) {
  const slip = row.reading ? slipOf(row, String(row.reading.value)) : null
  if (!slip || (row.judged?.verdict !== 'scale' && row.judged?.verdict !== 'reversed')) return null
  return (
    <Button
      className="ml-2 !min-h-7 text-xs print:hidden"
      onClick={(event) => {
        onRead(slip.meant)
        goToNextOpen(event.currentTarget.closest('[data-row]')?.querySelector('[data-reading]') ?? null)
      }}
    >
      I read {slip.meant}
    </Button>
  )
}

/** What a meter must not be used for, and what to do instead. */
export function Beyond({ row: { beyond, measurement } }: { readonly row: LogRow }) {
  if (!beyond) return null
  const { quantity } = measurement
  const what = `${benchText(beyond.value, quantity)} is more than ${
    beyond.by === 'fuse' ? 'the meter’s fuse bears' : 'the meter’s largest range holds'
  } (${benchText(beyond.limit, quantity)})`
  return (
    <p className="col-span-full text-xs text-trouble">
      Not with this meter: {what}.{' '}
      {quantity === 'current'
        ? 'Measure the voltage over a resistor in this path and divide by its resistance, or take a meter that can.'
        : 'Take a meter that can.'}
    </p>
  )
}

/** Where the path is broken: at another lead of it instead, or on the other side of the part too. */
function BreakAt({
  row: { breaks, probe, measurement, reading },
  planning: { bench },
  onBreak,
}: {
  readonly row: LogRow
  readonly planning: Planning
  readonly onBreak: (at: Measurement, isToo: boolean) => void
}) {
  if (breaks.length === 0 || (probe.kind !== 'current' && probe.kind !== 'total')) return null
  const { network, wiring } = bench.built
  const part = probe.kind === 'total' ? wiring.supply : probe.part
  const end = probe.end ?? nearEndOf(bench, part)
  const chosen = breaks.findIndex((it) => it.part === part && it.end === end)
  const other = breaks.find((it) => it.part === part && it.end !== end)
  const { name } = network.parts[part]
  return (
    <>
      {reading === null && (
        <span className="flex items-center gap-1">
          break at
          <Select
            label="break at"
            value={String(chosen)}
            options={breaks.map((it, i) => ({
              value: String(i),
              name: `${network.parts[it.part].name}’s lead at node ${wiring.nodes[wiring[it.end][it.part]].label}`,
            }))}
            onChange={(at) => onBreak(breaks[Number(at)].measurement, false)}
            className="!h-7 text-xs"
          />
        </span>
      )}
      {other && part !== wiring.supply && measurement.quantity === 'current' && (
        <Button look="plain" className="!min-h-7 text-xs" onClick={() => onBreak(other.measurement, true)}>
          On the other side of {name} too
        </Button>
      )}
    </>
  )
}

/** How far beyond its band a row still shows a reading, as a part of the band's width. */
const beyond = 0.55
const width = 180

/** Where a reading must fall, and where it did: the wide band with marked values, the narrow one as it was built. */
export function BandBar({ row: { band, built, value, judged, measurement } }: { readonly row: LogRow }) {
  if (!band) return <span className="text-xs text-soft">no value is known</span>
  const text = bandText(band, measurement.quantity)
  const wide = band.max - band.min
  const place = (at: number) => ((at - band.min + beyond * wide) / (wide * (1 + 2 * beyond))) * width
  const inside = (at: number) => Math.max(0, Math.min(width, place(at)))
  const isDrawn = Number.isFinite(wide) && wide > 0
  const mark = value === null || !isDrawn ? null : place(value)
  const tone = judged?.verdict === 'agrees' ? 'fill-holds stroke-holds' : 'fill-trouble stroke-trouble'
  return (
    <span className="grid justify-items-center">
      {isDrawn && (
        <svg aria-hidden viewBox={`0 0 ${width} 15`} className="w-full max-w-56" height={15}>
          <line x1={0} x2={width} y1={7.5} y2={7.5} className="stroke-line" strokeWidth={1.5} />
          <rect
            x={place(band.min)}
            y={2.5}
            width={place(band.max) - place(band.min)}
            height={10}
            rx={5}
            className="fill-reduce-wash stroke-reduce"
          />
          {built && (
            <rect
              x={inside(built.min)}
              y={5}
              width={Math.max(2, inside(built.max) - inside(built.min))}
              height={5}
              rx={2.5}
              className="fill-reduce opacity-45"
            />
          )}
          {mark !== null &&
            (mark < 0 ? (
              <path d="M7,2 l-5,5.5 l5,5.5" className={clsx('fill-none', tone)} strokeWidth={2.4} />
            ) : mark > width ? (
              <path d={`M${width - 7},2 l5,5.5 l-5,5.5`} className={clsx('fill-none', tone)} strokeWidth={2.4} />
            ) : (
              <rect x={mark - 1.4} y={0} width={2.8} height={15} className={tone} />
            ))}
        </svg>
      )}
      <span className="font-mono text-xs text-soft">
        {band.atLeast && 'at least '}
        {text}
      </span>
    </span>
  )
}
