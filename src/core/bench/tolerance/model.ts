import { float } from '../../number'
import { type Network, unreadNotes, type Problem, readTolerance } from '../../network'
import { isZeroOhm, joins, Sets, type Wiring, wire, type Finding } from '../../structure'
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

interface Compiled {
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

/** A network that has values to be measured. */
export interface Bench {
  readonly built: Built
  readonly model: Model
  /** Whether a part's `to` is its end nearer to +, by part index. */
  readonly turned: readonly boolean[]
  readonly findings: readonly Finding[]
}

export type FoundBench = (Bench & { readonly ok: true }) | { readonly ok: false; readonly problems: readonly Problem[] }

/**
 * A network as it stands on a bench, with its tolerances and ratings.
 *
 * @returns what readings and spreads are worked out from; or problems where there is nothing to be measured: a part without value,
 *   nothing closed
 */
export function benchOf(network: Network): FoundBench {
  const wiring = wire(network)
  const refuse = (part: string | null, field: string, message: string): FoundBench => ({
    ok: false,
    problems: [{ part, field, message }],
  })
  const built = builtOf(network, wiring)
  if (!built) {
    const { live } = wiring
    const open = live.map((part) => network.parts[part]).find((part) => part.kind === 'resistor' && !part.resistance)
    return refuse(open?.name ?? null, 'resistance', 'it has no value yet, so nothing can be told of what is measured')
  }
  const supply = network.parts[wiring.supply].name
  const stopping = wiring.findings.find(({ code }) => code === 'shorted-supply' || code === 'open-supply')
  const model = modelOf(built)
  if (!model) return refuse(supply, 'parts', stopping?.message ?? 'no current flows')
  const { drive } = built
  if (drive.at === 'resistor' && drive.leaf < 0)
    return refuse(
      network.known?.part ?? null,
      'known',
      'it carries no current whatever the source gives, so the supply cannot be found from it',
    )
  const { equivalent, supply: current, voltage, current: through } = model.run(built.resistance)
  if (!(equivalent > 0)) return refuse(supply, 'parts', 'it is shorted by zero ohms: nothing can be divided by them')
  if (!Number.isFinite(current))
    return refuse(network.known?.part ?? null, 'known', 'the supply cannot be found from what is known')
  const turned = network.parts.map((_, part) => {
    const leaf = wiring.live.indexOf(part)
    // Zero ohms have no voltage, but a direction all the same.
    return leaf >= 0 && model.turn[leaf] * (voltage[leaf] || through[leaf]) < 0
  })
  return { ok: true, built, model, turned, findings: [...wiring.findings, ...unreadNotes(network)] }
}

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
function builtOf(network: Network, wiring: Wiring): Built | null {
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
