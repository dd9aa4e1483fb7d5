import clsx from 'clsx'
import { Plus, X } from 'lucide-react'
import { useState } from 'react'
import { leadsOf, type Measurement } from '@/core/bench'
import { Button } from '@/ui/Button'
import { focusLater } from '@/ui/home'
import { AddMeasurement } from './AddMeasurement'
import { ReadingField } from './ReadingField'
import { rowsOf, type Log, type LogRow, type Planning } from '@/ui/bench/laid'
import { benchText, rangeText, rowName, verdictSigns, verdictText, bandText } from '@/ui/bench/words'

const groups = [
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
  'grid grid-cols-[minmax(4.5rem,9fr)_minmax(5.5rem,11fr)_minmax(4.5rem,7fr)_2rem] items-center gap-x-2 sm:grid-cols-[minmax(7rem,9fr)_minmax(8rem,11fr)_minmax(5.5rem,7fr)_2.5rem] sm:gap-x-3'

/** The plan, which is the log: what to measure, where it must fall, what was read and what is to be said of it. */
export function PlanLog({
  planning,
  log,
  next,
  active,
  onActive,
  onRead,
  onClear,
}: {
  readonly planning: Planning
  readonly log: Log
  /** The key of the row that is to be measured next. */
  readonly next: string | null
  /** The key of the row that is being taken. */
  readonly active: string | null
  readonly onActive: (row: LogRow) => void
  readonly onRead: (measurement: Measurement, value: string) => void
  readonly onClear: (measurement: Measurement) => void
}) {
  const [added, setAdded] = useState<readonly LogRow[]>([])
  const [adding, setAdding] = useState(false)
  const rows = [...log.rows, ...added.filter(({ key }) => !log.rows.some((row) => row.key === key))]
  const read = rows.filter(({ reading }) => reading !== null)
  const agree = read.filter(({ judged }) => judged?.verdict === 'agrees').length
  return (
    <section aria-labelledby="plan-and-log" className="break-inside-auto">
      <div className="mb-1.5 flex flex-wrap items-baseline justify-between gap-2">
        <h2 id="plan-and-log" className="font-semibold">
          Plan and log
        </h2>
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
      </div>
      <div className="rounded-md border border-line bg-sheet px-2 py-1">
        <div aria-hidden className={clsx(columns, 'border-b border-line px-1.5 py-1 text-xs text-soft')}>
          <span>measure</span>
          <span className="text-center">may be</span>
          <span>read</span>
        </div>
        {groups.map(({ key, name, first }) => {
          const own = rowsOf({ ...log, rows }, key)
          if (own.length === 0) return null
          return (
            <div key={key} role="group" aria-label={name} className="border-b border-line py-1 last:border-0">
              <h3 className="flex flex-wrap items-baseline gap-x-3 px-1.5 pt-1.5 font-semibold">
                {name} <span className="text-xs font-normal text-soft">{first}</span>
              </h3>
              <p className="px-1.5 pb-1 text-xs text-soft">
                {cautions[key]}
                {key === 'resistance' && <WhyLifted rows={own} />}
                {key === 'voltage' && <Hot planning={planning} />}
              </p>
              {own.map((row) => (
                <Row
                  key={row.key}
                  row={row}
                  planning={planning}
                  isActive={row.key === active}
                  isNext={row.key === next}
                  onActive={() => onActive(row)}
                  onRead={(value) => onRead(row.measurement, value)}
                  onClear={() => onClear(row.measurement)}
                  onTakeOut={
                    row.planned === null && row.reading === null
                      ? () => setAdded(added.filter((it) => it.key !== row.key))
                      : null
                  }
                />
              ))}
            </div>
          )
        })}
        <div className="px-1.5 py-1 print:hidden">
          {adding ? (
            <AddMeasurement
              planning={planning}
              log={log}
              onAdd={(row) => {
                setAdding(false)
                onActive(row)
                setAdded([...added.filter(({ key }) => key !== row.key), row])
                focusLater(() => document.querySelector(`[data-row="${CSS.escape(row.key)}"] [data-reading]`))
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

/** Which parts run hot. */
function Hot({ planning: { rated } }: { readonly planning: Planning }) {
  const hot = rated.filter(({ verdict }) => verdict === 'hot' || verdict === 'over')
  if (hot.length === 0) return null
  return (
    <span className="text-trouble">
      {' '}
      Hot: {hot.map(({ part, verdict }) => `${part}${verdict === 'over' ? ' (over its rating)' : ''}`).join(', ')}.
    </span>
  )
}

function Row({
  row,
  planning: { bench },
  isActive,
  isNext,
  onActive,
  onRead,
  onClear,
  onTakeOut,
}: {
  readonly row: LogRow
  readonly planning: Planning
  readonly isActive: boolean
  readonly isNext: boolean
  readonly onActive: () => void
  readonly onRead: (value: string) => void
  readonly onClear: () => void
  readonly onTakeOut: (() => void) | null
}) {
  const { measurement, probe, planned, judged, range } = row
  const name = rowName(bench, measurement, probe)
  const verdict = judged && judged.verdict
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
        {name}
        {planned?.role === 'check' && (
          <span className="text-xs text-soft" title="it follows from the others by the current law">
            {' '}
            (check)
          </span>
        )}
        {isNext && <span className="block text-xs text-chosen print:hidden">← measure this next</span>}
      </span>
      <BandBar row={row} />
      <ReadingField
        // A field keeps what is typed in it as long as its row is there.
        row={row}
        label={`${name}, read`}
        onRead={onRead}
        onClear={onClear}
        onFocus={onActive}
      />
      <span className="flex items-center justify-end">
        {verdict && (
          <span
            role="img"
            aria-label={judged ? verdictText(judged, measurement.quantity, row.value) : ''}
            className={clsx(
              'text-center font-mono font-semibold',
              verdict === 'agrees' ? 'text-holds' : verdict === 'unknown' ? 'text-soft' : 'text-trouble',
              verdict === 'scale' && 'text-xs',
            )}
          >
            {verdictSigns[verdict]}
          </span>
        )}
        {onTakeOut && (
          <Button look="plain" className="!min-h-7 !min-w-7 !px-1" aria-label={`Remove ${name}`} onClick={onTakeOut}>
            <X size={14} aria-hidden />
          </Button>
        )}
      </span>
      {judged && verdict !== 'agrees' && (
        <p className="col-span-full text-xs text-trouble">{verdictText(judged, measurement.quantity, row.value)}</p>
      )}
      {/* On paper every row says where its leads go. */}
      <p className="col-span-full hidden text-[10px] text-soft print:block">
        {capital(leadsOf(bench, probe))}
        {range && `; ${rangeText(range, measurement.quantity)}`}.
      </p>
      {isActive && (
        <p className="col-span-full text-xs text-soft print:hidden">
          {capital(leadsOf(bench, probe))}.
          {range && ` Down to ${rangeText(range, measurement.quantity)}, the fullest that still holds it.`}
          {planned?.alike && planned.alike.length > 0 && ` ${planned.alike.join(', ')} must read the same.`}
        </p>
      )}
    </div>
  )
}

function capital(text: string): string {
  return text.slice(0, 1).toUpperCase() + text.slice(1)
}

/** How far beyond its band a row still shows a reading, as a part of the band's width. */
const beyond = 0.55
const width = 180

/** Where a reading must fall, and where it did: the wide band with marked values, the narrow one as it was built. */
function BandBar({ row: { band, built, value, judged, measurement } }: { readonly row: LogRow }) {
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
