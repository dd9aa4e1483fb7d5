import type { Obstacle, Verdict } from '../../structure'
import { sentence, type Sentence } from './sentence'

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
      return [
        ...explainObstacle(names(pair), obstacle, names, label),
        later
          ? sentence('not-yet', { first: names(later.first.members), kind: later.first.kind, then: later.then })
          : sentence('never-here'),
      ]
    }
  }
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
