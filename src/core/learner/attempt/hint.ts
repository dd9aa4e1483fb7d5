import { letterOf, quantityText, unitOf, valueName, type Quantity } from '../../number'
import { findGroups, labelAt, stoppingElements, type SheetElement, insideOf } from '../../structure'
import { methods, type Sentence } from '../../worksheet'
import { equivalentOf } from '../slip'
import { openGoals, toMend, type Goal } from './goals'
import { checkName, type Check, type Position, type Strength, type Slot } from './move'
import { checkPlace, truthByName, elementByName } from './named'
import { waysOnPaper, type OwnWay } from './reach'
import { remark } from './remark'
import { aroundOf, knownInside, stepOf } from './state'

/** A hint, and the elements that it speaks of. */
export interface Hint {
  readonly sentences: readonly Sentence[]
  readonly elements: readonly number[]
}

/**
 * What to do next on the way to what is wanted: what to mend, a group to combine, that reduction stops, a value to find.
 *
 * @param strength 1: where to look; 2: what to do; 3: the step itself
 * @returns null when all is done
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

  const unsound = toMend(position)
  // What follows from a wrong value is looked at after it.
  const mend = unsound.find(({ verdict }) => verdict !== 'follows') ?? unsound.at(0)
  if (mend?.slot) {
    const { quantity, element } = mend.slot
    const step = quantity === 'resistance' ? stepOf({ worksheet, steps: reduction.steps }, element) : null
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
    return hint([element], [remark('hint-mend', { name }), ...(way ? [inWords(way)] : []), valueOf(quantity, element)])
  }
  if (mend) {
    const { of, quantity } = mend
    if (of === null) return null
    if (quantity !== 'check') return byName(quantity, of, remark('hint-mend', { name: calledBy(quantity, of) }))
    const place = checkPlace(position, of as Check)
    const terms = place?.terms ?? []
    const sum = terms.reduce((total, { quantity: which, element }) => total + (position.truth[which][element] ?? 0), 0)
    const name = checkName(of as Check)
    return hint(
      terms.map(({ element }) => element),
      [
        remark('hint-mend', { name }),
        remark('hint-add-up', { name, members: terms.map((term) => at(term.quantity, term.element)) }),
        remark('hint-value', { name, value: quantityText({ value: sum }, unitOf[terms[0]?.quantity ?? 'power']) }),
      ],
    )
  }
  if (position.stopped) return null
  if (sheet.elements.length > 1) {
    const outward = nextOutward(position)
    if (outward?.value) return valueHint(outward.value)
    const groups = findGroups(sheet)
    const group = groups.find(({ members }) => outward !== null && members.includes(outward.from)) ?? groups.at(0)
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
  if (next) return valueHint(next)
  const [goal] = openGoals(position)
  return goal?.of
    ? byName(
        goal.quantity,
        goal.of,
        remark(goal.quantity === 'potential' ? 'hint-walk' : 'hint-inside', { name: calledBy(goal.quantity, goal.of) }),
      )
    : null

  function valueHint({ slot, way }: PlannedValue): Hint {
    const seen = [...new Set(way.uses.map(({ element }) => element))]
    return hint(strength > 1 ? [slot.element] : seen, [
      remark('hint-from', { known: way.uses.map(({ quantity, element }) => at(quantity, element)) }),
      inWords({ slot, way }),
      valueOf(slot.quantity, slot.element),
    ])
  }

  function hint(elements: readonly number[], all: readonly Sentence[]): Hint {
    return { elements, sentences: all.slice(0, strength) }
  }
  /** What was answered by name, or is to be. */
  function byName(quantity: Quantity | 'potential', of: string, first: Sentence): Hint | null {
    const value = truthByName(worksheet, quantity, of)
    if (value === null) return null
    const name = calledBy(quantity, of)
    return hint(
      [],
      [
        first,
        remark(quantity === 'potential' ? 'hint-drops' : 'hint-together', { name }),
        remark('hint-value', {
          name,
          value: quantityText({ value }, quantity === 'potential' ? 'V' : unitOf[quantity]),
        }),
      ],
    )
  }
  function calledBy(quantity: Quantity | 'potential', of: string): string {
    if (quantity !== 'potential') return `${letterOf[quantity]}(${of.replaceAll(' ', ', ')})`
    return `the potential of node ${labelAt(wiring, of)}`
  }
  function at(quantity: Quantity, element: number): string {
    return valueName(quantity, names[element])
  }
  function valueOf(quantity: Quantity, element: number): Sentence {
    const value = position.truth[quantity][element] ?? 0
    return remark('hint-value', { name: at(quantity, element), value: quantityText({ value }, unitOf[quantity]) })
  }
  /** The method of a way, in words. */
  function inWords({ slot, way }: PlannedValue): Sentence {
    const name = at(slot.quantity, slot.element)
    const from = at(way.uses[0].quantity, way.uses[0].element)
    switch (way.method) {
      case 'together':
        return remark('hint-add-up', { name, members: way.uses.map(({ quantity, element }) => at(quantity, element)) })
      case 'beside':
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

/** The next value to find, and the way to it. */
interface PlannedValue {
  readonly slot: Slot
  readonly way: OwnWay
}

/**
 * How far what is known inside was gone outward: the element where it stops, and the value to find there next; null where
 * all is known there that can be, so that a group with it is to be combined.
 */
function nextOutward(position: Position): { readonly from: number; readonly value: PlannedValue | null } | null {
  const known = knownInside(position.worksheet)
  if (known === null) return null
  const { reduction, own, truth } = position
  const paper = { ...position, steps: reduction.steps }
  for (let from = known; ;) {
    for (const quantity of ['voltage', 'current'] as const) {
      if (truth[quantity][from] === null || own[quantity][from] !== null) continue
      const way = waysOnPaper(paper, quantity, from).find(({ uses }) =>
        uses.every((use) => own[use.quantity][use.element] !== null),
      )
      if (way) return { from, value: { slot: { quantity, element: from }, way } }
    }
    const step = aroundOf(reduction.steps, from)
    if (!step) return { from, value: null }
    from = step.result
  }
}

/** Ways that are taken before others of the same length. */
const usual: ReadonlySet<OwnWay['method']> = new Set([
  'carried',
  'outward',
  'beside',
  'ohm-voltage',
  'ohm-current',
  'V·I',
])

const keyOf = ({ quantity, element }: Slot) => `${quantity} ${element}`

/**
 * The next value on the shortest way to what is wanted, from what stands on the paper: every way to every value counts
 * one (a less usual one a little more), and what it needs counts too. What is known inside leads outward by itself.
 */
function nextValue(position: Position): PlannedValue | null {
  const { reduction, own, truth } = position
  const paper = { ...position, steps: reduction.steps }
  const slots = reduction.from.flatMap((_, element) =>
    (['voltage', 'current', 'power'] as const)
      .filter((quantity) => truth[quantity][element] !== null)
      .map((quantity): Slot => ({ quantity, element })),
  )
  const known = ({ quantity, element }: Slot) => own[quantity][element] !== null
  const ways = new Map(
    slots.filter((slot) => !known(slot)).map((slot) => [keyOf(slot), waysOnPaper(paper, slot.quantity, slot.element)]),
  )
  const costs = new Map<string, { cost: number; way: OwnWay }>()
  const costOf = (slot: Slot) => (known(slot) ? 0 : (costs.get(keyOf(slot))?.cost ?? Infinity))
  for (let changed = true; changed;) {
    changed = false
    for (const [key, list] of ways)
      for (const way of list) {
        const cost = way.uses.reduce((sum, use) => sum + costOf(use), usual.has(way.method) ? 1 : 1.5)
        if (cost >= (costs.get(key)?.cost ?? Infinity)) continue
        costs.set(key, { cost, way })
        changed = true
      }
  }
  const wanted = openGoals(position)
    .flatMap((goal) => slotsOf(position, goal))
    .filter((slot) => !known(slot))
    .map((slot) => ({ slot, cost: costOf(slot) }))
    .filter(({ cost }) => Number.isFinite(cost))
  const least = wanted.reduce<(typeof wanted)[number] | null>(
    (best, it) => (best && best.cost <= it.cost ? best : it),
    null,
  )
  if (!least) return null
  let { slot } = least
  for (;;) {
    const way = costs.get(keyOf(slot))?.way
    if (!way) return null
    const missing = way.uses.find((use) => !known(use))
    if (!missing) return { slot, way }
    slot = missing
  }
}

/** The values on the learner's steps that tell a goal. */
function slotsOf(position: Position, { quantity, element, of }: Goal): Slot[] {
  if (quantity === 'potential') {
    // A potential is told by drops: those of the resistors.
    return position.reduction.leaves.map((_, leaf) => ({ quantity: 'voltage', element: leaf }))
  }
  if (element !== null) return [{ quantity, element }]
  const named = of === null ? null : elementByName(position.worksheet, quantity, of)
  return named === null ? [] : insideOf(position.worksheet, named).map((leaf) => ({ quantity, element: leaf }))
}
