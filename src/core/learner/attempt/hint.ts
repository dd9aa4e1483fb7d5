import { letterOf, quantityText, unitOf, type Quantity } from '../../number'
import { findGroups, stoppingElements, type SheetElement } from '../../structure'
import { methods, type Sentence } from '../../worksheet'
import { openGoals, toMend } from './goals'
import type { Position, Strength } from './move'
import { truthByName } from './named'
import { nextValue, type Next } from './plan'
import { remark } from './remark'
import { equivalentOf, stepOf } from './state'

/** A hint, and the elements that it speaks of. */
export interface Hint {
  readonly sentences: readonly Sentence[]
  readonly elements: readonly number[]
}

/**
 * What to do next on the way to what is wanted: what to mend, a group to combine, that reduction stops, a value to find.
 * null when all is done.
 */
export function hintFor(position: Position, strength: Strength): Hint | null {
  const { worksheet, sheet, names, own, reduction } = position
  const { wiring } = worksheet
  const nodesOf = (elements: readonly SheetElement[]) =>
    [...new Set(elements.flatMap(({ from, to }) => [from, to]))]
      .sort((a, b) => a - b)
      .map((node) => wiring.nodes[node].label)
  const named = (ids: readonly number[]) => ids.map((id) => names[id])
  const R = (id: number) => own.resistance[id]?.value ?? 0

  const mend = toMend(position).find(({ slot }) => slot !== null)
  if (mend?.slot) {
    const { quantity, element } = mend.slot
    const step = quantity === 'resistance' ? stepOf({ worksheet, steps: [...reduction.steps] }, element) : null
    const name = `${letterOf[quantity]} of ${names[element]}`
    if (step)
      return hint(
        [element],
        [
          remark('hint-mend', { name: names[element] }),
          remark(`hint-step-${step.kind}`, { members: named(step.members) }),
          remark('hint-value', {
            name: names[element],
            value: quantityText({ value: equivalentOf(step.kind, step.members.map(R)) }, 'Ω'),
          }),
        ],
      )
    const without = { ...position, own: { ...own, [quantity]: own[quantity].with(element, null) } }
    const next = nextValue(without)
    const way = next && next.slot.element === element && next.slot.quantity === quantity ? next : null
    return hint([element], [remark('hint-mend', { name }), ...(way ? [whatToDo(way)] : []), valueOf(quantity, element)])
  }
  if (position.stopped) return null
  if (sheet.elements.length > 1) {
    const [group] = findGroups(sheet)
    if (!group) {
      const stopping = stoppingElements(sheet)
      return hint(strength > 1 ? stopping.map(({ id }) => id) : [], [
        remark('hint-look-nodes', { nodes: nodesOf(stopping) }),
        remark('hint-no-group'),
        remark('hint-say-stop', { members: named(stopping.map(({ id }) => id)) }),
      ])
    }
    const inside = sheet.elements.filter(({ id }) => group.members.includes(id))
    const isOpen = group.members.some((id) => own.resistance[id] === null)
    const value = quantityText({ value: equivalentOf(group.kind, group.members.map(R)) }, 'Ω')
    return hint(strength > 1 ? group.members : [], [
      remark('hint-look-between', { nodes: nodesOf(inside) }),
      remark(`hint-step-${group.kind}`, { members: named(group.members) }),
      isOpen
        ? remark('hint-combine-open', { members: named(group.members) })
        : remark('hint-combine', { members: named(group.members), value }),
    ])
  }
  const next = nextValue(position)
  if (next) {
    const { slot, way } = next
    const seen = [...new Set(way.uses.map(({ element }) => element))]
    return hint(strength > 1 ? [slot.element] : seen, [
      remark('hint-from', { known: way.uses.map(({ quantity, element }) => at(quantity, element)) }),
      whatToDo(next),
      valueOf(slot.quantity, slot.element),
    ])
  }
  const [goal] = openGoals(position)
  if (!goal?.of) return null
  const value = truthByName(position, goal.quantity, goal.of)
  if (value === null) return null
  const isPotential = goal.quantity === 'potential'
  return hint(
    [],
    [
      remark(isPotential ? 'hint-walk' : 'hint-inside', { name: goal.of }),
      remark(isPotential ? 'hint-drops' : 'hint-together', { name: goal.of }),
      remark('hint-value', {
        name: isPotential ? `the potential of ${goal.of}` : goal.of,
        value: quantityText({ value }, goal.quantity === 'potential' ? 'V' : unitOf[goal.quantity]),
      }),
    ],
  )

  function hint(elements: readonly number[], all: readonly Sentence[]): Hint {
    return { elements, sentences: all.slice(0, strength) }
  }
  function at(quantity: Quantity, element: number): string {
    return quantity === 'resistance' ? names[element] : `${letterOf[quantity]}(${names[element]})`
  }
  function valueOf(quantity: Quantity, element: number): Sentence {
    const value = position.truth[quantity][element] ?? 0
    return remark('hint-value', { name: at(quantity, element), value: quantityText({ value }, unitOf[quantity]) })
  }
  /** The method of a way, in words. */
  function whatToDo({ slot, way }: Next): Sentence {
    const name = at(slot.quantity, slot.element)
    const from = at(way.uses[0].quantity, way.uses[0].element)
    switch (way.method) {
      case 'together':
        return remark('hint-add-up', { name, members: way.uses.map(({ quantity, element }) => at(quantity, element)) })
      case 'beside':
        return remark(slot.quantity === 'current' ? 'hint-one-current' : 'hint-one-voltage', { name, from })
      case 'carried':
      case 'outward':
        return remark(slot.quantity === 'current' ? 'hint-one-current' : 'hint-one-voltage', { name, from })
      case 'ohm-current':
      case 'ohm-voltage':
        return remark(way.method, { name, used: way.uses.map(({ quantity, element }) => at(quantity, element)) })
      default: {
        const { wording } = methods[way.method]
        const text = typeof wording === 'string' ? wording : ((wording as Record<string, string>)[slot.quantity] ?? '')
        return { wording: `{name}: ${text}`, slots: { name, from: names[way.uses[0].element] } }
      }
    }
  }
}
