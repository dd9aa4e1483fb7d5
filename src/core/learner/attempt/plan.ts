import { elementByName } from './named'
import { openGoals, type Goal } from './goals'
import type { Position, Slot } from './move'
import { waysOnPaper, type OwnWay } from './ways'
import { insideOf } from '../../structure'

/** The next value to find, and the way to it. */
export interface PlannedValue {
  readonly slot: Slot
  readonly way: OwnWay
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
export function nextValue(position: Position): PlannedValue | null {
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
