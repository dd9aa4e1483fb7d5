import clsx from 'clsx'
import { useMemo, useState } from 'react'
import {
  isDisplay,
  isSameMeasurement,
  isSameSpot,
  openLeads,
  probeOf,
  type Hands,
  type Measurement,
  type Meter,
  type MeterFunction,
} from '@/core/bench'
import { readQuantity } from '@/core/number'
import { Button } from '@/ui/Button'
import { Commands, type Command } from '@/ui/commands'
import { useSettings } from '@/ui/settings'
import { toast } from '@/ui/toast'
import type { BenchPicture } from './benchPicture'
import type { LogRow, Planning } from './laid'
import {
  asRead,
  asTyped,
  benchText,
  leadsText,
  rangeText,
  rowName,
  slipOf,
  verdictSigns,
  verdictText,
  type Slip,
} from './words'
import { StandInDrawing } from './StandInDrawing'
import { targetAmong, targetsOf, type Target } from './targets'
import type { StandInState } from './useStandIn'
import { TypedQuantity } from './TypedQuantity'

const functions: readonly { readonly key: MeterFunction; readonly sign: string; readonly name: string }[] = [
  { key: 'resistance', sign: 'Ω', name: 'ohms' },
  { key: 'voltage', sign: 'V', name: 'volts' },
  { key: 'current', sign: 'A', name: 'amperes' },
]

const warningTexts = {
  'ohms-live':
    'Ohms on a live circuit: the reading means nothing, and a real meter can be damaged. Switch off and take the supply out.',
  'supply-in': 'The supply is off but still in: it is still connected beside the network. Take it out.',
  'amps-across':
    'Amperes across a part: the meter is nearly a wire, so the current goes around the part. Break the path and put the meter in series.',
  'fuse-blown': 'The fuse of the meter has blown. Find out why before it is replaced.',
  limited: 'The supply limits its current: the network takes more than it may give.',
} as const

/** What is asked before a reading is written down. */
type Question =
  | { readonly ask: 'slip'; readonly target: Target; readonly slip: Slip }
  | { readonly ask: 'coarse'; readonly target: Target }
  | { readonly ask: 'replace'; readonly target: Target; readonly slip: Slip | null; readonly others: readonly Target[] }
  | { readonly ask: 'which'; readonly others: readonly Target[] }

