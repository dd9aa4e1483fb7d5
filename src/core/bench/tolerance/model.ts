import type { Wiring } from '../../structure'
import {
  backward,
  adjointOf,
  compile,
  expandValues,
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
  return program === null ? bridged(wiring, drive) : seriesParallel(network.parts.length, wiring, program, drive)
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
    for (let leaf = 0; leaf < leaves; leaf++) voltage[leaf] = current[leaf] * tape.resistance[leaf]
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

/** What stands for zero ohms at a bridge, as a part of the least other resistance. */
const ofLeast = 1e-8

function bridged({ nodes, live, from, to, start, finish }: Wiring, drive: Drive): Model {
  const leaves = live.length
  const current = new Float64Array(leaves)
  const voltage = new Float64Array(leaves)
  const held = new Map([
    [start, 1],
    [finish, 0],
  ])
  const run = (resistance: ArrayLike<number>): Run => {
    let least = Infinity
    for (let leaf = 0; leaf < leaves; leaf++) if (resistance[leaf] > 0) least = Math.min(least, resistance[leaf])
    const edges = live.map((part, leaf): Edge => {
      const ohms = Math.max(resistance[leaf], ofLeast * least)
      return { a: from[part], b: to[part], conductance: 1 / ohms }
    })
    const potential = potentials(nodes.length, edges, held)
    let supply = 0
    edges.forEach(({ a, b, conductance }, leaf) => {
      voltage[leaf] = potential[a] - potential[b]
      current[leaf] = voltage[leaf] * conductance
      if (a === start) supply += current[leaf]
      if (b === start) supply -= current[leaf]
    })
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
