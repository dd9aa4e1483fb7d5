import type { AskedQuantity, Network } from '../../network'
import { elementKey, nodeAt, type Stage, type Stages, type Wiring } from '../../structure'
import { isUndefined, type Derivation, type Line } from './draft'

/** One quantity that was asked for, as far as the network has it. */
export interface WantedAnswer {
  readonly asked: AskedQuantity
  readonly line: number
}

/** What it takes to find only what was asked for. */
export interface AskedAnswers {
  readonly answers: readonly WantedAnswer[]
  /** What was asked for and is not in the network (any more), or does not exist. */
  readonly missing: readonly AskedQuantity[]
  /** Equivalents that are not formed, and resistors of which nothing is worked out, by element id. */
  readonly leftOut: { readonly steps: readonly number[]; readonly resistors: readonly number[] }
}

interface AskedScope {
  readonly only: AskedAnswers
  readonly stages: readonly Stage[]
  readonly derivation: Derivation
  readonly shown: readonly number[]
}

/** Finds the line that has what is asked for; undefined where there is none. */
export function askedLines({
  network,
  wiring,
  elements,
  derivation,
}: {
  readonly network: Network
  readonly wiring: Wiring
  readonly elements: Stages['elements']
  readonly derivation: Derivation
}): (asked: AskedQuantity) => number | undefined {
  const { lines, found, readings, supply, whole } = derivation
  const byKey = new Map(elements.map((_, id) => [elementKey({ elements }, id), id]))
  const supplyName = network.parts[wiring.supply].name
  return ({ quantity, of }) => {
    if (quantity === 'potential') {
      const node = nodeAt(wiring, of)
      return node < 0 || supply === null ? undefined : found.potential[node]
    }
    const meter = readings.find(({ part }) => network.parts[part].name === of)
    if (meter) return lines[meter.line].quantity === quantity ? meter.line : undefined
    const element = of === supplyName ? (supply ?? whole) : byKey.get(of)
    return element === undefined || element === null ? undefined : found[quantity][element]
  }
}

/**
 * The lines that lead to what was asked for: all that the answers use, and what that uses. Only equivalents whose
 * resistance is used are formed; what was handed on by one that is not comes from further away.
 */
export function onlyWhatIsAsked(
  asked: readonly AskedQuantity[],
  network: Network,
  wiring: Wiring,
  stages: Stages,
  derivation: Derivation,
): AskedScope {
  const { elements } = stages
  const { lines, found } = derivation
  const lineOf = askedLines({ network, wiring, elements, derivation })
  const answers = asked.flatMap((it): WantedAnswer[] => {
    const line = lineOf(it)
    return line === undefined || isUndefined(lines[line]) ? [] : [{ asked: it, line }]
  })
  const wanted = answers.map(({ line }) => line)
  const first = closure(lines, wanted)
  const isFormed = (id: number) =>
    elements[id]?.made === null || elements[id] === undefined || first.has(found.resistance[id] ?? NaN)
  /** Where a value that was handed on by an equivalent that is not formed comes from. */
  const origin = (id: number): number => {
    for (let line = lines[id]; ; line = lines[line.uses[0]]) {
      const isHandedOn = line.method === 'carried' || line.method === 'outward'
      if (!isHandedOn || isFormed(line.of) || line.quantity === 'potential') return line.id
    }
  }
  const cut = lines.map((line): Line => {
    const uses = first.has(line.id) ? line.uses.map(origin) : line.uses
    return uses.every((use, i) => use === line.uses[i]) ? line : { ...line, uses }
  })
  const used = closure(cut, wanted)
  const shown = [...used].sort((a, b) => a - b)
  const worked = new Set(
    shown.flatMap((id) => {
      const { quantity, of } = lines[id]
      return quantity === 'potential' || (quantity === 'resistance' && !wanted.includes(id)) ? [] : [of]
    }),
  )
  return {
    only: {
      answers,
      missing: asked.filter((it) => !answers.some((answer) => answer.asked === it)),
      leftOut: {
        steps: elements.flatMap((element, id) => (element.made && !isFormed(id) ? [id] : [])),
        resistors: stages.stages[0].starts.filter((id) => !worked.has(id)),
      },
    },
    stages: stages.stages.map((stage) => ({ ...stage, steps: stage.steps.filter(({ result }) => isFormed(result)) })),
    derivation: { ...derivation, lines: cut },
    shown,
  }
}

/** Lines and all that they use. */
export function closure(lines: readonly Line[], ids: readonly number[]): Set<number> {
  const reached = new Set<number>()
  const open = [...ids]
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    if (reached.has(id)) continue
    reached.add(id)
    open.push(...lines[id].uses)
  }
  return reached
}