/** The bench that stands in for a real one: drawing with live nodes, meter, supply. */
export function StandIn({
  planning,
  drawn,
  meter,
  state,
  rows,
  chosen = null,
  onStep,
  onRead,
}: {
  readonly planning: Planning
  readonly drawn: BenchPicture
  readonly meter: Meter
  /** The rows of the log, for what a reading must be. */
  readonly rows: readonly LogRow[]
  /** The row that is being taken. */
  readonly chosen?: LogRow | null
  /** Goes so many rows on or back. */
  readonly onStep?: (by: number) => void
  readonly state: StandInState
  readonly onRead: (measurement: Measurement, value: string, range?: string) => void
}) {
  const { bench, rated } = planning
  const { hands, reading, measurements } = state
  const { ranges } = meter[hands.function]
  const range = ranges[Math.min(hands.range[hands.function], ranges.length - 1)]
  const { settings } = useSettings()
  const shownText =
    reading.shown === null
      ? '– – –'
      : reading.shown === 'over'
        ? 'over'
        : asRead(reading.shown, hands.function, meter, range)
  const best = reading.fullness.findIndex((it) => it <= 1)
  const targets = targetsOf(planning, rows, measurements)
  const target = targetAmong(targets, chosen)
  // A question stands as long as what it asks about does; said once more, it is as it stands.
  const [asked, setAsked] = useState<string | null>(null)
  const [written, setWritten] = useState<Measurement | null>(null)
  const questionFor = (it: Target | null): Question | null => {
    if (it === null) return { ask: 'which', others: targets }
    const value = it.row?.reading?.value
    const others = targets.filter((other) => other !== it && other.row?.reading === null)
    const slip = it.row && String(value) !== shownText ? slipOf(it.row, shownText) : null
    if (value !== undefined && String(value) !== shownText) return { ask: 'replace', target: it, slip, others }
    if (slip) return { ask: 'slip', target: it, slip }
    // On a range that is a hundred times too large hardly a digit is left.
    const isCoarse = best >= 0 && range.to > 50 * ranges[best].to
    return isCoarse ? { ask: 'coarse', target: it } : null
  }
  const about = JSON.stringify([shownText, target?.measurement ?? targets.map(({ measurement }) => measurement)])
  const question = asked === about ? questionFor(target) : null
  const writeInto = ({ measurement }: Target) => {
    setAsked(null)
    setWritten(measurement)
    onRead(measurement, shownText, asTyped(rangeText(range, hands.function)))
  }
  const write = () => {
    if (targets.length === 0) return void toast('No row of the log measures what the leads lie on')
    if (reading.warnings.includes('ohms-live') || reading.warnings.includes('supply-in'))
      return void toast('Ohms are read with the supply out')
    if (reading.shown === null) return
    if (questionFor(target) && asked !== about) return setAsked(about)
    if (target) writeInto(target)
  }
  const supplyName = bench.built.network.parts[bench.built.wiring.supply].name
  const readOut = (
    [
      { quantity: 'voltage', of: supplyName, display: true },
      { quantity: 'current', of: supplyName, display: true },
    ] as const
  ).map((measurement) => {
    const { volts, amperes } = reading.supply
    const text = benchText(measurement.quantity === 'voltage' ? volts : amperes, measurement.quantity, 4)
    const before = rows.find((row) => isSameMeasurement(row.measurement, measurement))?.reading?.value
    return { measurement, text: asTyped(text), before }
  })
  const replaced = readOut.filter(({ before, text }) => before !== undefined && String(before) !== text)
  const [isReadOutAsked, askReadOut] = useState(false)
  const writeReadOut = () => {
    if (replaced.length > 0 && !isReadOutAsked) return askReadOut(true)
    askReadOut(false)
    for (const { measurement, text } of readOut) onRead(measurement, text)
  }
  const commands = useMemo(
    (): readonly Command[] => [
      { name: 'Meter to ohms', keys: 'o', run: () => state.turnTo('resistance') },
      { name: 'Meter to volts', keys: 'v', run: () => state.turnTo('voltage') },
      { name: 'Meter to amperes', keys: 'i', run: () => state.turnTo('current') },
      { name: 'Range down', keys: '[', run: () => state.setRange(Math.max(0, hands.range[hands.function] - 1)) },
      {
        name: 'Range up',
        keys: ']',
        run: () => state.setRange(Math.min(ranges.length - 1, hands.range[hands.function] + 1)),
      },
      { name: 'Supply on or off', keys: 's', run: () => state.setSupply({ isOn: !hands.supply.isOn }) },
      { name: 'Supply out or in', keys: 'x', run: () => state.setSupply({ isOut: !hands.supply.isOut, isOn: false }) },
      { name: 'Write the reading down', keys: 'n', run: write },
    ],
    // oxlint-disable-next-line react/exhaustive-deps
    [state, hands, ranges, about, asked, rows, chosen],
  )
  const nameOf = ({ measurement }: Target) => {
    const found = probeOf(bench, measurement)
    return found.ok ? `${measurement.quantity}: ${rowName(bench, measurement, found.probe)}` : measurement.quantity
  }
  const last = written && rows.find((row) => isSameMeasurement(row.measurement, written))
  const hot = rated.filter(({ part, rating }) => {
    const index = bench.built.network.parts.findIndex(({ name }) => name === part)
    return rating !== null && (reading.power.get(index) ?? 0) > rating / 2
  })
  const up = openLeads(hands).map(({ part }) => bench.built.network.parts[part].name)
  return (
    <section aria-label="Stand-in bench" data-keys="standin" className="grid gap-2 print:hidden">
      <Commands group="The stand-in bench" within="standin" list={commands} />
      {chosen && (
        <p className="flex flex-wrap items-baseline gap-x-2 text-soft">
          <span data-taken>
            <span className="font-semibold text-ink">{nameOf({ measurement: chosen.measurement, row: chosen })}</span>{' '}
            {leadsText(bench, chosen)}.
          </span>
          {!isDisplay(chosen.measurement) && chosen.beyond === null && (
            <Button look="plain" className="!min-h-7 text-xs" onClick={() => state.setUp(chosen.measurement)}>
              Do it for me
            </Button>
          )}
          {onStep && (
            <>
              <Button look="plain" className="!min-h-7 text-xs" onClick={() => onStep(-1)}>
                Back
              </Button>
              <Button look="plain" className="!min-h-7 text-xs" onClick={() => onStep(1)}>
                Next
              </Button>
            </>
          )}
        </p>
      )}
      <StandInDrawing planning={planning} drawn={drawn} state={state} symbols={settings.symbols} />
      {reading.warnings.map((warning) => (
        <p key={warning} role="alert" className="rounded-md border-l-4 border-trouble bg-trouble-wash px-3 py-1.5">
          {warning === 'lead-up' ? leadUpText(up) : warningTexts[warning]}
          {warning === 'fuse-blown' && (
            <Button className="ml-2 !min-h-7 text-xs" onClick={state.replaceFuse}>
              Take the leads off and replace the fuse
            </Button>
          )}
        </p>
      ))}
      <div className="grid gap-3 rounded-md border border-line bg-sheet p-3 md:grid-cols-[auto_minmax(0,1fr)_auto]">
        <fieldset className="grid content-start gap-1">
          <legend className="text-xs text-soft">meter</legend>
          <div className="flex">
            {functions.map(({ key, sign, name }) => (
              <Button
                key={key}
                tip={`Meter to ${name}`}
                keys={{ resistance: 'o', voltage: 'v', current: 'i' }[key]}
                aria-pressed={hands.function === key}
                onClick={() => state.turnTo(key)}
                className={clsx(
                  '!h-10 !min-w-10 rounded-none first:rounded-l-md last:rounded-r-md',
                  hands.function === key && '!border-chosen !bg-chosen-wash font-semibold',
                )}
              >
                {sign}
              </Button>
            ))}
          </div>
        </fieldset>
        <fieldset className="grid content-start gap-1">
          <legend className="text-xs text-soft">
            range
            {best >= 0 &&
              reading.shown !== null &&
              ` · ${rangeText(ranges[best], hands.function)} is the fullest that holds it`}
          </legend>
          <div className="flex flex-wrap gap-1.5">
            {ranges.map((it, i) => (
              <Range
                key={it.to}
                text={rangeText(it, hands.function)}
                fullness={reading.fullness[i]}
                isChosen={it === range}
                onChoose={() => state.setRange(i)}
              />
            ))}
          </div>
        </fieldset>
        <div className="grid content-start justify-items-end gap-1 text-right">
          <span className="text-xs text-soft">{spotsText(planning, hands)}</span>
          <output
            aria-label="The meter shows"
            className="font-mono text-3xl leading-none font-semibold whitespace-nowrap"
          >
            {shownText}
          </output>
          <Button look="strong" tip="Write the reading down" keys="n" disabled={targets.length === 0} onClick={write}>
            Write it down
          </Button>
          <span className="text-xs text-soft">
            {target
              ? `as ${nameOf(target)}`
              : targets.length > 0
                ? 'several rows fit'
                : hands.red && hands.black
                  ? 'no row measures this'
                  : ''}
          </span>
        </div>
      </div>
      {question && (
        <p role="alert" className="flex flex-wrap items-center gap-2 rounded-md bg-expand-wash px-3 py-1.5">
          {question.ask === 'which' && `${shownText}: which row is it for?`}
          {question.ask === 'replace' &&
            `${nameOf(question.target)} has ${String(question.target.row?.reading?.value)} already. `}
          {(question.ask === 'slip' || question.ask === 'replace') &&
            question.slip &&
            `${question.slip.typed} ${question.slip.why}.`}
          {question.ask === 'coarse' &&
            `${shownText} on ${rangeText(range, hands.function)} tells hardly anything: come down to ${rangeText(ranges[Math.max(0, best)], hands.function)}.`}
          {question.ask !== 'which' && (
            <Button className="!min-h-7 text-xs" onClick={() => writeInto(question.target)}>
              {question.ask === 'replace' ? `Replace it by ${shownText}` : `Write ${shownText} down as it is`}
            </Button>
          )}
          {'others' in question &&
            question.others.map((other, i) => (
              <Button key={i} className="!min-h-7 text-xs" onClick={() => writeInto(other)}>
                {nameOf(other)}
                {other.row?.reading ? `, in place of ${String(other.row.reading.value)}` : ''}
              </Button>
            ))}
          <Button className="!min-h-7 text-xs" onClick={() => setAsked(null)}>
            {question.ask === 'slip' || question.ask === 'coarse' ? 'Look again' : 'Write nothing'}
          </Button>
        </p>
      )}
      {last?.judged && !question && (
        <p role="status" className={clsx('text-xs', last.judged.verdict === 'agrees' ? 'text-holds' : 'text-trouble')}>
          {verdictSigns[last.judged.verdict]} {nameOf({ measurement: last.measurement, row: last })}{' '}
          {String(last.reading?.value)}: {verdictText(last.judged, last.measurement.quantity, last.value)}
        </p>
      )}
      {planning.view.hasSource && <SupplyStrip planning={planning} state={state} onWrite={writeReadOut} />}
      {isReadOutAsked && replaced.length > 0 && (
        <p role="alert" className="flex flex-wrap items-center gap-2 rounded-md bg-expand-wash px-3 py-1.5">
          The log has {replaced.map(({ before }) => String(before)).join(' and ')} of the read-out already.
          <Button className="!min-h-7 text-xs" onClick={writeReadOut}>
            Replace by {replaced.map(({ text }) => text).join(' and ')}
          </Button>
          <Button className="!min-h-7 text-xs" onClick={() => askReadOut(false)}>
            Write nothing
          </Button>
        </p>
      )}
      {hot.length > 0 && (
        <p className="text-trouble">
          Hot:{' '}
          {hot
            .map(({ part, rating }) => {
              const index = bench.built.network.parts.findIndex(({ name }) => name === part)
              return `${part} ${powerText(reading.power.get(index) ?? 0)} of ${powerText(rating ?? 0)}`
            })
            .join(', ')}
        </p>
      )}
    </section>
  )
}

