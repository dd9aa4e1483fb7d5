import {
  exactOf,
  quantityText,
  readQuantity,
  shownText,
  unitOf,
  type Figures,
  type Quantity,
  type ExactValue,
} from '../../number'
import type { GivenQuantity } from '../../network'
import { insideOf } from '../../structure'
import { workOut, type Refusal, type Worksheet } from '../worked'
import { knobsOf, withValue } from './turned'

/** What is otherwise than it was drawn. */
export interface Changes {
  /** Other values, by the part that has the knob. */
  readonly values: Readonly<Record<string, GivenQuantity>>
  /** Resistors that are taken out, and those that are bridged over by a wire. */
  readonly out: readonly string[]
  readonly bridged: readonly string[]
}

export const noChanges: Changes = { values: {}, out: [], bridged: [] }

export function isChanged({ values, out, bridged }: Changes): boolean {
  return Object.keys(values).length > 0 || out.length > 0 || bridged.length > 0
}

/** A worksheet of the network with some changes, worked in the same way. */
export function workChanged(worksheet: Worksheet, changes: Changes): Worksheet | Refusal {
  const { values, out } = changes
  const { choices, arithmetic, naming } = worksheet
  let { network } = worksheet
  for (const knob of knobsOf(worksheet))
    if (Object.hasOwn(values, knob.part)) network = withValue(network, knob, values[knob.part])
  const parts = [...network.parts.filter(({ name }) => !out.includes(name)), ...bridgesOver(network.parts, changes)]
  return workOut({ ...network, parts }, { choices, arithmetic, nodes: naming })
}

/** The wires that bridge resistors over, with names that no part has. */
export function bridgesOver(
  parts: readonly { readonly name: string; readonly from: string; readonly to: string }[],
  { out, bridged }: Changes,
): { readonly name: string; readonly kind: 'wire'; readonly from: string; readonly to: string }[] {
  const names = new Set(parts.map(({ name }) => name))
  let number = 0
  return parts.flatMap(({ name, from, to }) => {
    if (!bridged.includes(name) || out.includes(name)) return []
    do number += 1
    while (names.has(`W${number}`))
    return [{ name: `W${number}`, kind: 'wire', from, to }]
  })
}

/** A value as a document has it: in a short decimal where that is all of it, else as a fraction. */
export function givenOf({ value, exact }: ExactValue, quantity: Quantity): GivenQuantity {
  const text = quantityText({ value }, unitOf[quantity], 6, ' ')
  const read = readQuantity(text, unitOf[quantity])
  return { value, exact, typed: read.ok && read.exact === exact ? text : exact }
}

/** What is otherwise, in words: R4 = 22 Ω, R3 taken out. */
export function changesText(worksheet: Worksheet, { values, out, bridged }: Changes, figures: Figures): string {
  const turned = knobsOf(worksheet).flatMap(({ part, quantity }) =>
    Object.hasOwn(values, part)
      ? [
          `${part} = ${shownText({ value: values[part].value, exact: exactOf(values[part].exact) }, unitOf[quantity], figures)}`,
        ]
      : [],
  )
  const others = [...out.map((name) => `${name} taken out`), ...bridged.map((name) => `${name} bridged over`)]
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
