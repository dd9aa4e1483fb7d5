import type { Worksheet } from '../../worksheet'
import { list, text } from '../../format'
import { liveResistors } from './code'
import {
  against,
  taskKind,
  type MovesOf,
  mark,
  unmarked,
  type Asked,
  type Item,
  type JudgedTask,
  type TaskRemark,
} from './kind'

interface UntangleQuestion {
  readonly kind: 'untangle'
  /** Which resistor belongs in each place of the stretched sheet, the places from + to −. */
  readonly slots: readonly string[]
}

/** Names of resistors by their numbers: R2 before R10. */
export const byNumber = (a: string, b: string) => Number(a.slice(1)) - Number(b.slice(1))

/** The letter of a place on the stretched sheet. */
export const slotLetter = (slot: number) => String.fromCharCode(97 + slot)

const moves = {
  /** How many nodes it has. */
  count: { nodes: text({ most: 8 }) },
  /** Which resistor stands in each slot; an empty name where none does yet. */
  place: { names: list(text({ most: 32 }), { most: 20 }) },
}
type UntangleMove = MovesOf<typeof moves>

function askUntangle({ worksheet, chance }: Asked): UntangleQuestion | null {
  const { wiring, network } = worksheet
  if (wiring.live.length < 3) return null
  // From + to −, branches beside each other by chance: the order of the places tells nothing of the numbers.
  const at = (node: number) => wiring.rank[node]
  const places = chance
    .shuffled(wiring.live)
    .sort((a, b) => at(wiring.from[a]) - at(wiring.from[b]) || at(wiring.to[a]) - at(wiring.to[b]))
  return { kind: 'untangle', slots: places.map((part) => network.parts[part].name) }
}

/** How many nodes carry current. */
function liveNodes({ wiring }: Worksheet): number {
  return new Set(wiring.live.flatMap((part) => [wiring.from[part], wiring.to[part]])).size
}

function judgeUntangle(worksheet: Worksheet, { slots }: UntangleQuestion, moves: readonly UntangleMove[]): JudgedTask {
  const nodes = liveNodes(worksheet)
  const counts = moves.flatMap((move) => (move.do === 'count' ? [Number(move.nodes)] : []))
  const placed = moves.flatMap((move) => (move.do === 'place' ? [move.names] : []))
  const said: TaskRemark[] = []
  const say = (at: number, isRight: boolean, text: string) =>
    said.push({ at, isRight, text, nodes: [], judgement: null })
  const count = counts[counts.length - 1]
  if (count !== undefined)
    say(
      0,
      count === nodes,
      count === nodes
        ? `Right: ${nodes} nodes that carry current.`
        : 'No. All that plain wire joins is one node, however far it runs; crossings without a dot join nothing.',
    )
  const last = placed[placed.length - 1]
  const isPlaced = (names: readonly string[]) => fits(worksheet, slots, names)
  if (last) say(1, isPlaced(last), placeText(worksheet, slots, last))
  const items: Item[] = [
    {
      line: 'how many nodes',
      skill: 'disguise',
      method: unmarked,
      answer: mark(counts[0] === nodes, counts.includes(nodes)),
      unit: unmarked,
      slips: [],
      typed: count === undefined ? undefined : String(count),
      isTried: counts.length > 0,
    },
    {
      line: 'every resistor on the stretched sheet',
      skill: 'disguise',
      method: unmarked,
      answer: mark(placed.slice(0, 1).some(isPlaced), placed.some(isPlaced)),
      unit: unmarked,
      slips: [],
      typed: last && last.map((name, i) => `${slotLetter(i)} ${name || '–'}`).join(', '),
      isTried: placed.length > 0,
    },
  ]
  return { items, said, done: items.every(({ answer }) => answer.now === 1) }
}

/**
 * Whether these resistors, one in each slot, lie as the slots do: some renaming of the nodes, the supply's ends kept, takes
 * the one to the other. Branches that could be exchanged may be.
 */
function fits(worksheet: Worksheet, slots: readonly string[], names: readonly string[]): boolean {
  if (new Set(names).size !== slots.length || !names.every((name) => slots.includes(name))) return false
  const { wiring, network } = worksheet
  const ends = (name: string) => {
    const part = wiring.live.find((it) => network.parts[it].name === name) ?? 0
    return [wiring.from[part], wiring.to[part]] as const
  }
  const pairs = slots.map((slot, i) => [ends(slot), ends(names[i])] as const)
  const search = (at: number, image: ReadonlyMap<number, number>): boolean => {
    if (at === pairs.length) return true
    const [[a, b], other] = pairs[at]
    return [other, [other[1], other[0]]].some(([c, d]) => {
      if ((image.get(a) ?? c) !== c || (image.get(b) ?? d) !== d) return false
      const taken = [...image].some(([from, to]) => (to === c && from !== a) || (to === d && from !== b))
      return !taken && search(at + 1, new Map(image).set(a, c).set(b, d))
    })
  }
  return search(
    0,
    new Map([
      [wiring.start, wiring.start],
      [wiring.finish, wiring.finish],
    ]),
  )
}

function placeText(worksheet: Worksheet, slots: readonly string[], names: readonly string[]): string {
  // By their numbers: the order of the places is what is asked for.
  const missing = slots.filter((slot) => !names.includes(slot)).sort(byNumber)
  if (missing.length > 0) return `Not placed yet: ${missing.join(', ')}.`
  if (fits(worksheet, slots, names)) return 'Right: this is the network, stretched from + to −.'
  return 'Not yet: begin at the + end, and ask what is tied to it; then go on to the next node.'
}

/** A disguised picture: how many nodes it has, and what stands where once it is stretched. */
export const untangle = taskKind({
  name: 'Untangle',
  idle: ['blank', 'asked', 'given'],
  turns: { picture: 'disguised' },
  problems(dials) {
    if (dials.picture === 'straight') return against('picture', 'in a plain picture nothing is tangled')
    return liveResistors(dials) < 3 ? against('resistors', 'fewer than three resistors cannot be tangled') : []
  },
  ask: askUntangle,
  moves,
  judge: ({ worksheet, question }, done) => judgeUntangle(worksheet, question, done),
  key: ({ worksheet, question }) => [
    `${liveNodes(worksheet)} nodes`,
    question.slots.map((name, i) => `${slotLetter(i)} ${name}`).join(', '),
  ],
  goal: () => 'How many nodes carry current, + and − among them? Which resistor stands where on the stretched sheet?',
})
