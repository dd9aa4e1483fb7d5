import type { Measurement, Meter, ReadingDocument } from '@/core/bench'
import type { NetworkDocument, PartDocument } from '@/core/network'
import { floatNodes, marked } from './floatNodes'

/** A fault that is built into a network, as a person would build it. */
export type BuiltFault =
  | { readonly fault: 'none' }
  | { readonly fault: 'open' | 'shorted'; readonly part: string }
  | { readonly fault: 'value'; readonly part: string; readonly times: number }
  | { readonly fault: 'swapped'; readonly part: string; readonly other: string }
  | { readonly fault: 'bridged'; readonly points: readonly [string, string] }

/** A network as it was really built: every resistor and the source somewhere in its tolerance, and one fault. */
export interface RealBench {
  readonly document: NetworkDocument
  /** Of each resistor, the fault included; Infinity where it is open, 0 where it is shorted. */
  readonly ohms: ReadonlyMap<string, number>
  readonly volts: number
  readonly bridge: readonly [string, string] | null
}

/** Builds a bench. `random` gives numbers from 0 up to 1. */
export function build(document: NetworkDocument, fault: BuiltFault, random: () => number, tolerance = 0.05): RealBench {
  const { ohms, volts } = marked(document)
  const drawn = new Map(
    [...ohms].map(([name, R]): [string, number] => [name, R * (1 + tolerance * (2 * random() - 1))]),
  )
  const at = (name: string) => drawn.get(name) as number
  if (fault.fault === 'open') drawn.set(fault.part, Infinity)
  if (fault.fault === 'shorted') drawn.set(fault.part, 0)
  if (fault.fault === 'value') drawn.set(fault.part, at(fault.part) * fault.times)
  if (fault.fault === 'swapped') {
    const kept = at(fault.part)
    drawn.set(fault.part, at(fault.other))
    drawn.set(fault.other, kept)
  }
  return {
    document,
    ohms: drawn,
    volts: volts * (1 + 0.01 * (2 * random() - 1)),
    bridge: fault.fault === 'bridged' ? fault.points : null,
  }
}

const wire = (name: string, from: string, to: string): PartDocument => ({ name, kind: 'wire', from, to })
const resistor = (name: string, from: string, to: string): PartDocument => ({
  name,
  kind: 'resistor',
  from,
  to,
  resistance: '1',
})

/** What would really be there without the meter's own error: solved by node voltages with the meter in the circuit. */
export function truth(
  { document, ohms, volts, bridge }: RealBench,
  measurement: Measurement,
  loading: { readonly across: number; readonly shunt: number },
): number {
  const values = new Map(ohms)
  const parts = document.parts.flatMap((part): PartDocument[] => {
    const R = values.get(part.name)
    if (part.kind !== 'resistor' || R === undefined) return [part]
    return R === Infinity ? [] : R === 0 ? [wire(part.name, part.from, part.to)] : [part]
  })
  if (bridge) parts.push(wire('bridge', ...bridge))
  const solve = (list: readonly PartDocument[], E: number) =>
    floatNodes({ ...document, parts: list }, { ohms: values, volts: E })
  const source = document.parts[0]
  const of = 'of' in measurement ? document.parts.find(({ name }) => name === measurement.of) : undefined
  if (measurement.quantity === 'resistance') {
    if (of && of.kind === 'resistor' && 'lifted' in measurement && measurement.lifted)
      return ohms.get(of.name) as number
    const [from, to] =
      'between' in measurement ? measurement.between : [(of as PartDocument).from, (of as PartDocument).to]
    const { current } = solve([{ ...source, from, to }, ...parts.slice(1)], 1)
    return 1 / current
  }
  if (measurement.quantity === 'voltage') {
    const [from, to] =
      'between' in measurement ? measurement.between : [(of as PartDocument).from, (of as PartDocument).to]
    values.set('meter', loading.across)
    const { potential } = solve([...parts, resistor('meter', from, to)], volts)
    return (potential.get(from) ?? 0) - (potential.get(to) ?? 0)
  }
  values.set('meter', Math.max(loading.shunt, 1e-9))
  const part = of as PartDocument
  const broken = parts.map((it) => (it.name === part.name ? { ...it, from: 'break' } : it))
  if (!broken.some(({ name }) => name === part.name)) return 0
  const { potential, current } = solve([...broken, resistor('meter', part.from, 'break')], volts)
  if (part.kind === 'source') return current
  return ((potential.get(part.from) ?? 0) - (potential.get('break') ?? 0)) / (values.get('meter') as number)
}

