import { labelAt } from '@/core/structure'
import { useMemo, useState } from 'react'
import {
  loosestClasses,
  percentile,
  quantitiesOf,
  sharesOf,
  statisticsOf,
  worstCase,
  type Distribution,
  type NamedQuantity,
  type NetworkQuantity,
  type Sampled,
  type WorstCase,
} from '@/core/bench'
import { toleranceText, type Network } from '@/core/network'
import { shownText } from '@/core/number'
import { Select } from '@/ui/controls'
import { Button } from '@/ui/Button'
import { Chart } from '@/ui/Chart'
import type { Planning } from '@/ui/bench/laid'
import { Ratings } from './Ratings'
import { useSampling, type Sampling } from './useSampling'

const units = { equivalent: 'Ω', voltage: 'V', current: 'A', power: 'W', potential: 'V' } as const
const names = { equivalent: 'Req', voltage: 'V', current: 'I', power: 'P', potential: 'potential' } as const
const samples = 1_000_000
/** How many bars the histogram has. */
const bars = 64

type Moving = NamedQuantity & { readonly is: NetworkQuantity }

/** How far every value may spread by the tolerances, what matters most for it, and how hot the parts run. */
export default function Spread({ network, planning }: { readonly network: Network; readonly planning: Planning }) {
  const { built, model } = planning.bench
  const all = useMemo(() => quantitiesOf(built, model), [built, model])
  const moving = useMemo(() => all.filter((it): it is Moving => it.is !== null), [all])
  const [chosen, setChosen] = useState(0)
  const [distribution, setDistribution] = useState<Distribution>('uniform')
  const named = moving[Math.min(chosen, moving.length - 1)]
  const worst = useMemo(() => worstCase(built, model, named.is), [built, model, named])
  const shares = useMemo(() => sharesOf(built, model, named.is), [built, model, named])
  const sampling = useSampling(network, all.indexOf(named), distribution, samples, 1)
  return (
    <section aria-labelledby="spread" className="grid gap-4 rounded-md border border-line bg-sheet p-3">
      <div className="flex flex-wrap items-center gap-3">
        <h2 id="spread" className="font-semibold">
          Spread
        </h2>
        <Select
          label="Of which value"
          value={String(moving.indexOf(named))}
          options={moving.map((it, i) => ({ value: String(i), name: nameOf(it, built.wiring.nodes) }))}
          onChange={(text) => setChosen(Number(text))}
        />
        <span className="flex items-center gap-1.5">
          tolerances
          <Select<Distribution>
            label="How tolerances are spread"
            value={distribution}
            options={[
              { value: 'uniform', name: 'spread evenly' },
              { value: 'normal', name: 'normally, 3 σ' },
            ]}
            onChange={setDistribution}
          />
        </span>
      </div>
      <Limits named={named} worst={worst} />
      <Histogram named={named} place={moving.indexOf(named)} worst={worst} sampling={sampling} />
      {/* One chart after the other: the first samples are seen sooner. */}
      {sampling.total === null && sampling.isBusy ? <div className="h-40" /> : <Shares shares={shares} />}
      <Wish named={named} planning={planning} worst={worst} />
      <Ratings rated={planning.rated} />
    </section>
  )
}

function nameOf({ quantity, of }: NamedQuantity, nodes: Planning['bench']['built']['wiring']['nodes']): string {
  if (of === null) return 'Req of the whole'
  if (quantity !== 'potential') return `${names[quantity]} of ${of}`
  return `potential of node ${labelAt({ nodes }, of)}`
}

function textOf(value: number, quantity: NamedQuantity['quantity']): string {
  return shownText({ value }, units[quantity], 4)
}

function Limits({
  named: { quantity },
  worst: { nominal, min, max, atLeast },
}: {
  readonly named: Moving
  readonly worst: WorstCase
}) {
  const percent = (value: number) => {
    const off = nominal === 0 ? 0 : (100 * (value - nominal)) / Math.abs(nominal)
    return `${off < 0 ? '−' : '+'}${Math.abs(off).toPrecision(3)} %`
  }
  return (
    <p>
      Marked values give <span className="font-mono">{textOf(nominal, quantity)}</span>. At worst it is from{' '}
      <span className="font-mono">{textOf(min, quantity)}</span> ({percent(min)}) to{' '}
      <span className="font-mono">{textOf(max, quantity)}</span> ({percent(max)})
      {atLeast && ', at least: at this bridge the limits were searched for, not proven'}.
    </p>
  )
}

