import { knownOf, type Known, type Network } from '../network'
import type { Wiring } from '../structure'
import { compile, expandValues, reduceValues, tapeOf, type Program, type Tape } from './compiled'

/** How far a network could be worked out. */
export type Status =
  | 'solved'
  /** Terminals only: no supply, no voltages. */
  | 'resistance'
  | 'not-series-parallel'
  /** Resistors have no value yet: no numbers. */
  | 'structure'

/** What a network comes to as a whole. */
export interface Total {
  readonly status: Status
  /** In ohms; null where nothing closes the circuit, or it is not told. */
  readonly equivalent: number | null
  /** What the source gives, in amperes; null where there is none, or it is not told: a short, a contradiction. */
  readonly current: number | null
}

/** What a network comes to, in doubles and without steps: the way for large ones. Linear in the parts. */
export function totalOf(network: Network, wiring: Wiring): Total {
  const nothing = { equivalent: null, current: null }
  const program = compile(wiring)
  const isClosed = wiring.live.length > 0
  if (program === null && isClosed) return { ...nothing, status: 'not-series-parallel' }
  const resistance: number[] = []
  for (const part of wiring.live) {
    const it = network.parts[part]
    if (it.kind !== 'resistor' || !it.resistance) return { ...nothing, status: 'structure' }
    resistance.push(it.resistance.value)
  }
  const isSource = network.parts[wiring.supply].kind !== 'terminals'
  const status = isSource ? 'solved' : 'resistance'
  if (wiring.start === wiring.finish) return { status, equivalent: 0, current: null }
  if (program === null) return { ...nothing, status }
  const tape = tapeOf(program)
  tape.resistance.set(resistance)
  const equivalent = reduceValues(program, tape)
  const known = knownOf(network)
  if (!isSource || equivalent === 0 || known === null) return { status, equivalent, current: null }
  const current =
    known.part === network.parts[wiring.supply].name
      ? currentThrough(equivalent, known)
      : outward(program, tape, known, network)
  return { status, equivalent, current: Number.isFinite(current) ? current : null }
}

/** I, V / R or √(P / R). */
function currentThrough(resistance: number, { quantity, value: { value } }: Known): number {
  if (quantity === 'current') return value
  return quantity === 'voltage' ? value / resistance : Math.sqrt(value / resistance)
}

/** The current of the whole from what is known of a resistor: it has the same share of every current. */
function outward(program: Program, tape: Tape, known: Known, { parts }: Network): number {
  const leaf = program.leaves.findIndex((part) => parts[part].name === known.part)
  if (leaf < 0) return NaN
  expandValues(program, tape, 1)
  return currentThrough(tape.resistance[leaf], known) / tape.current[leaf]
}
