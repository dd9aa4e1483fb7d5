import { float } from '../../number'
import type { Network } from '../../network'
import { isZeroOhm, joins, Sets, type Wiring } from '../../structure'
import {
  backward,
  adjointOf,
  compile,
  expandValues,
  idealCurrents,
  reduceValues,
  tapeOf,
  type Adjoint,
  type Program,
  type Tape,
} from '../../solution'
import { potentials, type Edge } from '../circuit'
import type { Built, Drive } from './built'

/** The numbers of one choice of resistances. */
export interface Run {
  /** Of the whole, in ohms. */
  readonly equivalent: number
  /** What the source gives, in amperes; its voltage is that times the equivalent. */
  readonly supply: number
  /** Of every leaf, in amperes, along {@link Model.turn}. */
  readonly current: Float64Array
  /** Of every leaf, in volts. */
  readonly voltage: Float64Array
}

/** A network that is evaluated with one choice of resistances after another. Every run takes the room of the last one. */
export interface Model {
  /** How many resistors carry current. */
  readonly leaves: number
  /** 1 where the current of a leaf runs from its `from` to its `to`, −1 where it runs against it, by leaf. */
  readonly turn: readonly number[]
  run(resistance: ArrayLike<number>): Run
  /** Where the network is series-parallel: its program and the values of the last run; null at a bridge. */
  readonly compiled: Compiled | null
}

export interface Compiled {
  readonly program: Program
  readonly tape: Tape
  /**
   * The derivatives by leaf of what has these derivatives by R and I of each leaf, and by R of the whole.
   *
   * @param seed filled in with what came of it
   */
  backward(seed: Adjoint): Float64Array
  readonly seed: Adjoint
}

/** The model of a network; null where nothing carries current, or the supply is shorted. */
export function modelOf({ network, wiring, drive }: Pick<Built, 'network' | 'wiring' | 'drive'>): Model | null {
  if (wiring.live.length === 0 || wiring.start === wiring.finish) return null
  const program = compile(wiring)
  return program === null
    ? bridged(network, wiring, drive)
    : seriesParallel(network.parts.length, wiring, program, drive)
}

/** By how much a run is to be multiplied so that what is known comes true; the run is made with this current or voltage. */
function scaleOf(drive: Drive, { equivalent, supply, current, voltage }: Run): number {
  if (drive.at === 'nothing') return 1
  const { quantity, value } = drive
  const I = drive.at === 'source' ? supply : Math.abs(current[drive.leaf])
  const V = drive.at === 'source' ? supply * equivalent : Math.abs(voltage[drive.leaf])
  if (quantity === 'power') return Math.sqrt(value / (V * I))
  return value / (quantity === 'voltage' ? V : I)
}

function seriesParallel(parts: number, wiring: Wiring, program: Program, drive: Drive): Model {
  const tape = tapeOf(program)
  const seed = adjointOf(program)
  const leaves = program.leaves.length
  const voltage = new Float64Array(leaves)
  const current = tape.current.subarray(0, leaves)
  const held = drive.at === 'source' ? drive.quantity : 'current'
  const run = (resistance: ArrayLike<number>): Run => {
    for (let leaf = 0; leaf < leaves; leaf++) tape.resistance[leaf] = resistance[leaf]
    const equivalent = reduceValues(program, tape)
    let supply = drive.at !== 'source' ? 1 : scaleOf(drive, { equivalent, supply: 1, current, voltage })
    expandValues(program, tape, supply)
    // Zero ohms have no drop, even where their current is undefined.
    for (let leaf = 0; leaf < leaves; leaf++)
      voltage[leaf] = tape.resistance[leaf] === 0 ? 0 : current[leaf] * tape.resistance[leaf]
    if (drive.at === 'resistor') {
      const scale = scaleOf(drive, { equivalent, supply, current, voltage })
      for (let element = 0; element < tape.current.length; element++) tape.current[element] *= scale
      for (let leaf = 0; leaf < leaves; leaf++) voltage[leaf] *= scale
      supply = scale
    }
    return { equivalent, supply, current, voltage }
  }
  const turn = wiring.live.map((part) => (wiring.rank[wiring.from[part]] < wiring.rank[wiring.to[part]] ? 1 : -1))
  return {
    leaves,
    turn,
    run,
    compiled: {
      program,
      tape,
      seed,
      backward: (of) => {
        backward(program, tape, of, held)
        return of.resistance
      },
    },
  }
}

function bridged(network: Network, wiring: Wiring, drive: Drive): Model {
  const { nodes, live, from, to, start, finish } = wiring
  const leaves = live.length
  const current = new Float64Array(leaves)
  const voltage = new Float64Array(leaves)
  // Nodes that zero ohms join are one.
  const zeros = live.map((part) => isZeroOhm(network.parts[part]))
  const hasZeros = zeros.includes(true)
  const joined = new Sets(nodes.length)
  live.forEach((part, leaf) => zeros[leaf] && joined.join(from[part], to[part]))
  const at = nodes.map((_, node) => joined.find(node))
  const held = new Map([
    [at[start], 1],
    [at[finish], 0],
  ])
  const isIdealHere = (part: number) => joins(network.parts[part]) || isZeroOhm(network.parts[part])
  const run = (resistance: ArrayLike<number>): Run => {
    const edges = live.flatMap((part, leaf): Edge[] =>
      zeros[leaf] ? [] : [{ a: at[from[part]], b: at[to[part]], conductance: 1 / resistance[leaf] }],
    )
    const potential = potentials(nodes.length, edges, held)
    let supply = 0
    live.forEach((part, leaf) => {
      const [a, b] = [at[from[part]], at[to[part]]]
      voltage[leaf] = potential[a] - potential[b]
      current[leaf] = zeros[leaf] ? 0 : voltage[leaf] / resistance[leaf]
      if (zeros[leaf]) return
      if (a === at[start]) supply += current[leaf]
      if (b === at[start]) supply -= current[leaf]
    })
    if (hasZeros) {
      const byPart = new Array<number>(network.parts.length).fill(0)
      live.forEach((part, leaf) => (byPart[part] = current[leaf]))
      byPart[wiring.supply] = -supply
      const through = idealCurrents(network, byPart, isIdealHere, float)
      live.forEach((part, leaf) => zeros[leaf] && (current[leaf] = through[part] ?? NaN))
    }
    const equivalent = 1 / supply
    const scale = scaleOf(drive, { equivalent, supply, current, voltage })
    for (let leaf = 0; leaf < leaves; leaf++) {
      current[leaf] *= scale
      voltage[leaf] *= scale
    }
    return { equivalent, supply: supply * scale, current, voltage }
  }
  return { leaves, turn: new Array<number>(leaves).fill(1), run, compiled: null }
}