/** One million samples in workers: the histogram grows while they come. */
function Histogram({
  named,
  worst,
  place,
  sampling: { total, progress, isBusy, cancel },
}: {
  readonly named: Moving
  readonly place: number
  readonly worst: WorstCase
  readonly sampling: Sampling
}) {
  const [limits, setLimits] = useState<{ low: string; high: string }>({ low: '', high: '' })
  const { quantity } = named
  const sampled: Sampled = { quantity: named.is, ...worst }
  const counts = total?.counts[0]
  const found = useMemo(() => {
    if (!total || !counts) return null
    const steps = counts.length / bars
    const heights = Array.from({ length: bars }, (_, bar) => {
      let sum = 0
      for (let step = bar * steps; step < (bar + 1) * steps; step++) sum += counts[step]
      return (100 * sum) / total.samples
    })
    const all = Array.from({ length: place + 1 }, () => sampled)
    return {
      heights,
      ...statisticsOf(all, total, place),
      marks: [0.01, 0.5, 0.99].map((part) => percentile(sampled, counts, part)),
    }
    // oxlint-disable-next-line react/exhaustive-deps
  }, [total, place])
  const wide = worst.max - worst.min
  const at = (bar: number) => worst.min + ((bar + 0.5) * wide) / bars
  const inside = (() => {
    if (!counts || !total || wide === 0) return null
    const [low, high] = [Number(limits.low || NaN), Number(limits.high || NaN)]
    if (Number.isNaN(low) && Number.isNaN(high)) return null
    let sum = 0
    counts.forEach((count, step) => {
      const value = worst.min + ((step + 0.5) * wide) / counts.length
      if (!(value < low) && !(value > high)) sum += count
    })
    return (100 * sum) / total.samples
  })()
  const style = getComputedStyle(document.documentElement)
  const mark = style.getPropertyValue('--expand').trim()
  return (
    <div data-sampling-of={found ? place : undefined}>
      <div data-sampling className="flex min-h-9 flex-wrap items-center gap-3" role="status">
        {isBusy ? (
          <>
            <progress aria-label="Sampling" value={progress} className="w-40" />
            {Math.round((progress * samples) / 1000).toLocaleString('en')} thousand of a million samples
            <Button onClick={cancel}>Cancel</Button>
          </>
        ) : found ? (
          <span>
            {found.samples.toLocaleString('en')} samples: mean{' '}
            <span className="font-mono">{textOf(found.mean, quantity)}</span>, σ{' '}
            <span className="font-mono">{textOf(found.deviation, quantity)}</span>; 1 % below{' '}
            <span className="font-mono">{textOf(found.marks[0], quantity)}</span>, half below{' '}
            <span className="font-mono">{textOf(found.marks[1], quantity)}</span>, 99 % below{' '}
            <span className="font-mono">{textOf(found.marks[2], quantity)}</span>
          </span>
        ) : (
          'Cancelled before the first samples.'
        )}
      </div>
      {found && wide > 0 && (
        <Chart
          type="bar"
          height={210}
          description={`Histogram of ${names[quantity]}: half of the samples lie below ${textOf(found.marks[1], quantity)}, 98 % between ${textOf(found.marks[0], quantity)} and ${textOf(found.marks[2], quantity)}`}
          series={[{ name: 'samples', data: found.heights.map((y, bar) => ({ x: at(bar), y })) }]}
          options={{
            plotOptions: { bar: { columnWidth: '96%' } },
            xaxis: {
              type: 'numeric',
              tickAmount: 6,
              labels: { formatter: (value) => textOf(Number(value), quantity) },
            },
            yaxis: { labels: { formatter: (value) => `${value.toFixed(1)} %` } },
            annotations: {
              xaxis: found.marks.map((x, i) => ({
                x,
                borderColor: mark,
                strokeDashArray: 3,
                label: {
                  text: ['1 %', '50 %', '99 %'][i],
                  orientation: 'horizontal',
                  borderWidth: 0,
                  style: { background: 'transparent', color: mark },
                },
              })),
            },
          }}
        />
      )}
      <div className="flex flex-wrap items-center gap-2">
        wanted between
        {(['low', 'high'] as const).map((end) => (
          <label key={end} className="flex items-center gap-1.5">
            <span className="sr-only">{end === 'low' ? 'at least' : 'at most'}</span>
            {end === 'high' && 'and'}
            <input
              inputMode="decimal"
              value={limits[end]}
              maxLength={20}
              placeholder={end === 'low' ? 'at least' : 'at most'}
              onChange={({ target }) => setLimits({ ...limits, [end]: target.value.replace(',', '.') })}
              aria-invalid={limits[end] !== '' && Number.isNaN(Number(limits[end]))}
              className="h-8 w-24 field font-mono aria-invalid:border-trouble"
            />
          </label>
        ))}
        {units[quantity]}
        {inside !== null && <span className="font-medium">: {inside.toPrecision(4)} % of the samples are inside</span>}
      </div>
    </div>
  )
}

