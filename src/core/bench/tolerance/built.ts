import { readTolerance, type Network } from '../../network'
import type { Wiring } from '../../structure'

/** What the supply, or a known quantity in its place, holds. */
export type Drive =
  /** `tolerance` as a part of the value. */
  | {
      readonly at: 'source'
      readonly quantity: 'voltage' | 'current' | 'power'
      readonly value: number
      readonly tolerance: number
    }
  | {
      readonly at: 'resistor'
      readonly leaf: number
      readonly quantity: 'voltage' | 'current' | 'power'
      readonly value: number
    }
  /** Terminals alone: nothing drives it. */
  | { readonly at: 'nothing' }

/** A network as it may have been built: what each resistor may be. */
export interface Built {
  readonly network: Network
  readonly wiring: Wiring
  /** Of the resistors that carry current, by leaf, in ohms. */
  readonly resistance: readonly number[]
  /** By leaf, as a part of the resistance. */
  readonly tolerance: readonly number[]
  readonly drive: Drive
}

/** Of a resistor that has no tolerance of its own, as a part of its value. */
const usualTolerance = 0.05
/** Of a source until it is measured, as a part of its voltage. */
const sourceTolerance = 0.01

/** The tolerance of a part that counts: its own, or the usual one. */
export function toleranceOf(network: Network, part: number): number {
  const it = network.parts[part]
  return (it.kind === 'resistor' ? readTolerance(it.tolerance) : null) ?? usualTolerance
}

/** What is marked on the parts of a network; null where a resistor that carries current has no value yet. */
export function builtOf(network: Network, wiring: Wiring): Built | null {
  const resistance: number[] = []
  for (const part of wiring.live) {
    const it = network.parts[part]
    if (it.kind !== 'resistor' || !it.resistance) return null
    resistance.push(it.resistance.value)
  }
  const tolerance = wiring.live.map((part) => toleranceOf(network, part))
  return { network, wiring, resistance, tolerance, drive: driveOf(network, wiring) }
}

function driveOf({ parts, known }: Network, { live, supply }: Wiring): Drive {
  const source = parts[supply]
  if (source.kind !== 'source') return { at: 'nothing' }
  if (!known)
    return { at: 'source', quantity: 'voltage', value: source.voltage?.value ?? 0, tolerance: sourceTolerance }
  const { quantity, value } = known
  if (known.part === source.name) return { at: 'source', quantity, value: value.value, tolerance: 0 }
  const leaf = live.findIndex((part) => parts[part].name === known.part)
  return { at: 'resistor', leaf, quantity, value: value.value }
}
