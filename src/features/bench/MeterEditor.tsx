import { Plus, X } from 'lucide-react'
import { useState } from 'react'
import {
  meters,
  readMeter,
  usualCounts,
  usualMeter,
  type Measurement,
  type Meter,
  type MeterDocument,
} from '@/core/bench'
import { readJson } from '@/core/format'
import { inFormat, readQuantity, unitOf } from '@/core/number'
import { FileButton } from '@/ui/FileField'
import { Button } from '@/ui/Button'
import { Dialog } from '@/ui/Dialog'
import { download, fileName } from '@/ui/download'
import { asRead } from '@/ui/bench/words'
import { forgetMeter, keepMeter, ownMeters } from './memory'

type Quantity = Measurement['quantity']

/** One range as it is typed. */
interface RangeTyped {
  readonly to: string
  readonly shunt: string
  readonly percent: string
  readonly counts: string
}

/** A meter as it is typed. */
interface Typed {
  readonly name: string
  readonly counts: string
  readonly resistance: string
  readonly fuse: string
  readonly ranges: Readonly<Record<Quantity, readonly RangeTyped[]>>
}

const functions: readonly { readonly key: Quantity; readonly name: string; readonly to: string }[] = [
  { key: 'voltage', name: 'V', to: '6 V' },
  { key: 'current', name: 'A', to: '60 mA' },
  { key: 'resistance', name: 'Ω', to: '6k' },
]
const mostRanges = 12

function typedOf(meter: MeterDocument): Typed {
  const ranges = (key: Quantity) =>
    meter[key].ranges.map((range): RangeTyped => ({
      to: String(range.to),
      shunt: 'shunt' in range ? String(range.shunt) : '',
      percent: String(range.percent ?? 0),
      counts: String(range.counts ?? 0),
    }))
  return {
    name: meter.name ?? '',
    counts: String(meter.counts),
    resistance: String(meter.voltage.resistance ?? '10M'),
    fuse: meter.current.fuse === undefined || meter.current.fuse === null ? '' : String(meter.current.fuse),
    ranges: { voltage: ranges('voltage'), current: ranges('current'), resistance: ranges('resistance') },
  }
}

/** The meter that was typed; what is not a number stays as it is, for the judge to say so. */
function documentOf({ name, counts, resistance, fuse, ranges }: Typed): unknown {
  const number = (typed: string) => (typed.trim() === '' ? 0 : Number(inFormat(typed.trim()).replace(/[,\s]/g, '')))
  const list = (key: Quantity) =>
    ranges[key].map((range) => ({
      to: inFormat(range.to.trim()),
      ...(key === 'current' && { shunt: inFormat(range.shunt.trim()) }),
      percent: number(range.percent),
      counts: number(range.counts),
    }))
  return {
    format: 'nodrel-meter',
    version: 1,
    name: name.trim(),
    counts: number(counts),
    voltage: { resistance: inFormat(resistance.trim()), ranges: list('voltage') },
    current: { ...(fuse.trim() !== '' && { fuse: inFormat(fuse.trim()) }), ranges: list('current') },
    resistance: { ranges: list('resistance') },
  }
}

