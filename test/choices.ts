import { begin, play, type Move, type Position, type Slip } from '@/core/learner'
import { findGroups, stoppingElements } from '@/core/structure'
import { networkOf } from './documents'
import { countAt, mixedNetwork, sitesOf, type Counted } from './judged'
import { worksheetOf } from './learner'
import { randomBridges, randomNumbers } from './randomNetwork'

interface Choice {
  readonly name: string
  readonly is: readonly Slip[]
  /** A wrong move on this sheet; null where it does not offer one. */
  readonly make: (position: Position, random: () => number) => Move | null
}

const pick = <T>(list: readonly T[], random: () => number): T | undefined => list[Math.floor(random() * list.length)]

/** Pairs of a sheet by the number of nodes they share. */
function pairsSharing({ sheet }: Position, count: number): [number, number][] {
  return sheet.elements.flatMap((a, i) =>
    sheet.elements
      .slice(i + 1)
      .filter((b) => [a.from, a.to].filter((node) => node === b.from || node === b.to).length === count)
      .map((b): [number, number] => [a.id, b.id]),
  )
}

/** Whether two have the same current whatever the resistances are: without both of them the sheet falls apart. */
export function carriesOne({ sheet }: Pick<Position, 'sheet'>, pair: readonly number[]): boolean {
  const rest = sheet.elements.filter(({ id }) => !pair.includes(id))
  const from = (first: number) => {
    const reached = new Set([first])
    for (let size = 0; size < reached.size;) {
      size = reached.size
      for (const [a, b] of [...rest.map((it) => [it.from, it.to]), [sheet.start, sheet.finish]])
        if (reached.has(a) !== reached.has(b)) reached.add(a).add(b)
    }
    return reached.size
  }
  return from(sheet.start) < new Set(sheet.elements.flatMap(({ from: a, to: b }) => [a, b])).size
}

const isInGroup = (position: Position, pair: readonly number[]) =>
  findGroups(position.sheet).some(({ members }) => pair.every((id) => members.includes(id)))
const combine = (members: readonly number[] | undefined, kind: 'series' | 'parallel'): Move | null =>
  members ? { do: 'combine', members, kind, answer: '1k' } : null
const loose = (position: Position, count: number) =>
  pairsSharing(position, count).filter((pair) => !isInGroup(position, pair))

/** Slips in what is chosen, said or carried, each made by looking at the nodes alone. */
export const choices: readonly Choice[] = [
  {
    name: 'in series across a junction',
    is: ['junction-between'],
    make: (at, random) => combine(pick(loose(at, 1), random), 'series'),
  },
  {
    name: 'in parallel with one end shared',
    is: ['junction-between'],
    make: (at, random) => combine(pick(loose(at, 1), random), 'parallel'),
  },
  {
    name: 'no node shared, in series',
    is: ['apart'],
    make: (at, random) =>
      combine(
        pick(
          loose(at, 0).filter((pair) => !carriesOne(at, pair)),
          random,
        ),
        'series',
      ),
  },
  {
    name: 'no node shared, in parallel',
    is: ['apart'],
    make: (at, random) =>
      combine(
        pick(
          loose(at, 0).filter((pair) => !carriesOne(at, pair)),
          random,
        ),
        'parallel',
      ),
  },
  {
    name: 'series taken for parallel',
    is: ['kind'],
    make: (at, random) =>
      combine(
        pick(
          findGroups(at.sheet).filter(({ kind }) => kind === 'series'),
          random,
        )?.members,
        'parallel',
      ),
  },
  {
    name: 'parallel taken for series',
    is: ['kind'],
    make: (at, random) =>
      combine(
        pick(
          findGroups(at.sheet).filter(({ kind }) => kind === 'parallel'),
          random,
        )?.members,
        'series',
      ),
  },
  {
    name: 'one too many chosen',
    is: ['junction-between', 'apart'],
    make: (at, random) => {
      const group = pick(findGroups(at.sheet), random)
      const other = pick(
        at.sheet.elements.filter(({ id }) => !group?.members.includes(id)),
        random,
      )
      return group && other ? combine([...group.members, other.id], group.kind) : null
    },
  },
  {
    name: 'said to stop while a group is left',
    is: ['stopped-early'],
    make: (at) =>
      findGroups(at.sheet).length > 0
        ? { do: 'stop', members: at.sheet.elements.slice(0, 2).map(({ id }) => id), why: 'no-group' }
        : null,
  },
]

/** Slips at a bridge, and in what is carried over. */
const bridgeChoices: readonly Choice[] = [
  {
    name: 'a bridge, one of its members missing',
    is: ['not-the-bridge'],
    make: ({ sheet }) => ({
      do: 'stop',
      members: stoppingElements(sheet)
        .slice(1)
        .map(({ id }) => id),
      why: 'no-group',
    }),
  },
  {
    name: 'a bridge, another reason',
    is: ['other-reason'],
    make: ({ sheet }, random) => ({
      do: 'stop',
      members: stoppingElements(sheet).map(({ id }) => id),
      why: pick(['supply-between', 'shorted', 'zero-ohms'] as const, random) ?? 'shorted',
    }),
  },
]

/** Makes every wrong choice once in each of so many networks; counts by name. */
export function countChoices(networks: number): Map<string, Counted> {
  const counts = new Map<string, Counted>()
  const tryOut = ({ name, is }: Choice, position: Position, move: Move | null) => {
    if (!move) return
    const { judgements } = play(position, move)
    const { verdict, could } = judgements[judgements.length - 1]
    const count = countAt(counts, name)
    count.made++
    const isNamed = could.some((slips) => slips.length === 1 && is.includes(slips[0]))
    if (isNamed) count.named++
    else if (could.length > 0) count.false++
    if (verdict === 'right') count.accepted++
  }
  for (let seed = 0; seed < networks; seed++) {
    const random = randomNumbers(seed + 5)
    const { sites, end } = sitesOf(seed, 3 + (seed % 8), 4)
    const sheets = [
      begin(worksheetOf(networkOf(mixedNetwork(seed, 3 + (seed % 8))))),
      ...sites.flatMap(({ step, position }) => (step ? [position] : [])),
    ]
    for (const choice of choices) {
      const from = Math.floor(random() * sheets.length)
      const offers = [...sheets.slice(from), ...sheets.slice(0, from)]
      const position = offers.find((it) => choice.make(it, randomNumbers(seed)) !== null)
      if (position) tryOut(choice, position, choice.make(position, randomNumbers(seed)))
    }
    const step = pick(end.reduction.steps, random)
    if (step)
      tryOut({ name: 'the wrong quantity carried over', is: ['carried-wrong'], make: () => null }, end, {
        do: 'carry',
        element: step.result,
        quantity: step.kind === 'series' ? 'voltage' : 'current',
      })
    let bridge = begin(worksheetOf(networkOf(randomBridges(seed, 3))))
    for (let [group] = findGroups(bridge.sheet); group; [group] = findGroups(bridge.sheet))
      bridge = play(bridge, { do: 'combine', ...group, answer: '1' })
    if (stoppingElements(bridge.sheet).length > 0)
      for (const choice of bridgeChoices) tryOut(choice, bridge, choice.make(bridge, random))
  }
  return counts
}
