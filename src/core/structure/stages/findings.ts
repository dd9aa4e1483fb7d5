import { finding, isZeroOhm, type Finding, type Wirable } from '../nodes'
import { stoppingElements, type SheetElement } from '../reduction'
import { insideOf, sheetOf } from './elements'
import type { Stages } from './stage'

/** The elements that stop the reduction of the network itself; none where it succeeds. */
export function stopsAt({ stages: [first] }: Stages): SheetElement[] {
  return first.left.length > 1 ? stoppingElements(sheetOf(first, first.steps.length)) : []
}

/** Findings that only the reduction shows: what stops it, and what zero-ohm resistors short. */
export function reductionFindings(network: Wirable, stages: Stages): Finding[] {
  const { elements } = stages
  const [{ wiring, steps, from, to }] = stages.stages
  const { parts } = network
  const inside = (ids: readonly number[]) =>
    ids.flatMap((id) => insideOf(stages, id)).flatMap((leaf) => elements[leaf].part ?? [])
  const named = (indices: readonly number[]) => indices.map((part) => parts[part].name)
  const zeroOhms = (ids: readonly number[]) => named(inside(ids).filter((part) => isZeroOhm(parts[part])))
  const label = (node: number) => wiring.nodes[node].label
  const findings: Finding[] = []
  const stopping = stopsAt(stages)
  if (stopping.length > 0) {
    const nodes = [...new Set(stopping.flatMap((element) => [element.from, element.to]))].sort((a, b) => a - b)
    const ids = stopping.map(({ id }) => id)
    const names = ids.map((id) => elements[id].name)
    findings.push(finding('bridge', named(inside(ids)), nodes.map(label), names))
  }
  // A supply shorted by wire leaves no element at all, and has its finding from the nodes.
  const last = stages.stages[stages.stages.length - 1]
  const [whole] = last.left
  if (parts[wiring.supply].kind === 'source' && last.left.length === 1 && elements[whole].isZero)
    findings.push(
      finding(
        'shorted-supply',
        [parts[wiring.supply].name, ...zeroOhms([whole])],
        [wiring.start, wiring.finish].map(label),
      ),
    )

  // Outermost shorts first, so that a resistor is named once.
  const told = new Set<number>()
  for (const { kind, members, result } of [...steps].reverse()) {
    if (kind !== 'parallel' || !elements[result].isZero) continue
    const shorted = inside(members.filter((id) => !elements[id].isZero)).filter((part) => !told.has(part))
    if (shorted.length === 0) continue
    shorted.forEach((part) => told.add(part))
    const zeros = zeroOhms(members.filter((id) => elements[id].isZero))
    findings.push(finding('shorted', named(shorted), [from[result], to[result]].map(label), zeros))
  }
  return findings
}
