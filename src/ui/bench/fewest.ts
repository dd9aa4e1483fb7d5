import {
  benchOf,
  diagnose,
  freshBench,
  handsFor,
  readBench,
  readReading,
  type Bench,
  type Measurement,
  type Meter,
  type Reading,
  type Truth,
} from '@/core/bench'
import type { Network } from '@/core/network'
import { asReading } from './run'
import { asRead } from './words'

/** Beyond this one goes on measuring whatever there is. */
const most = 25
/** When it is as good as sure. */
const sure = 0.9

/** How many readings it takes on a stand-in when always what tells most is measured, the source's voltage first. */
export function fewestReadings(network: Network, truth: Truth, meter: Meter): number | null {
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