function leadUpText(up: readonly string[]): string {
  const names = [...new Set(up)].join(' and ')
  return `${names} ${up.length === 1 ? 'has a lead' : 'have leads'} up: this voltage is without ${up.length === 1 ? 'it' : 'them'}.`
}

function powerText(watts: number): string {
  return benchText(watts, 'voltage').replace(/V$/, 'W')
}

/** Where the leads lie, or which is still to be laid. */
function spotsText({ bench }: Planning, { red, black }: Hands): string {
  const { wiring, network } = bench.built
  const missing = [red === null ? 'the red' : '', black === null ? 'the black' : ''].filter((it) => it !== '')
  if (missing.length > 0) return `lay ${missing.join(' and ')} lead`
  const name = (spot: Hands['red']) =>
    spot === null ? '–' : 'node' in spot ? wiring.nodes[spot.node].label : `${network.parts[spot.part].name}’s free end`
  return `red ${name(red)} · black ${name(black)}${isSameSpot(red, black) ? ': both on one point' : ''}`
}

/** One step of the ladder of ranges, with how full the reading would be on it. */
function Range({
  text,
  fullness,
  isChosen,
  onChoose,
}: {
  readonly text: string
  readonly fullness: number
  readonly isChosen: boolean
  readonly onChoose: () => void
}) {
  const isOver = fullness > 1
  return (
    <button
      type="button"
      aria-pressed={isChosen}
      aria-label={`range ${text}, ${isOver ? 'over' : `${Math.round(100 * fullness)} % full`}`}
      onClick={onChoose}
      className={clsx(
        'grid min-h-10 min-w-14 gap-0.5 rounded-md border px-1.5 py-1 text-center font-mono text-xs hover:bg-chosen-wash',
        isChosen ? 'border-chosen bg-chosen-wash font-semibold' : 'border-edge bg-sheet',
      )}
    >
      {text}
      <span aria-hidden className="h-1.5 w-full overflow-hidden rounded-full bg-line">
        <span
          className={clsx('block h-full rounded-full', isOver ? 'bg-trouble' : 'bg-reduce')}
          style={{ width: `${Math.min(100, 100 * fullness)}%` }}
        />
      </span>
      <span aria-hidden className={clsx('text-[10px] leading-none', isOver ? 'text-trouble' : 'text-transparent')}>
        over
      </span>
    </button>
  )
}

