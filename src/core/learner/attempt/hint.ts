import { letterOf, quantityText, unitOf, type Quantity } from '../../number'
import { findGroups, stoppingElements, type SheetElement, type Step } from '../../structure'
import type { Sentence, Worksheet } from '../../worksheet'
import { equivalentOf } from './equivalent'
import type { Position, Strength } from './move'
import { remark } from './remark'

/** A hint, and the elements that it speaks of. */
export interface Hint {
  readonly sentences: readonly Sentence[]
  readonly elements: readonly number[]
}

/** What to do next: a group to combine, that reduction stops, the supply, or a step to undo. null when all is done. */
export function hintFor(worksheet: Worksheet, position: Position, strength: Strength): Hint | null {
  const { sheet, names, own, truth, reduction } = position
  const { wiring } = worksheet
  const nodesOf = (elements: readonly SheetElement[]) =>
    [...new Set(elements.flatMap(({ from, to }) => [from, to]))]
      .sort((a, b) => a - b)
      .map((node) => wiring.nodes[node].label)
  const named = (ids: readonly number[]) => ids.map((id) => names[id])
  const R = (id: number) => own.resistance[id]?.value ?? 0

  const wrong = reduction.steps.find(({ result }) => own.resistance[result]?.verdict === 'wrong')
  if (wrong) {
    const value = quantityText({ value: equivalentOf(wrong.kind, wrong.members.map(R)) }, 'Ω')
    return hint(
      [wrong.result],
      [
        remark('hint-mend', { name: names[wrong.result] }),
        remark(`hint-step-${wrong.kind}`, { members: named(wrong.members) }),
        remark('hint-value', { name: names[wrong.result], value }),
      ],
    )
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
  if (!worksheet.analysis.supply.current) return null
  const [whole] = reduction.left
  const open = nextValue(position)
  if (!open) return null
  const { element, quantity } = open
  const value = quantityText({ value: truth[quantity][element] ?? 0 }, unitOf[quantity])
  const last = remark('hint-value', { name: `${letterOf[quantity]} of ${names[element]}`, value })
  if (element === whole) return hint([whole], [remark('hint-floor'), remark('hint-supply'), last])
  const step = reduction.around[element] as Step
  return hint(strength > 1 ? [element] : step.members, [
    remark('hint-look-step', { name: names[step.result] }),
    remark(`hint-undo-${step.kind}`, { name: names[step.result] }),
    last,
  ])

  function hint(elements: readonly number[], all: readonly Sentence[]): Hint {
    return { elements, sentences: all.slice(0, strength) }
  }
}

/** The first value still to be found, or wrong, from the supply upwards. */
function nextValue({ reduction, own, truth }: Position): { element: number; quantity: Quantity } | null {
  const [whole] = reduction.left
  const downwards = [whole, ...[...reduction.steps].reverse().flatMap(({ members }) => members)]
  for (const element of downwards) {
    const inSeries = reduction.around[element]?.kind === 'series'
    for (const quantity of inSeries ? (['current', 'voltage'] as const) : (['voltage', 'current'] as const)) {
      const value = own[quantity][element]
      if (truth[quantity][element] !== null && (!value || value.verdict === 'wrong')) return { element, quantity }
    }
  }
  return null
}
