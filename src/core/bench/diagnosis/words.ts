import { quantityText } from '../../number'
import type { View } from '../plan'
import type { Reading } from '../readings'
import type { Fault } from './fault'

/** A fault in words: `R3 open`, `R5 is another value, ×10: 220 Ω`. */
export function faultText({ bench, ports, ofPart, volts }: View, fault: Fault, readings: readonly Reading[]): string {
  const { network, wiring } = bench.built
  const name = (part: number) => network.parts[part].name
  const reading = (index: number) => measured(readings[index])
  switch (fault.fault) {
    case 'none':
      return 'nothing is wrong: all within tolerance'
    case 'open':
      return `${name(fault.part)} open`
    case 'shorted':
      return `${name(fault.part)} shorted`
    case 'lifted':
      return `a lead of ${name(fault.part)} still up`
    case 'value': {
      const R = quantityText({ value: ports.resistance[ofPart[fault.part] as number] * fault.times }, 'Ω', 3)
      const times = Math.log10(fault.times)
      const isDecade = Math.abs(times - Math.round(times)) < 0.02 && Math.abs(times) > 0.5
      const factor = times > 0 ? `×${10 ** Math.round(times)}` : `÷${10 ** -Math.round(times)}`
      return isDecade ? `${name(fault.part)} ${factor}: ${R}` : `${name(fault.part)} another value: about ${R}`
    }
    case 'swapped':
      return `${name(fault.part)} and ${name(fault.other)} swapped`
    case 'bridged': {
      const [a, b] = fault.nodes.map((node) => wiring.nodes[node].label)
      return `nodes ${a} and ${b} bridged`
    }
    case 'source':
      return fault.times === 0
        ? `${name(wiring.supply)} gives nothing`
        : `${name(wiring.supply)} gives about ${quantityText({ value: volts * fault.times }, 'V', 3)}, not what it is set to`
    case 'scale':
      return `the ${reading(fault.reading)} is off by ${fault.power > 0 ? `×${10 ** fault.power}` : `÷${10 ** -fault.power}`}`
    case 'reversed':
      return `the ${reading(fault.reading)} was read with the leads reversed`
  }
}

/** What a reading is of: `voltage of R2`, `resistance between A and D`. */
export function measured({ measurement }: Pick<Reading, 'measurement'>): string {
  const { quantity } = measurement
  return 'between' in measurement
    ? `${quantity} between ${measurement.between.join(' and ')}`
    : `${quantity} of ${measurement.of}`
}