/** The supply: what it is set to, its limit, on or off, in or out, and what it reads back. */
function SupplyStrip({
  planning: { bench },
  state,
  onWrite,
}: {
  readonly planning: Planning
  readonly state: StandInState
  readonly onWrite: () => void
}) {
  const { hands, reading, setSupply } = state
  const { supply } = hands
  const { name } = bench.built.network.parts[bench.built.wiring.supply]
  const positive = (typed: string, unit: 'V' | 'A') => {
    const read = readQuantity(typed, unit)
    return read.ok && read.value > 0 && read.value <= 1000 ? read.value : null
  }
  return (
    <div className="flex flex-wrap items-center gap-3 rounded-md border border-line bg-sheet p-3">
      <span className="text-soft">supply {name}</span>
      <TypedQuantity
        label="set voltage"
        unit="V"
        value={supply.volts}
        read={(typed) => positive(typed, 'V')}
        onValue={(volts) => setSupply({ volts })}
      />
      <TypedQuantity
        label="current limit"
        unit="A"
        value={supply.limit}
        read={(typed) => positive(typed, 'A')}
        onValue={(limit) => setSupply({ limit })}
      />
      <Button
        tip="Supply on or off"
        keys="s"
        aria-pressed={supply.isOn}
        disabled={supply.isOut}
        onClick={() => setSupply({ isOn: !supply.isOn })}
        className={clsx(supply.isOn && !supply.isOut && '!border-holds !bg-holds font-semibold !text-sheet')}
      >
        {supply.isOn && !supply.isOut ? 'on' : 'off'}
      </Button>
      <Button
        tip="Disconnect or connect the supply"
        keys="x"
        aria-pressed={supply.isOut}
        onClick={() => setSupply({ isOut: !supply.isOut, isOn: false })}
        className={clsx(supply.isOut && '!border-chosen !bg-chosen-wash')}
      >
        {supply.isOut ? 'out: put it in' : 'in: take it out'}
      </Button>
      <span className="ml-auto font-mono" aria-live="polite">
        reads {benchText(reading.supply.volts, 'voltage', 4)} · {benchText(reading.supply.amperes, 'current')}
      </span>
      <Button
        className="text-xs"
        tip="Write down what the supply shows"
        disabled={!supply.isOn || supply.isOut}
        onClick={onWrite}
      >
        Write both down
      </Button>
    </div>
  )
}
