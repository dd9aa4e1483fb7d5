import { quantityText } from '../../number'
import type { Bench } from '../tolerance'
import type { HiddenFault, Truth } from './truth'

/** A hidden fault in words: `R3 is open`. */
export function hiddenText(
  { built: { network, wiring } }: Pick<Bench, 'built'>,
  truth: Truth,
  fault: HiddenFault,
): string {
  if (fault.fault === 'bridged')
    return `nodes ${fault.nodes.map((node) => wiring.nodes[node].label).join(' and ')} bridged`
  const { name } = network.parts[fault.part]
  const R = quantityText({ value: truth.ohms.get(fault.part) ?? 0 }, 'Ω', 3)
  if (fault.fault === 'swapped') return `${name} and ${network.parts[fault.other].name} swapped`
  if (fault.fault === 'joint') return `a bad joint at ${name}: ${R} in all`
  if (fault.fault === 'value') return `${name} is ${R}`
  return `${name} ${fault.fault}`
}
