import { useState } from 'react'
import {
  hiddenText,
  claimVerdicts,
  judgeClaim,
  type Claim as Claimed,
  type Meter,
  type Truth,
  benchOf,
  diagnose,
  freshBench,
  handsFor,
  readBench,
  readReading,
  type Bench,
  type Measurement,
  type Reading,
} from '@/core/bench'
import type { Network } from '@/core/network'
import { Select } from '@/ui/controls'
import { Button } from '@/ui/Button'
import type { Planning } from './laid'
import { asReading } from './run'
import { asRead } from './words'

const kinds = [
  { key: 'open', name: 'is open' },
  { key: 'shorted', name: 'is shorted' },
  { key: 'value', name: 'has another value, or a bad joint' },
  { key: 'swapped', name: 'is swapped with' },
  { key: 'bridged', name: 'two nodes are bridged' },
] as const

/** Says what is wrong with the stand-in, and is judged: right or not, and with how many readings more than needed. */
export function Claim({
  planning: { bench },
  network,
  truth,
  meter,
  taken,
  foundAfter,
  onFound,
  onClaim,
}: {
  readonly planning: Planning
  readonly network: Network
  readonly truth: Truth
  readonly meter: Meter
  readonly taken: number
  readonly foundAfter: number | undefined
  readonly onFound: (taken: number) => void
  /** Told of every claim, right or wrong. */
  readonly onClaim?: (claim: Claimed) => void
}) {
  const { wiring } = bench.built
  const resistors = wiring.live
  const [kind, setKind] = useState<(typeof kinds)[number]['key']>('open')
  const [part, setPart] = useState(resistors[0])
  const [other, setOther] = useState(resistors[1] ?? resistors[0])
  const [nodes, setNodes] = useState<readonly [number, number]>([0, Math.min(1, wiring.nodes.length - 1)])
  const [said, setSaid] = useState<string | null>(null)
  const [given, setGiven] = useState(false)
  const name = (index: number) => network.parts[index].name
  const isFound = foundAfter !== undefined
  const say = () => {
    const claim: Claimed =
      kind === 'bridged'
        ? { fault: kind, nodes }
        : kind === 'swapped'
          ? { fault: kind, part, other }
          : { fault: kind, part }
    onClaim?.(claim)
    const verdict = judgeClaim(bench, truth, claim)
    if (verdict !== 'right') return setSaid(claimVerdicts[verdict])
    setSaid(null)
    onFound(taken)
  }
  const giveUp = () => {
    // Whoever is told has not found it.
    onClaim?.({ fault: 'none' })
    setGiven(true)
  }
  const partSelect = (label: string, value: number, onChange: (index: number) => void) => (
    <Select
      label={label}
      value={String(value)}
      options={resistors.map((index) => ({ value: String(index), name: name(index) }))}
      onChange={(index) => onChange(Number(index))}
    />
  )
  const nodeSelect = (at: 0 | 1) => (
    <Select
      label={at === 0 ? 'one node' : 'the other node'}
      value={String(nodes[at])}
      options={wiring.nodes.map(({ label }, i) => ({ value: String(i), name: `node ${label}` }))}
      onChange={(text) => setNodes(at === 0 ? [Number(text), nodes[1]] : [nodes[0], Number(text)])}
    />
  )
  return (
    <section aria-labelledby="claim" className="rounded-md border border-line bg-sheet p-3">
      <h2 id="claim" className="mb-2 font-semibold">
        {truth.faults.length === 2 ? 'Two faults are hidden' : 'A fault is hidden'}
      </h2>
      {isFound || given ? (
        <div role="status">
          <p className={isFound ? 'text-holds' : undefined}>
            {isFound ? '✓ Right: ' : 'It was: '}
            {truth.faults.map((fault) => hiddenText(bench, truth, fault)).join('; ')}.
          </p>
          {isFound && <Needed network={network} truth={truth} meter={meter} foundAfter={foundAfter} />}
        </div>
      ) : (
        <>
          <form
            className="flex flex-wrap items-center gap-2"
            onSubmit={(event) => {
              event.preventDefault()
              say()
            }}
          >
            {kind !== 'bridged' && partSelect('the part', part, setPart)}
            <Select
              label="what is wrong with it"
              value={kind}
              options={kinds.map(({ key, name: words }) => ({ value: key, name: words }))}
              onChange={setKind}
            />
            {kind === 'swapped' && partSelect('the other part', other, setOther)}
            {kind === 'bridged' && (
              <>
                {nodeSelect(0)} and {nodeSelect(1)}
              </>
            )}
            <Button look="strong" type="submit" className="h-9">
              Say it
            </Button>
            <Button look="plain" className="h-9" onClick={giveUp}>
              Give up
            </Button>
          </form>
          {said && (
            <p role="alert" className="mt-2 text-trouble">
              {said}
            </p>
          )}
        </>
      )}
    </section>
  )
}

