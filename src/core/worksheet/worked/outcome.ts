import { roundedFigures, type Amount, type Arithmetic } from '../../number'
import { isMeter, knownOf, unreadNotes, type Network, type Part } from '../../network'
import { checks, partValues, type Carried, type Check, type Status } from '../../solution'
import { joins, reductionFindings, stopsAt, type Finding, type Stages, type Wiring } from '../../structure'
import type { Derivation, Derived } from '../derivation'

/** What a part carries, seen from its `from` to its `to`; null where it does not exist. */
export interface PartOutcome {
  readonly name: string
  readonly kind: Part['kind']
  readonly resistance: Amount | null
  readonly voltage: Amount | null
  readonly current: Amount | null
  readonly power: Amount | null
}

export interface SupplyOutcome {
  readonly voltage: Amount | null
  readonly current: Amount | null
  readonly power: Amount | null
}

/** What comes out of a network: the supply, every part and node, the laws checked, what is worth saying. */
export interface Outcome {
  readonly status: Status
  readonly equivalent: Amount | null
  readonly supply: SupplyOutcome
  readonly parts: readonly PartOutcome[]
  /** What each meter drawn into the picture shows; null where that is undefined. */
  readonly meters: readonly {
    readonly name: string
    readonly quantity: 'current' | 'voltage'
    readonly value: Amount | null
  }[]
  readonly nodes: readonly {
    readonly label: string
    readonly points: readonly string[]
    readonly potential: Amount | null
  }[]
  readonly checks: readonly {
    readonly law: Check<unknown>['law']
    readonly at: string
    readonly sum: Amount
    readonly expected: Amount
    readonly holds: boolean
  }[]
  readonly findings: readonly Finding[]
  /** The names of the elements that stop the reduction; none where it succeeds. */
  readonly residue: readonly string[]
}

/**
 * What has no value yet, the first of it by name, and what that means.
 *
 * @param most so many names at most
 */
export function openParts({ parts }: Outcome, most: number): { readonly names: string; readonly said: string } {
  const open = parts.filter(({ kind, resistance }) => kind === 'resistor' && resistance === null)
  const more = open.length > most ? `and ${open.length - most} more ` : ''
  const [have, them] = open.length === 1 ? ['has', 'it'] : ['have', 'them']
  return {
    names: open
      .slice(0, most)
      .map(({ name }) => name)
      .join(', '),
    said: `${more}${have} no value yet: what depends on ${them} stands in letters.`,
  }
}

/** How far a check may be off per step of work: nothing where values are exact. */
function toleranceOf(name: string): number {
  if (name === 'float') return 2 ** -50
  const figures = roundedFigures(name)
  return figures === null ? 0 : 0.5 * 10 ** (1 - figures)
}

