import {
  benchOf,
  diagnose,
  freshBench,
  readBench,
  readReading,
  withBroken,
  type Bench,
  type Hands,
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
  const { network, wiring } = bench.built
  const highest = {
    resistance: meter.resistance.ranges.length - 1,
    voltage: meter.voltage.ranges.length - 1,
    current: meter.current.ranges.length - 1,
  }
  const { quantity } = measurement
  const { supply, equivalent } = bench.model.run(bench.built.resistance)
  const set = bench.built.drive.at === 'nothing' ? 0 : supply * equivalent
  let hands: Hands = { ...freshBench(bench, highest, set), function: quantity }
  const isOhms = quantity === 'resistance'
  hands = { ...hands, supply: { ...hands.supply, limit: 1e6, isOn: !isOhms, isOut: isOhms } }
  const node = (point: string) => ({ node: wiring.nodes.findIndex(({ points }) => points.includes(point)) })
  if ('between' in measurement)
    hands = { ...hands, red: node(measurement.between[0]), black: node(measurement.between[1]) }
  else {
    const part = network.parts.findIndex(({ name }) => name === measurement.of)
    const isTurned = bench.turned[part]
    const [near, far] = isTurned ? (['to', 'from'] as const) : (['from', 'to'] as const)
    const at = (end: 'from' | 'to') => ({ node: wiring[end][part] })
    if (quantity === 'current') {
      const free = { part, end: near }
      hands = withBroken(hands, part, near)
      // The source drives out of its + end, a resistor takes in at its own.
      hands =
        part === wiring.supply ? { ...hands, red: free, black: at(near) } : { ...hands, red: at(near), black: free }
    } else if ('lifted' in measurement && measurement.lifted) {
      hands = withBroken(hands, part, far)
      hands = { ...hands, red: at(near), black: { part, end: far } }
    } else hands = { ...hands, red: at(near), black: at(far) }
  }
  const { fullness } = readBench(bench, truth, hands, meter)
  const best = fullness.findIndex((it) => it <= 1)
  const range = best < 0 ? highest[quantity] : best
  const { shown } = readBench(bench, truth, { ...hands, range: { ...hands.range, [quantity]: range } }, meter)
  return typeof shown === 'number' ? asRead(shown, quantity, meter, meter[quantity].ranges[range]) : 'over'
}