/** Chooses the meter of a run: one that ships, one of one's own, one from a file; or makes one. */
export function MeterEditor({
  open,
  onClose,
  meter,
  onChoose,
}: {
  readonly open: boolean
  readonly onClose: () => void
  readonly meter: MeterDocument | null
  readonly onChoose: (meter: MeterDocument | null) => void
}) {
  const [own, setOwn] = useState(ownMeters)
  const [typed, setTyped] = useState<Typed | null>(null)
  const [problems, setProblems] = useState<readonly string[]>([])
  const read = typed && readMeter(documentOf(typed))
  const take = (from: unknown) => {
    const found = readMeter(from)
    if (!found.ok) return setProblems(found.problems.map(problemWords))
    const made = {
      ...(from as MeterDocument),
      format: 'nodrel-meter' as const,
      version: 1 as const,
      name: found.meter.name,
    }
    keepMeter(made)
    onChoose(made)
  }
  const isChosen = (it: MeterDocument | null) => JSON.stringify(it) === JSON.stringify(meter)
  return (
    <Dialog title="The meter of this run" open={open} onOpenChange={(stays) => !stays && onClose()}>
      {typed === null ? (
        <>
          <p className="mb-2 text-soft">
            Its accuracy widens what a reading may be, and its own resistance is part of the circuit that is worked out.
          </p>
          <ul className="grid gap-1.5">
            {[...meters, ...own].map((it) => (
              <li key={it.name} className="flex gap-1">
                <Choice meter={it} isChosen={isChosen(it)} onChoose={() => onChoose(it)} />
                {own.includes(it) && (
                  <Button
                    look="plain"
                    aria-label={`Remove ${it.name}`}
                    onClick={() => {
                      forgetMeter(it)
                      setOwn(ownMeters())
                    }}
                  >
                    <X size={15} aria-hidden />
                  </Button>
                )}
              </li>
            ))}
            {meter && ![...meters, ...own].some(isChosen) && (
              <li>
                <Choice meter={meter} isChosen onChoose={() => onChoose(meter)} />
              </li>
            )}
            <li>
              <Choice meter={null} isChosen={meter === null} onChoose={() => onChoose(null)} />
            </li>
          </ul>
          <p className="mt-3 mb-1.5 font-semibold">A meter of your own</p>
          <div className="flex flex-wrap items-center gap-2">
            {usualCounts.map((counts) => (
              <Button key={counts} onClick={() => setTyped(typedOf(usualMeter(counts)))}>
                {counts.toLocaleString('en')} counts
              </Button>
            ))}
            {meter && <Button onClick={() => setTyped(typedOf(meter))}>Change a copy of this one</Button>}
            <FileButton
              label="Import a meter"
              accept=".json,application/json"
              onFiles={async ([file]) => {
                const json = readJson((await file.text()).slice(0, 100_000))
                if (json.ok) take(json.value)
                else setProblems([`the file is not JSON: ${json.message}`])
              }}
            />
            {meter && (
              <Button
                onClick={() =>
                  download(
                    fileName(meter.name ?? '', '.nodrel-meter.json'),
                    'application/json',
                    `${JSON.stringify(meter, null, 2)}\n`,
                  )
                }
              >
                Export
              </Button>
            )}
          </div>
        </>
      ) : (
        <form
          className="grid gap-3"
          onSubmit={(event) => {
            event.preventDefault()
            take(documentOf(typed))
          }}
        >
          <MeterForm typed={typed} onType={setTyped} meter={read?.ok ? read.meter : null} />
          {read && !read.ok && <Problems list={read.problems.map(problemWords)} />}
          <div className="flex gap-2">
            <Button look="strong" type="submit" disabled={!read?.ok}>
              Use this meter
            </Button>
            <Button onClick={() => setTyped(null)}>Back</Button>
          </div>
        </form>
      )}
      {typed === null && problems.length > 0 && <Problems list={problems} />}
    </Dialog>
  )
}

const names: Readonly<Record<string, string>> = {
  to: 'end of the range',
  percent: 'per cent',
  counts: 'counts',
  shunt: 'shunt',
  fuse: 'fuse',
  resistance: 'resistance',
  name: 'name',
}

/** `voltage.ranges[2].to` as people say it. */
function problemWords({ field, message }: { readonly field: string; readonly message: string }): string {
  const range = /^(voltage|current|resistance)\.ranges\[(\d+)\]\.?(\w*)$/.exec(field)
  const of = functions.find(({ key }) => key === range?.[1])
  return range
    ? `${of?.name}, range ${Number(range[2]) + 1}, ${names[range[3]] ?? range[3]}: ${message}`
    : `${field}: ${message}`
}

function Problems({ list }: { readonly list: readonly string[] }) {
  return (
    <ul role="alert" className="mt-2 list-disc pl-5 text-trouble">
      {list.map((problem) => (
        <li key={problem}>{problem}</li>
      ))}
    </ul>
  )
}

function Choice({
  meter,
  isChosen,
  onChoose,
}: {
  readonly meter: MeterDocument | null
  readonly isChosen: boolean
  readonly onChoose: () => void
}) {
  return (
    <Button
      aria-pressed={isChosen}
      className="w-full !justify-start aria-pressed:!border-chosen aria-pressed:!bg-chosen-wash"
      onClick={onChoose}
    >
      <span className="font-semibold">{meter ? meter.name : 'No meter'}</span>
      <span className="text-soft">
        {meter
          ? `${String(meter.voltage.resistance ?? '10M')}Ω on volts, ${meter.current.fuse ? `fuse ${String(meter.current.fuse)}` : 'no fuse'}`
          : '±1 % and half a unit of the last digit'}
      </span>
    </Button>
  )
}

