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
import { knobsOf, withChanges, type Changes } from './knobs'

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
