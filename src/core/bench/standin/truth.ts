import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import { neighbourStep } from '../diagnosis'
import { toleranceOf, type Bench } from '../tolerance'
import { quantityText } from '../../number'

/** What is wrong with the bench. Parts and nodes by their indices. */
export type HiddenFault =
  | { readonly fault: 'open' | 'shorted' | 'joint'; readonly part: number }
  | { readonly fault: 'value'; readonly part: number; readonly times: number }
  | { readonly fault: 'swapped'; readonly part: number; readonly other: number }
  | { readonly fault: 'bridged'; readonly nodes: readonly [number, number] }

/** The bench as it really is. */
export interface Truth {
  readonly seed: number
  /** Of each resistor with a value, by part index, in ohms; Infinity where it is open, 0 where it is shorted. */
  readonly ohms: ReadonlyMap<number, number>
  readonly bridges: readonly (readonly [number, number])[]
  /** What the supply gives, as a part of what it is set to. */
  readonly supply: number
  /** By how much the meter is off in each function, as a part of what its accuracy allows: from −1 to 1. */
  readonly gain: Readonly<Record<'resistance' | 'voltage' | 'current', number>>
  readonly faults: readonly HiddenFault[]
}

/** A bad joint lies in series, in ohms: between these. */
const joint = [20, 80] as const
/** The supply's own tolerance, as a part of what it is set to. */
const supplyTolerance = 0.01

/** Numbers from 0 up to 1, the same for the same seed. */
export function numbersFrom(seed: number): () => number {
  const generator = xoroshiro128plus(seed)
  for (let i = 0; i < 16; i++) generator.next()
  return () => (generator.next() >>> 0) / 2 ** 32
}

/**
 * Every resistor somewhere in its tolerance, and so many faults, all from the seed. A fault never shorts the supply.
 *
 * @param faults 0, 1 or 2
 */
export function hiddenTruth(bench: Bench, seed: number, faults: 0 | 1 | 2): Truth {
  const { network } = bench.built
  const random = numbersFrom(seed)
  const ohms = new Map<number, number>()
  network.parts.forEach((part, index) => {
    if (part.kind !== 'resistor' || !part.resistance) return
    ohms.set(index, part.resistance.value * (1 + toleranceOf(network, index) * (2 * random() - 1)))
  })
  const supply = 1 + supplyTolerance * (2 * random() - 1)
  const gain = { resistance: 2 * random() - 1, voltage: 2 * random() - 1, current: 2 * random() - 1 }
  const bridges: (readonly [number, number])[] = []
  const drawn: HiddenFault[] = []
  const touched = new Set<number>()
  for (let tries = 0; drawn.length < faults && tries < 100; tries++) {
    const fault = drawFault(bench, random, touched)
    if (!fault) continue
    drawn.push(fault)
    if (fault.fault === 'bridged') bridges.push(fault.nodes)
    else apply(fault, ohms)
    for (const part of 'part' in fault ? [fault.part, 'other' in fault ? fault.other : fault.part] : [])
      touched.add(part)
  }
  return { seed, ohms, bridges, supply, gain, faults: drawn }

  function apply(fault: Exclude<HiddenFault, { fault: 'bridged' }>, values: Map<number, number>): void {
    const R = values.get(fault.part) as number
    if (fault.fault === 'open') values.set(fault.part, Infinity)
    else if (fault.fault === 'shorted') values.set(fault.part, 0)
    else if (fault.fault === 'joint') values.set(fault.part, R + joint[0] + (joint[1] - joint[0]) * random())
    else if (fault.fault === 'value') values.set(fault.part, R * fault.times)
    else if (fault.fault === 'swapped') {
      values.set(fault.part, values.get(fault.other) as number)
      values.set(fault.other, R)
    }
  }
}

