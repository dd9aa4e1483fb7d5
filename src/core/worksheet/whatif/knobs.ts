import {
  valueName,
  type Quantity,
  exactOf,
  quantityText,
  readQuantity,
  shownText,
  unitOf,
  type Figures,
  type ExactValue,
} from '../../number'
import { knownOf, type GivenQuantity, type Network } from '../../network'
import { type Worksheet, workOut, type Refusal } from '../worked'
import { insideOf } from '../../structure'

/** A value that can be turned: a resistance, or what is known of the source or a resistor. */
export interface Knob {
  /** R4 for its resistance, E1 for the voltage of the source, I(R4) for what is known inside; no two alike. */
  readonly name: string
  readonly part: string
  /** The line of the value. */
  readonly line: number
  readonly quantity: Quantity
  readonly value: GivenQuantity
}

/** What is otherwise than it was drawn. */
export interface Changes {
  /** Other values, by the names of their knobs. */
  readonly values: Readonly<Record<string, GivenQuantity>>
  /** Resistors that are taken out, and those that are bridged over by a wire. */
  readonly out: readonly string[]
  readonly bridged: readonly string[]
}

export const noChanges: Changes = { values: {}, out: [], bridged: [] }

/** The knobs of a worksheet: what is given and above 0. */
export function knobsOf({ network, elements, wiring, derivation }: Worksheet): Knob[] {
  const { found, lines, supply, whole } = derivation
  const knobs = elements.flatMap(({ part }, id): Knob[] => {
    const it = part === null ? null : network.parts[part]
    const line = found.resistance[id]
    if (it?.kind !== 'resistor' || !it.resistance || it.resistance.value <= 0 || line === undefined) return []
    return [{ name: it.name, part: it.name, line, quantity: 'resistance', value: it.resistance }]
  })
  const known = knownOf(network)
  if (!known || known.value.value <= 0) return knobs
  const { part, quantity, value } = known
  const isSource = part === network.parts[wiring.supply].name
  const of = isSource
    ? (supply ?? whole)
    : elements.findIndex((it) => it.part !== null && network.parts[it.part].name === part)
  const line = of === null ? undefined : found[quantity][of]
  if (line === undefined || lines[line].method !== 'given') return knobs
  const name = isSource && quantity === 'voltage' ? part : valueName(quantity, part)
  return [...knobs, { name, part, line, quantity, value }]
}

/** What changes are made in: a network, or the document of one. */
interface Drawn {
  readonly parts: readonly Placed[]
  readonly known?: { readonly value: unknown }
}

interface Placed {
  readonly name: string
  readonly kind: string
  readonly from: string
  readonly to: string
}

/**
 * A network, or its document, with some changes.
 *
 * @param written how a value stands in it
 */
export function withChanges<D extends Drawn>(
  drawn: D,
  knobs: readonly Knob[],
  changes: Changes,
  written: (value: GivenQuantity) => unknown,
): D {
  const { values, out } = changes
  const turned = knobs.filter(({ name }) => Object.hasOwn(values, name))
  const resistances = new Map(
    turned.flatMap(({ quantity, part, name }) => (quantity === 'resistance' ? [[part, values[name]] as const] : [])),
  )
  const known = turned.find(({ quantity }) => quantity !== 'resistance')
  const value = known && written(values[known.name])
  const parts = drawn.parts
    .filter(({ name }) => !out.includes(name))
    .map((part) => {
      const resistance = resistances.get(part.name)
      if (resistance) return { ...part, resistance: written(resistance) }
      return known && !drawn.known && part.name === known.part ? { ...part, voltage: value } : part
    })
  return {
    ...drawn,
    parts: [...parts, ...bridgesOver(drawn.parts, changes)],
    ...(known && drawn.known && { known: { ...drawn.known, value } }),
  }
}

/** A network with another value at a knob. */
export function withValue(network: Network, knob: Knob, value: GivenQuantity): Network {
  return withChanges(network, [knob], { ...noChanges, values: { [knob.name]: value } }, (it) => it)
}

/** The wires that bridge resistors over, with names that no part has. */
function bridgesOver(parts: readonly Placed[], { out, bridged }: Changes): Placed[] {
  const names = new Set(parts.map(({ name }) => name))
  let number = 0
  return parts.flatMap(({ name, from, to }) => {
    if (!bridged.includes(name) || out.includes(name)) return []
    do number += 1
    while (names.has(`W${number}`))
    return [{ name: `W${number}`, kind: 'wire', from, to }]
  })
}

export function isChanged({ values, out, bridged }: Changes): boolean {
  return Object.keys(values).length > 0 || out.length > 0 || bridged.length > 0
}

/** A worksheet of the network with some changes, worked in the same way. */
export function workChanged(worksheet: Worksheet, changes: Changes): Worksheet | Refusal {
  const { network, choices, arithmetic, naming } = worksheet
  const changed = withChanges(network, knobsOf(worksheet), changes, (value) => value)
  return workOut(changed, { choices, arithmetic, nodes: naming })
}

/** A value as a document has it: in a short decimal where that is all of it, else as a fraction. */
export function givenOf({ value, exact }: ExactValue, quantity: Quantity): GivenQuantity {
  const text = quantityText({ value }, unitOf[quantity], 6, ' ')
  const read = readQuantity(text, unitOf[quantity])
  return { value, exact, typed: read.ok && read.exact === exact ? text : exact }
}

/** What is otherwise, in words: R4 = 22 Ω, R3 taken out. */
export function changesText(worksheet: Worksheet, { values, out, bridged }: Changes, figures: Figures): string {
  const turned = knobsOf(worksheet).flatMap(({ name, part, quantity }) =>
    Object.hasOwn(values, name) && !out.includes(part)
      ? [
          `${name} = ${shownText({ value: values[name].value, exact: exactOf(values[name].exact) }, unitOf[quantity], figures)}`,
        ]
      : [],
  )
  const others = [...out.map((name) => `${name} removed`), ...bridged.map((name) => `${name} shorted`)]
  return [...turned, ...others].join(', ')
}

/** The branches of a parallel equivalent switched in one by one: which resistors are out with each one more. */
export function oneByOne(
  worksheet: Worksheet,
  equivalent: number,
): { readonly with: string; readonly out: readonly string[] }[] {
  const { elements } = worksheet
  const { made } = elements[equivalent]
  if (made?.kind !== 'parallel') return []
  const inside = made.members.map((id) => insideOf(worksheet, id).map((it) => elements[it].name))
  return made.members.map((_, count) => ({
    with: made.members
      .slice(0, count + 1)
      .map((id) => elements[id].name)
      .join(', '),
    out: inside.slice(count + 1).flat(),
  }))
}
