import type { Built, Model } from './model'
import { valueOf, type NetworkQuantity } from './quantity'

/** How often a quantity takes the factor by which all voltages and currents are scaled. */
export const degree = { equivalent: 0, sum: 1, power: 2 } as const

/** The step of a difference, as a part of the resistance: differences of what is nearly a straight line. */
const step = 1e-4

/**
 * The derivatives of a quantity with respect to each resistance, by leaf, at these resistances; exact to rounding where the
 * network is series-parallel, to about 1e-8 at a bridge. The model is left as it ran with these resistances.
 */
export function gradientOf(
  { drive }: Pick<Built, 'drive'>,
  model: Model,
  quantity: NetworkQuantity,
  resistance: ArrayLike<number>,
): Float64Array {
  const found = new Float64Array(model.leaves)
  if (!model.compiled) {
    const moved = Float64Array.from(resistance)
    for (let leaf = 0; leaf < model.leaves; leaf++) {
      const h = step * resistance[leaf]
      if (h === 0) continue
      moved[leaf] = resistance[leaf] + h
      const above = valueOf(quantity, model.run(moved))
      moved[leaf] = resistance[leaf] - h
      found[leaf] = (above - valueOf(quantity, model.run(moved))) / (2 * h)
      moved[leaf] = resistance[leaf]
    }
    model.run(resistance)
    return found
  }
  const run = model.run(resistance)
  const { seed, tape, backward } = model.compiled
  for (let leaf = 0; leaf < model.leaves; leaf++) seed.resistance[leaf] = 0
  const whole = tape.resistance.length - 1
  const R = tape.resistance
  const I = tape.current
  // Zero ohms stay zero whatever their tolerance is.
  const addVoltage = (element: number, times: number) => {
    if (R[element] === 0) return
    seed.current[element] += times * R[element]
    seed.resistance[element] += times * I[element]
  }
  const addPower = (element: number, times: number) => {
    if (R[element] === 0) return
    seed.current[element] += 2 * times * I[element] * R[element]
    seed.resistance[element] += times * I[element] * I[element]
  }
  const add = (of: 'voltage' | 'current' | 'power', element: number, times: number) => {
    if (of === 'voltage') addVoltage(element, times)
    else if (of === 'power') addPower(element, times)
    else seed.current[element] += times
  }
  if (quantity.kind === 'equivalent') seed.resistance[whole] += 1
  else if (quantity.kind === 'power') addPower(quantity.leaf ?? whole, 1)
  else for (const { of, leaf, times } of quantity.terms) add(of, leaf ?? whole, times)
  if (drive.at === 'resistor' && quantity.kind !== 'equivalent') {
    // All is scaled so that what is known comes true: y = s·y₁ with s = known/x₁.
    const known = { kind: 'power', leaf: drive.leaf } as const
    const x =
      drive.quantity === 'power'
        ? 2 * valueOf(known, run)
        : drive.quantity === 'voltage'
          ? run.voltage[drive.leaf]
          : run.current[drive.leaf]
    add(drive.quantity, drive.leaf, (-degree[quantity.kind] * valueOf(quantity, run)) / x)
  }
  found.set(backward(seed).subarray(0, model.leaves))
  return found
}