/** Reads a meter: its gain off by a part of its accuracy for this function, its counts by chance, and rounded to its digits. */
export function readMeterOn(
  bench: RealBench,
  measurement: Measurement,
  meter: Meter,
  gain: number,
  random: () => number,
  turn = 1,
): ReadingDocument {
  const { quantity } = measurement
  const { ranges } = meter[quantity]
  const named = { ...measurement }
  let last: ReadingDocument | null = null
  // From the highest range down to the fullest that holds it.
  for (const range of [...ranges].reverse()) {
    const real = turn * truth(bench, measurement, { across: meter.voltage.resistance, shunt: range.shunt })
    const resolution = 10 ** Math.ceil(Math.log10(range.to / meter.counts) - 1e-9)
    const off = real * (1 + (gain * range.percent) / 100) + (2 * random() - 1) * range.counts * resolution * 0.99
    const shown = Math.round(off / resolution) * resolution
    if (!(Math.abs(shown) <= range.to)) return last ?? { ...named, value: 'over', range: range.to }
    const digits = Math.max(0, -Math.round(Math.log10(resolution)))
    last = { ...named, value: shown.toFixed(digits), range: range.to }
  }
  return last as ReadingDocument
}

/** The kinds of single faults that are built. */
export const faultKinds = ['open', 'shorted', 'ten times', 'a tenth', 'swapped', 'bridged'] as const

/** A random fault of a kind in a document, that does not short its source; null where the draw was none. */
export function randomFault(
  document: NetworkDocument,
  kind: (typeof faultKinds)[number],
  random: () => number,
): BuiltFault | null {
  const any = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]
  const names = document.parts.flatMap((part) => (part.kind === 'resistor' ? [part.name] : []))
  const points = [...new Set(document.parts.flatMap(({ from, to }) => [from, to]))]
  const part = any(names)
  if (kind === 'ten times' || kind === 'a tenth')
    return { fault: 'value', part, times: kind === 'ten times' ? 10 : 0.1 }
  if (kind === 'swapped') {
    const other = any(names)
    return other === part ? null : { fault: 'swapped', part, other }
  }
  const fault: BuiltFault =
    kind === 'bridged' ? { fault: kind, points: [any(points), any(points)] } : { fault: kind, part }
  if (fault.fault === 'bridged' && fault.points[0] === fault.points[1]) return null
  const whole = truth(
    build(document, fault, () => 0.5),
    { quantity: 'resistance', of: 'E1', lifted: false },
    { across: Infinity, shunt: 0 },
  )
  return kind !== 'open' && !(whole > 0 && whole < Infinity) ? null : fault
}

/** Whether no reading tells two faults apart beyond what the meter and the tolerances allow, by the node voltages. */
export function readsAlike(
  document: NetworkDocument,
  one: BuiltFault,
  other: BuiltFault,
  measurements: readonly Measurement[],
): boolean {
  const half = () => 0.5
  const loading = { across: 1e7, shunt: 0.3 }
  const [a, b] = [build(document, one, half), build(document, other, half)]
  return measurements.every((measurement) => {
    const [x, y] = [truth(a, measurement, loading), truth(b, measurement, loading)]
    // Beyond the largest range of a current nothing is told apart.
    if (measurement.quantity === 'current' && Math.min(Math.abs(x), Math.abs(y)) > 6) return true
    return (
      Math.abs(x - y) <=
      0.1 * Math.max(Math.abs(x), Math.abs(y)) + (measurement.quantity === 'voltage' ? 0.003 : 0.0003)
    )
  })
}