function Shares({ shares }: { readonly shares: readonly { readonly part: string; readonly share: number }[] }) {
  if (shares.length === 0) return <p className="text-soft">No tolerance changes it.</p>
  const most = shares.slice(0, 12)
  return (
    <div>
      <h3 className="font-semibold">Which parts matter most</h3>
      <Chart
        type="bar"
        height={40 + 24 * most.length}
        description={`Shares of the spread: ${most.map(({ part, share }) => `${part} ${(100 * share).toPrecision(3)} %`).join(', ')}`}
        series={[{ name: 'share', data: most.map(({ part, share }) => ({ x: part, y: 100 * share })) }]}
        options={{
          plotOptions: { bar: { horizontal: true, barHeight: '65%' } },
          xaxis: { min: 0, max: 100, tickAmount: 4, labels: { formatter: (value) => `${Number(value).toFixed(0)} %` } },
          dataLabels: {
            enabled: true,
            formatter: (value) => `${Number(value).toPrecision(3)} %`,
            textAnchor: 'start',
            offsetX: 4,
            style: { colors: [getComputedStyle(document.documentElement).getPropertyValue('--ink').trim()] },
          },
        }}
      />
    </div>
  )
}

/** “I need it within 2 %”: the fewest resistors tightened, and these as loosely as may be. */
function Wish({
  named,
  planning: { bench },
  worst,
}: {
  readonly named: Moving
  readonly planning: Planning
  readonly worst: WorstCase
}) {
  const [typed, setTyped] = useState('2')
  const wish = Number(typed.replace(',', '.'))
  const isSound = wish > 0 && wish <= 100 && worst.nominal !== 0
  const found = useMemo(
    () => (isSound ? loosestClasses(bench.built, bench.model, named.is, wish / 100) : null),
    [isSound, bench, named, wish],
  )
  const { wiring, network, tolerance } = bench.built
  const name = (leaf: number) => network.parts[wiring.live[leaf]].name
  return (
    <div>
      <label className="flex flex-wrap items-center gap-1.5">
        It must stay within
        <input
          value={typed}
          inputMode="decimal"
          maxLength={6}
          aria-invalid={!isSound}
          onChange={({ target }) => setTyped(target.value)}
          className="h-8 w-16 field font-mono aria-invalid:border-trouble"
        />
        % of the marked value, at worst
      </label>
      {isSound && (
        <p role="status">
          {found === null
            ? 'Even 1 % resistors are not enough: change the network, or measure and choose the parts.'
            : found.tightened.length === 0
              ? 'It does so already.'
              : `Tighten ${found.tightened.map((leaf) => `${name(leaf)} from ${toleranceText(tolerance[leaf])} to ${toleranceText(found.tolerance[leaf])}`).join(', ')}; then it is from ${textOf(found.worst.min, named.quantity)} to ${textOf(found.worst.max, named.quantity)}.`}
        </p>
      )}
    </div>
  )
}