function drawFault(bench: Bench, random: () => number, touched: ReadonlySet<number>): HiddenFault | null {
  const { wiring, resistance } = bench.built
  const any = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]
  const free = wiring.live.filter((part) => !touched.has(part))
  if (free.length === 0) return null
  const part = any(free)
  const R = (index: number) => resistance[wiring.live.indexOf(index)]
  const isAcross = (a: number, b: number) =>
    (a === wiring.start && b === wiring.finish) || (a === wiring.finish && b === wiring.start)
  switch (any(['open', 'shorted', 'decade', 'neighbour', 'swapped', 'joint', 'bridged'] as const)) {
    case 'open':
      return { fault: 'open', part }
    case 'shorted':
      return isAcross(wiring.from[part], wiring.to[part]) || wiring.live.length === 1
        ? null
        : { fault: 'shorted', part }
    case 'decade':
      return { fault: 'value', part, times: any([10, 0.1]) }
    case 'neighbour':
      return { fault: 'value', part, times: any([neighbourStep, 1 / neighbourStep]) }
    case 'joint':
      // A bad joint shows where it is not small beside the part.
      return R(part) < 4 * joint[1] ? { fault: 'joint', part } : null
    case 'swapped': {
      const other = any(free)
      const apart = Math.abs(Math.log(R(part) / R(other)))
      return other !== part && apart > 0.2 ? { fault: 'swapped', part, other } : null
    }
    case 'bridged': {
      // Neighbours: two nodes that one part leads to from a third.
      const beside = wiring.live.flatMap((it) => [
        [wiring.from[it], wiring.to[it]] as const,
        [wiring.to[it], wiring.from[it]] as const,
      ])
      const [a, middle] = any(beside)
      const ways = beside.filter(([from, to]) => from === middle && to !== a)
      if (ways.length === 0) return null
      const nodes = [a, any(ways)[1]] as const
      return isAcross(...nodes) ? null : { fault: 'bridged', nodes }
    }
  }
}

/** What a person says is wrong. */
export type Claim =
  | { readonly fault: 'none' }
  | { readonly fault: 'open' | 'shorted' | 'value'; readonly part: number }
  | { readonly fault: 'swapped'; readonly part: number; readonly other: number }
  | { readonly fault: 'bridged'; readonly nodes: readonly [number, number] }

/** `part` where the right part was named with the wrong fault; `half` where there is another fault too. */
export type ClaimVerdict = 'right' | 'half' | 'part' | 'wrong'

/** What is said of a claim. */
export const claimVerdicts: Readonly<Record<ClaimVerdict, string>> = {
  right: 'Right.',
  half: 'Right, that is one of the two. There is another fault.',
  part: 'The part is right, but something else is wrong with it.',
  wrong: 'No, something else is wrong. Go on measuring.',
}

/** Judges what was claimed against what is hidden. A short of the only part between two nodes is a bridge there too. */
export function judgeClaim({ built }: Bench, { faults }: Truth, claim: Claim): ClaimVerdict {
  const { wiring } = built
  if (faults.length === 0 || claim.fault === 'none')
    return faults.length === 0 && claim.fault === 'none' ? 'right' : 'wrong'
  const between = (part: number): readonly [number, number] => [wiring.from[part], wiring.to[part]]
  const isSame = (a: readonly number[], b: readonly number[]) => [...a].sort().join() === [...b].sort().join()
  const nodesOf = (fault: HiddenFault | Claim) =>
    fault.fault === 'bridged' ? fault.nodes : fault.fault === 'shorted' ? between(fault.part) : null
  const partsOf = (fault: HiddenFault | Claim) =>
    fault.fault === 'swapped' ? [fault.part, fault.other] : 'part' in fault ? [fault.part] : []
  const isRight = (hidden: HiddenFault) => {
    const [a, b] = [nodesOf(hidden), nodesOf(claim)]
    if (a && b) return isSame(a, b)
    const code = hidden.fault === 'joint' ? 'value' : hidden.fault
    return code === claim.fault && isSame(partsOf(hidden), partsOf(claim))
  }
  if (faults.some(isRight)) return faults.length > 1 ? 'half' : 'right'
  return faults.some((hidden) => partsOf(hidden).some((part) => partsOf(claim).includes(part))) ? 'part' : 'wrong'
}

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