/** The form of a meter: what it is called, its steps, and each range of each function with what it shows at most. */
function MeterForm({
  typed,
  onType,
  meter,
}: {
  readonly typed: Typed
  readonly onType: (typed: Typed) => void
  /** As far as it can be read. */
  readonly meter: Meter | null
}) {
  const field = (label: string, value: string, onChange: (text: string) => void, wide = 'w-28') => (
    <label className="grid gap-0.5 text-xs">
      {label}
      <input
        value={value}
        maxLength={60}
        autoComplete="off"
        onChange={({ target }) => onChange(target.value)}
        className={`h-8 field font-mono text-sm ${wide}`}
      />
    </label>
  )
  const setRanges = (key: Quantity, ranges: readonly RangeTyped[]) =>
    onType({ ...typed, ranges: { ...typed.ranges, [key]: ranges } })
  return (
    <>
      <div className="flex flex-wrap gap-3">
        {field('name', typed.name, (name) => onType({ ...typed, name }), 'w-44')}
        {field('counts', typed.counts, (counts) => onType({ ...typed, counts }))}
        {field('resistance on volts, Ω', typed.resistance, (resistance) => onType({ ...typed, resistance }))}
        {field('fuse', typed.fuse, (fuse) => onType({ ...typed, fuse }))}
      </div>
      {functions.map(({ key, name, to }) => (
        <fieldset key={key} className="min-w-0 overflow-x-auto">
          <legend className="font-semibold">{name}</legend>
          <table className="text-left text-xs">
            <thead className="text-soft">
              <tr>
                {['range to', ...(key === 'current' ? ['shunt, Ω'] : []), '± %', '± counts', 'shows at most', ''].map(
                  (heading) => (
                    <th key={heading} scope="col" className="pr-2 font-medium">
                      {heading || <span className="sr-only">remove</span>}
                    </th>
                  ),
                )}
              </tr>
            </thead>
            <tbody>
              {typed.ranges[key].map((range, i) => {
                const cell = (column: keyof RangeTyped, label: string, wide: string) => (
                  <td className="pr-2 pb-1">
                    <input
                      aria-label={`${name}, range ${i + 1}, ${label}`}
                      value={range[column]}
                      maxLength={30}
                      autoComplete="off"
                      onChange={({ target }) =>
                        setRanges(
                          key,
                          typed.ranges[key].map((it, j) => (j === i ? { ...it, [column]: target.value } : it)),
                        )
                      }
                      className={`h-7 field font-mono text-xs ${wide}`}
                    />
                  </td>
                )
                return (
                  <tr key={i}>
                    {cell('to', 'to', 'w-20')}
                    {key === 'current' && cell('shunt', 'shunt', 'w-16')}
                    {cell('percent', 'per cent', 'w-14')}
                    {cell('counts', 'counts', 'w-14')}
                    <td className="pr-2">
                      <Display meter={meter} quantity={key} typed={range.to} />
                    </td>
                    <td>
                      {typed.ranges[key].length > 1 && (
                        <Button
                          look="plain"
                          className="!min-h-6 !min-w-6 !p-0"
                          aria-label={`Remove range ${i + 1} of ${name}`}
                          onClick={() =>
                            setRanges(
                              key,
                              typed.ranges[key].filter((_, j) => j !== i),
                            )
                          }
                        >
                          <X size={13} aria-hidden />
                        </Button>
                      )}
                    </td>
                  </tr>
                )
              })}
            </tbody>
          </table>
          {typed.ranges[key].length < mostRanges && (
            <Button
              look="plain"
              className="text-xs"
              onClick={() =>
                setRanges(key, [
                  ...typed.ranges[key],
                  { ...(typed.ranges[key].at(-1) ?? { shunt: '1', percent: '1', counts: '3' }), to },
                ])
              }
            >
              <Plus size={13} aria-hidden /> Another range
            </Button>
          )}
        </fieldset>
      ))}
    </>
  )
}

/** The digits of a range at its end, as a display has them. */
function Display({
  meter,
  quantity,
  typed,
}: {
  readonly meter: Meter | null
  readonly quantity: Quantity
  readonly typed: string
}) {
  const to = readQuantity(typed, unitOf[quantity])
  if (!meter || !to.ok) return <span className="text-soft">–</span>
  return (
    <span className="rounded border border-line bg-desk px-1.5 py-0.5 font-mono whitespace-nowrap">
      {asRead(to.value, quantity, meter, { to: to.value })}
    </span>
  )
}