/** How many readings it took, against those that Nodrel would have asked for. */
function Needed({
  network,
  truth,
  meter,
  foundAfter,
}: {
  readonly network: Network
  readonly truth: Truth
  readonly meter: Meter
  readonly foundAfter: number
}) {
  const [fewest] = useState(() => (truth.faults.length === 1 ? fewestReadings(network, truth, meter) : null))
  if (foundAfter === 0) return <p className="text-soft">Without a reading in the log.</p>
  if (fewest === null) return <p className="text-soft">After {counted(foundAfter)}.</p>
  const more = foundAfter - fewest
  return (
    <p className="text-soft">
      After {counted(foundAfter)}. The shortest way needs {fewest}
      {more > 0 ? `: ${more} fewer` : ''}.
    </p>
  )
}

const counted = (readings: number) => `${readings} ${readings === 1 ? 'reading' : 'readings'}`

/** Beyond this one goes on measuring whatever there is. */
const most = 25
/** When it is as good as sure. */
const sure = 0.9

/** How many readings it takes on a stand-in when always what tells most is measured, the source's voltage first. */
function fewestReadings(network: Network, truth: Truth, meter: Meter): number | null {
  const bench = benchOf(network)
  if (!bench.ok) return null
  const { wiring } = bench.built
  const of = network.parts[wiring.supply].name
  const hasSource = bench.built.drive.at !== 'nothing'
  let next: Measurement = hasSource ? { quantity: 'voltage', of } : { quantity: 'resistance', of, lifted: false }
  const readings: Reading[] = []
  while (readings.length < most) {
    const read = readReading({ ...asReading(next), value: measure(bench, truth, meter, next) }, readings.length)
    if (!read.ok) return null
    readings.push(read.reading)
    const found = diagnose(bench, readings, meter)
    if (!found.ok) return null
    const { hypotheses, next: more } = found.diagnosis
    const [first] = hypotheses
    const alike = first.alike.reduce((sum, i) => sum + hypotheses[i].probability, first.probability)
    if ((first.fault !== 'none' && alike > sure) || more === null) return readings.length
    next = more
  }
  return most
}

/** Takes a measurement as the plan says: leads lifted, the supply in or out, the fullest range. */
function measure(bench: Bench, truth: Truth, meter: Meter, measurement: Measurement): string {
  const { supply, equivalent } = bench.model.run(bench.built.resistance)
  const set = bench.built.drive.at === 'nothing' ? 0 : supply * equivalent
  const { quantity } = measurement
  const hands = handsFor(bench, measurement, freshBench(bench, meter, set))
  const { fullness } = readBench(bench, truth, hands, meter)
  const best = fullness.findIndex((it) => it <= 1)
  const range = best < 0 ? hands.range[quantity] : best
  const { shown } = readBench(bench, truth, { ...hands, range: { ...hands.range, [quantity]: range } }, meter)
  return typeof shown === 'number' ? asRead(shown, quantity, meter, meter[quantity].ranges[range]) : 'over'
}
