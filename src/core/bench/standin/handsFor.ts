import { nodeAt } from '../../structure'
import type { Measurement } from '../plan'
import type { Bench } from '../tolerance'
import { withBroken, type Hands } from './hands'

/**
 * The bench as it is set up for a measurement: leads laid, what has to be lifted lifted, the supply out for resistances and
 * on for the others. Where the network has not what it names, the leads are off.
 */
export function handsFor(bench: Bench, measurement: Measurement, fresh: Hands): Hands {
  const { network, wiring } = bench.built
  const { quantity } = measurement
  const isOhms = quantity === 'resistance'
  const hands: Hands = {
    ...fresh,
    function: quantity,
    red: null,
    black: null,
    lifted: [],
    jumpers: [],
    supply: { ...fresh.supply, isOn: !isOhms, isOut: isOhms },
  }
  if ('between' in measurement) {
    const [red, black] = measurement.between.map((point) => nodeAt(wiring, point))
    return red < 0 || black < 0 ? hands : { ...hands, red: { node: red }, black: { node: black } }
  }
  const part = network.parts.findIndex(({ name }) => name === measurement.of)
  if (part < 0) return hands
  const [near, far] = bench.turned[part] ? (['to', 'from'] as const) : (['from', 'to'] as const)
  const at = (end: 'from' | 'to') => ({ node: wiring[end][part] })
  if (quantity === 'current') {
    const free = { part, end: near }
    const broken = withBroken(hands, part, near)
    // The source drives out at its + end, a part takes in at its own.
    return part === wiring.supply
      ? { ...broken, red: free, black: at(near) }
      : { ...broken, red: at(near), black: free }
  }
  if ('lifted' in measurement && measurement.lifted)
    return { ...withBroken(hands, part, far), red: at(near), black: { part, end: far } }
  return { ...hands, red: at(near), black: at(far) }
}