/** What comes out, from the lines of a derivation; signs are those of the parts, as they are listed. */
export function outcomeOf<N>(
  network: Network,
  wiring: Wiring,
  stages: Stages,
  { derivation, amountOf: amount }: Derived<N> & { readonly ok: true },
  arithmetic: Arithmetic<N>,
): Outcome {
  const { elements, stages: all } = stages
  const [first] = all
  const { lines, found, enters, whole } = derivation
  const numbers = derivation.numbers as readonly (N | null)[]
  const { subtract, zero } = arithmetic
  const lineOf = (quantity: keyof Derivation['found'], of: number | null) =>
    of === null ? undefined : found[quantity][of]
  const amountOf = (quantity: keyof Derivation['found'], of: number | null): Amount | null => {
    const line = lineOf(quantity, of)
    return line === undefined ? null : lines[line].amount
  }
  const numberOf = (quantity: keyof Derivation['found'], of: number | null): N | null => {
    const line = lineOf(quantity, of)
    return line === undefined ? null : numbers[line]
  }
  const negative = (value: N) => subtract(zero, value)
  const optional = (value: N | null) => (value === null ? null : amount(value))
  const isOpen = network.parts.some((part) => part.kind === 'resistor' && !part.resistance)

  const source = network.parts[wiring.supply]
  const { supply: top } = derivation
  const supply =
    top === null
      ? null
      : {
          voltage: numberOf('voltage', top) as N,
          current: numberOf('current', top) as N,
          power: numberOf('power', top) as N,
        }
  const carried: (Carried<N> | undefined)[] = []
  if (supply && whole !== null && !isOpen)
    for (const id of first.starts) {
      const part = elements[id].part as number
      const along = enters[id] === undefined || enters[id] === wiring.from[part]
      const I = numberOf('current', id)
      const V = numberOf('voltage', id) ?? zero
      carried[part] = {
        voltage: along ? V : negative(V),
        current: I === null || along ? I : negative(I),
        power: numberOf('power', id) ?? zero,
      }
    }
  const values = supply && !isOpen ? partValues(network, wiring, carried, supply, arithmetic) : null
  const openLeaf = new Map(isOpen ? first.starts.map((id) => [elements[id].part, id] as const) : [])
  /** What is known of a resistor while others have no value yet, seen from its `from` to its `to`. */
  const soFar = (quantity: 'voltage' | 'current' | 'power', part: number): N | null => {
    const id = openLeaf.get(part)
    const value = id === undefined ? null : numberOf(quantity, id)
    if (value === null || id === undefined || quantity === 'power' || enters[id] === wiring.from[part]) return value
    return negative(value)
  }
  const shownBy = (part: number) => derivation.readings.find((it) => it.part === part)?.line
  const isBridge = first.left.length > 1
  const isShorted = wiring.start === wiring.finish
  return {
    status: isBridge
      ? 'not-series-parallel'
      : isOpen
        ? 'structure'
        : source.kind === 'terminals'
          ? 'resistance'
          : 'solved',
    equivalent: isShorted ? amount(zero) : amountOf('resistance', whole),
    supply:
      top === null
        ? givenOfSupply(network, source.name, arithmetic)
        : { voltage: amountOf('voltage', top), current: amountOf('current', top), power: amountOf('power', top) },
    parts: network.parts.map((part, i) => ({
      name: part.name,
      kind: part.kind,
      resistance:
        part.kind === 'resistor'
          ? part.resistance
            ? amount(arithmetic.from(part.resistance))
            : null
          : joins(part)
            ? amount(zero)
            : null,
      voltage: part.kind === 'voltmeter' ? readingOf(i) : optional(values?.voltage[i] ?? soFar('voltage', i)),
      current: optional(values?.current[i] ?? soFar('current', i)),
      power: optional(values?.power[i] ?? soFar('power', i)),
    })),
    meters: network.parts.flatMap((part, i) =>
      isMeter(part)
        ? [{ name: part.name, quantity: part.kind === 'ammeter' ? 'current' : 'voltage', value: readingOf(i) } as const]
        : [],
    ),
    nodes: wiring.nodes.map(({ label, points }, node) => ({ label, points, potential: amountOf('potential', node) })),
    checks: supply && whole !== null && !isOpen ? checked() : [],
    findings: [...wiring.findings, ...reductionFindings(network, stages), ...unreadNotes(network)],
    residue: stopsAt(stages).map(({ id }) => elements[id].name),
  }

  function readingOf(part: number): Amount | null {
    const line = shownBy(part)
    return line === undefined ? null : lines[line].amount
  }

  function checked(): Outcome['checks'] {
    const label = (node: number) => wiring.nodes[node].label
    // Seen from + to −, as the first sheet is drawn.
    const along = (id: number) => enters[id] === undefined || enters[id] === first.from[id]
    const seen = (quantity: 'voltage' | 'current') =>
      elements.map((_, id) => {
        const value = numberOf(quantity, id)
        return value === null || along(id) ? value : negative(value)
      })
    const expansion = {
      voltage: seen('voltage').map((value) => value ?? zero),
      current: seen('current'),
      power: elements.map((_, id) => numberOf('power', id) ?? zero),
    }
    const slack = toleranceOf(arithmetic.name) * (elements.length + network.parts.length)
    return checks(wiring, first, expansion, supply as NonNullable<typeof supply>, arithmetic, slack).map(
      ({ law, at, sum, expected, holds }) => ({
        law,
        at: at === 'supply' ? source.name : 'node' in at ? label(at.node) : elements[at.element].name,
        sum: amount(sum),
        expected: amount(expected),
        holds,
      }),
    )
  }
}

/** What the document itself says of the supply, where nothing can be worked out. */
function givenOfSupply<N>(network: Network, source: string, arithmetic: Arithmetic<N>): SupplyOutcome {
  const nothing = { voltage: null, current: null, power: null }
  const known = knownOf(network)
  if (known?.part !== source) return nothing
  return { ...nothing, [known.quantity]: arithmetic.toAmount(arithmetic.from(known.value)) }
}
