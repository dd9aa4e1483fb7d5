import type { Obstacle, Verdict } from '../../structure'
import { listed, sentence, type Sentence } from './sentence'

type Later = NonNullable<Extract<Verdict, { verdict: 'neither' }>['later']>

/**
 * A verdict in sentences, the main one first.
 *
 * @param name names an element
 * @param label labels a node index
 */
export function explainVerdict(
  verdict: Verdict,
  name: (id: number) => string,
  label: (node: number) => string,
): Sentence[] {
  const names = (ids: readonly number[]) => ids.map(name)
  switch (verdict.verdict) {
    case 'parallel':
      return [
        sentence('in-parallel', { members: names(verdict.members) }),
        sentence('why-parallel', { nodes: verdict.nodes.map(label) }),
      ]
    case 'series': {
      const chosen = verdict.members.filter((id) => !verdict.through.includes(id))
      const labels = verdict.nodes.map(label)
      return [
        sentence('in-series', { members: names(chosen) }),
        sentence(labels.length === 1 ? 'why-series-one' : 'why-series', { nodes: labels }),
        ...(verdict.through.length > 0
          ? [
              sentence(verdict.through.length === 1 ? 'series-through' : 'series-through-many', {
                through: names(verdict.through),
              }),
            ]
          : []),
      ]
    }
    case 'neither': {
      const { pair, obstacle, later } = verdict
      return [...explainObstacle(names(pair), obstacle, names, label), explainLater(later, name)]
    }
  }
}

/** More steps than this are counted, not read. */
const mostSteps = 4

/** What is to be combined before two elements meet: every step, numbered where a later one takes it in. */
function explainLater(later: Later | undefined, name: (id: number) => string): Sentence {
  if (later === undefined) return sentence('never-here')
  const { first, then } = later
  if (first.length > mostSteps) return sentence('not-yet-many', { count: String(first.length), then })
  const isTakenIn = first.map((_, i) =>
    first.some(({ members }) => members.some((member) => 'step' in member && member.step === i)),
  )
  const steps = first.map(({ kind, members }, i) => {
    const named = listed(members.map((it) => ('step' in it ? `(${it.step + 1})` : name(it.element))))
    return `${isTakenIn[i] ? `(${i + 1}) ` : ''}${named} in ${kind}`
  })
  return sentence('not-yet', { first: steps.join(', then '), then })
}

function explainObstacle(
  pair: readonly string[],
  obstacle: Obstacle,
  names: (ids: readonly number[]) => string[],
  label: (node: number) => string,
): Sentence[] {
  if (obstacle.code === 'apart') return [sentence('apart', { pair })]
  const node = label(obstacle.node)
  if (obstacle.code === 'supply-between') return [sentence('supply-between', { pair, node })]
  const others = names(obstacle.others)
  const between = names(obstacle.between)
  return [
    sentence(others.length === 1 ? 'part-leaves' : 'parts-leave', { pair, node, others }),
    ...(between.length > 0 ? [sentence(between.length === 1 ? 'stands-between' : 'stand-between', { between })] : []),
  ]
}
