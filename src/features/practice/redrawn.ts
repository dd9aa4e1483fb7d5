import { equivalentOf, pairedId, type Drawn, type Task } from '@/core/learner'
import { quantityText } from '@/core/number'
import { stretch, type Label } from '@/core/picture'
import type { SheetElement } from '@/core/structure'
import { amountAt } from '@/core/worksheet'

type Paired = Drawn['paired']

/** Elements between the network's nodes, stretched from + to −, whether they lie there rightly or not. */
export function drawn(task: Task, elements: readonly SheetElement[], paired?: Paired) {
  const { wiring } = task.worksheet
  const label = (id: number): Label => ({
    name: nameOf(task, id, paired),
    lines: [quantityText({ value: ohmsOf(task, id, paired) }, 'Ω', 4)],
  })
  return stretch({ elements, start: wiring.start, finish: wiring.finish }, wiring.rank, label)
}

function nameOf({ worksheet }: Task, id: number, paired: Paired): string {
  if (id !== pairedId || !paired) return worksheet.elements[id].name
  const [a, b] = paired.of.map((of) => worksheet.elements[of].name)
  const inside = b.replace(/^R/, '')
  return `${a}${paired.way === 'series' ? '+' : '‖'}${/\W/.test(inside) ? `(${inside})` : inside}`
}

function ohmsOf({ worksheet }: Task, id: number, paired: Paired): number {
  const own = (of: number) => amountAt(worksheet, 'resistance', of)?.value ?? 0
  if (id !== pairedId || !paired) return own(id)
  return equivalentOf(paired.way, paired.of.map(own))
}

/** A sheet read aloud: each element between its nodes. */
export function wordsOf(task: Task, elements: readonly SheetElement[], paired?: Paired): string {
  const { wiring } = task.worksheet
  const at = (node: number) => wiring.nodes[node].label
  return elements.map(({ id, from, to }) => `${nameOf(task, id, paired)} from ${at(from)} to ${at(to)}`).join(', ')
}
