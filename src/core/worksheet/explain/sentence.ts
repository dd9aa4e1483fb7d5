import type { Obstacle, Verdict } from '../../structure'

/** A sentence as data: a wording, and the names that fill its slots. A slot stands in braces; a list is read out as “a, b and c”. */
export interface Sentence {
  readonly wording: string
  readonly slots: Readonly<Record<string, string | readonly string[]>>
}

/** The sentences of steps, rows and verdicts; those of the ways to a value stand with the methods. */
const wordings = {
  'in-series': '{members} in series',
  'in-parallel': '{members} in parallel',
  'why-series-one': 'nothing else leaves node {nodes}, between them',
  'why-series': 'one path: nothing else leaves nodes {nodes}',
  'why-series-apart': 'what lies between {members} has only two ends, so what enters it leaves it',
  'why-parallel': 'both ends on nodes {nodes}',
  'current-carries': 'I carries over from {from}',
  'voltage-carries': 'V carries over from {from}',
  'undefined-split': 'zero ohms in parallel: how they share the current is undefined',
  'series-through': '{through} lies between them on the same path: it can be taken along',
  'series-through-many': '{through} lie between them on the same path: they can be taken along',
  'part-leaves': '{pair} share node {node}, but {others} leaves from it',
  'parts-leave': '{pair} share node {node}, but {others} leave from it',
  'stands-between': 'they share one end only; {between} stands between the others',
  'stand-between': 'they share one end only; {between} stand between the others',
  'supply-between': '{pair} share node {node}, but the supply is connected there',
  apart: '{pair} share no node',
  'not-yet': 'not yet: first combine {first}; then they (or what takes them in) lie in {then}',
  'not-yet-many': 'not yet: {count} steps come first; then they (or what takes them in) lie in {then}',
  'never-here': 'no later step combines them',
  'exchange-delta': 'beyond series-parallel: the delta {members} becomes a wye',
  'exchange-wye': 'beyond series-parallel: the wye {members} becomes a delta',
  'exchange-star': 'beyond series-parallel: the star {members} becomes a mesh, since no three will do',
  'why-exchange-delta': 'around nodes {nodes}; from outside nothing changes',
  'why-exchange-wye':
    'all that meets at their common node, with nodes {nodes} at the far ends; from outside nothing changes',
  'exchange-back-delta': 'back to the delta: its voltages are differences between the legs',
  'exchange-back-wye': 'back to the wye: what leaves each corner flows through its leg',
  'stops-here': 'No group is left: reduction stops here',
  'one-resistor': 'One resistor: nothing to combine',
  enough: 'Enough',
  'enough-here': 'this sheet gives what was asked for',
  'only-asked': 'only what is needed for what was asked',
  'known-here': 'known at {name}, so Ohm’s law gives the rest',
  'outward-series': 'outward to {name}: I carries over',
  'outward-parallel': 'outward to {name}: V carries over',
} as const

/** The sentence in words. */
export function wordSentence({ wording, slots }: Sentence): string {
  return wording.replace(/\{(\w+)\}/g, (_, slot: string) => {
    const value = slots[slot]
    if (value === undefined) throw new Error(`“${wording}” needs ${slot}`)
    return typeof value === 'string' ? value : listed(value)
  })
}

/** Names as they are read out: `a, b and c`. */
export function listed(names: readonly string[]): string {
  return names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names[names.length - 1]}`
}

/** A sentence of the table, its slots filled. */
export function sentence(code: keyof typeof wordings, slots: Sentence['slots'] = {}): Sentence {
  return { wording: wordings[code], slots }
}

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
      if (verdict.isApart) {
        const members = names(verdict.members)
        return [sentence('in-series', { members }), sentence('why-series-apart', { members })]
      }
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
