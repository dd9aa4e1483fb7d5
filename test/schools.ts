import fc from 'fast-check'
import Fraction from 'fraction.js'
import { exactText, type Amount } from '@/core/number'
import { schoolChoices, type Network } from '@/core/network'
import type { Worksheet } from '@/core/worksheet'
import { nodeVoltages } from './nodeVoltage'

/** A value of a choice of how a worksheet is done. */
export const choice = <K extends keyof typeof schoolChoices>(name: K) =>
  fc.constantFrom(...(schoolChoices[name] as readonly (typeof schoolChoices)[K][number][]))

/** Every school at once: order, beginning, arithmetic, ways, names. */
export const schools = fc.record({
  order: choice('order'),
  begin: choice('begin'),
  names: choice('names'),
  parallel: choice('parallel'),
  expand: choice('expand'),
  divider: choice('divider'),
  depth: choice('depth'),
  branches: choice('branches'),
  rest: choice('rest'),
  power: choice('power'),
  outward: choice('outward'),
})

/** An amount as a fraction. */
export const textOf = (amount: Amount | null | undefined) => (amount ? exactText(amount) : undefined)

/** Holds voltage, current and power of each resistor by node voltages against those of the worksheet. */
export function compare(of: Network, { outcome }: Worksheet): void {
  const { potential, current } = nodeVoltages(of)
  expect(textOf(outcome.supply.current)).toBe(current.toFraction())
  of.parts.forEach((part, i) => {
    if (part.kind !== 'resistor' || !potential.has(part.from)) return
    const V = (potential.get(part.from) as Fraction).sub(potential.get(part.to) as Fraction)
    expect(textOf(outcome.parts[i].voltage)).toBe(V.toFraction())
    if (!part.resistance || part.resistance.exact === '0') return
    const I = V.div(new Fraction(part.resistance.exact))
    expect(textOf(outcome.parts[i].current)).toBe(I.toFraction())
    expect(textOf(outcome.parts[i].power)).toBe(V.mul(I).toFraction())
  })
  for (const { points, potential: V } of outcome.nodes)
    for (const point of points) expect(textOf(V)).toBe(potential.get(point)?.toFraction())
}
