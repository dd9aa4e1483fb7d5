import { judge, sheetOf, type Verdict } from '../../structure'
import { explainVerdict, listed, wordSentence, type Worksheet } from '../../worksheet'
import { oneOf } from '../../format'
import { element } from '../attempt'
import { taskKind, type MovesOf, mark, unmarked, type Asked, type Item, type JudgedTask, type TaskRemark } from './kind'

/** What is said of two resistors: how they lie, and where they do not, why. */
export const spotAnswers = {
  series: 'in series: one path, nothing leaves between them',
  parallel: 'in parallel: both ends on the same two nodes',
  'part-leaves': 'neither: another part is connected between them',
  'supply-between': 'neither: the supply is connected between them',
  apart: 'neither: they share no node',
} as const

export type SpotAnswer = keyof typeof spotAnswers

interface SpotQuestion {
  readonly kind: 'spot'
  /** Pairs of resistors, by name. */
  readonly pairs: readonly (readonly [string, string])[]
}

const moves = { spot: { at: element, answer: oneOf(Object.keys(spotAnswers) as SpotAnswer[]) } }
type SpotMove = MovesOf<typeof moves>

/** How many pairs are asked for at most. */
const most = 6

function verdictOf({ network, wiring, stages }: Worksheet, pair: readonly [string, string]): Verdict {
  const ids = pair.map((name) => wiring.live.findIndex((part) => network.parts[part].name === name))
  return judge(sheetOf(stages[0], 0), ids)
}

function answerOf(verdict: Verdict): SpotAnswer {
  return verdict.verdict === 'neither' ? verdict.obstacle.code : verdict.verdict
}

/** What a pair is asked as: of neighbours alone, so that what a code gives stays as it is. */
function askedAs(verdict: Verdict): SpotAnswer {
  return verdict.verdict === 'series' && verdict.isApart ? 'apart' : answerOf(verdict)
}

/** All that is true: where the supply is connected, something else may leave too. */
function trueOf(verdict: Verdict): readonly SpotAnswer[] {
  const main = answerOf(verdict)
  const isBoth =
    main === 'supply-between' &&
    verdict.verdict === 'neither' &&
    'others' in verdict.obstacle &&
    verdict.obstacle.others.length > 0
  return isBoth ? [main, 'part-leaves'] : [main]
}

/** Pairs of every sort that there is, in turn; those that share a node first. */
function askSpot({ worksheet, chance }: Asked): SpotQuestion | null {
  const { network, wiring } = worksheet
  const names = wiring.live.map((part) => network.parts[part].name)
  const pairs = names.flatMap((b, i) => names.slice(0, i).map((a) => [a, b] as const))
  const sorted = new Map<SpotAnswer, (readonly [string, string])[]>()
  for (const pair of chance.shuffled(pairs)) {
    const answer = askedAs(verdictOf(worksheet, pair))
    sorted.set(answer, [...(sorted.get(answer) ?? []), pair])
  }
  const found: (readonly [string, string])[] = []
  for (let round = 0; found.length < Math.min(most, pairs.length); round++)
    for (const answer of ['series', 'part-leaves', 'parallel', 'supply-between', 'apart'] as const) {
      // Far apart is soon seen: once is enough.
      const pair = answer === 'apart' && round > 0 && pairs.length > most ? undefined : sorted.get(answer)?.[round]
      if (pair && found.length < most) found.push(pair)
    }
  return found.length === 0 ? null : { kind: 'spot', pairs: chance.shuffled(found) }
}

function judgeSpot(worksheet: Worksheet, { pairs }: SpotQuestion, moves: readonly SpotMove[]): JudgedTask {
  const said: TaskRemark[] = []
  const { from, to } = worksheet.reduction
  const ends = (element: number) => [from[element], to[element]] as const
  const items = pairs.map((pair, at): Item => {
    const verdict = verdictOf(worksheet, pair)
    const right = answerOf(verdict)
    const tries = moves.filter((move) => move.at === at)
    const isTrue = (answer: SpotAnswer) => trueOf(verdict).includes(answer)
    const isKind = (answer: SpotAnswer) => wayOf(answer) === wayOf(right)
    const last = tries[tries.length - 1]
    if (last)
      said.push({
        at,
        isRight: isTrue(last.answer),
        text: isTrue(last.answer) ? whyOf(worksheet, verdict) : whyNot(worksheet, last.answer, verdict, ends),
        nodes: nodesOf(verdict, last.answer, ends),
        judgement: null,
      })
    const skill =
      right === 'series' || (right !== 'parallel' && isTakenFor(tries, 'series')) ? 'series-test' : 'parallel-test'
    return {
      line: pair.join(', '),
      skill,
      // How they lie is the answer, why they do is the method; a right reason says both.
      method: mark(
        tries.slice(0, 1).some(({ answer }) => isTrue(answer)),
        tries.some(({ answer }) => isTrue(answer)),
      ),
      answer: mark(
        tries[0] !== undefined && isKind(tries[0].answer),
        tries.some(({ answer }) => isKind(answer)),
      ),
      unit: unmarked,
      slips: tries.flatMap(({ answer }) => (isKind(answer) || wayOf(answer) === 'neither' ? [] : [slipOf(right)])),
      typed: last && spotAnswers[last.answer],
      isTried: tries.length > 0,
    }
  })
  return { items, said, done: items.every(({ method }) => method.now === 1) }
}

/** The nodes that show why. */
function nodesOf(
  verdict: Verdict,
  answer: SpotAnswer,
  ends: (element: number) => readonly [number, number],
): readonly number[] {
  if (verdict.verdict !== 'neither') return verdict.nodes
  const { obstacle, pair } = verdict
  const all = [...new Set(pair.flatMap(ends))]
  return obstacle.code === 'apart' || answer === 'parallel' ? all : [obstacle.node]
}

const wayOf = (answer: SpotAnswer) => (answer === 'series' || answer === 'parallel' ? answer : 'neither')
const isTakenFor = (tries: readonly SpotMove[], kind: SpotAnswer) => tries.some(({ answer }) => answer === kind)
/** What it is to call two in series or in parallel that are not. */
const slipOf = (right: SpotAnswer) =>
  right === 'apart' ? 'apart' : wayOf(right) === 'neither' ? 'junction-between' : 'kind'

function whyOf({ elements, nodeLabels }: Worksheet, verdict: Verdict): string {
  const [main, why] = explainVerdict(
    verdict,
    (id) => elements[id].name,
    (node) => nodeLabels[node],
  )
  // What is seen at a node needs no words more.
  const isApart = verdict.verdict === 'series' && verdict.isApart
  return isApart ? `${wordSentence(main)}: ${wordSentence(why)}` : wordSentence(main)
}

/** Why an answer is not right: the nodes, and what else is connected there. */
function whyNot(
  { nodeLabels, elements }: Worksheet,
  answer: SpotAnswer,
  verdict: Verdict,
  ends: (element: number) => readonly [number, number],
): string {
  const label = (node: number) => nodeLabels[node]
  const between = (element: number) => `nodes ${listed(ends(element).map(label))}`
  if (verdict.verdict === 'parallel') return 'No: follow the wires from both ends of each.'
  if (verdict.verdict === 'series') {
    if (answer === 'parallel') return 'No: follow both ends of each: they do not meet at two nodes.'
    if (verdict.isApart)
      return 'They share no node; but can what goes through one go anywhere else than through the other?'
    return `No: what else could the current do at ${verdict.nodes.length === 1 ? 'node' : 'nodes'} ${listed(verdict.nodes.map(label))}, between them?`
  }
  const { obstacle, pair } = verdict
  if (obstacle.code === 'apart') {
    const [a, b] = pair
    return `No: they share no node. ${elements[a].name} lies between ${between(a)}, ${elements[b].name} between ${between(b)}.`
  }
  const node = label(obstacle.node)
  if (answer === 'apart') return `They are joined, at node ${node}.`
  if (answer === 'parallel') {
    const others = pair.map((id) => label(ends(id)[0] === obstacle.node ? ends(id)[1] : ends(id)[0]))
    return `No: they share node ${node} alone; their other ends are nodes ${listed(others)}.`
  }
  const leaving = obstacle.others.map((id) => elements[id].name)
  const there = [...leaving, ...(obstacle.code === 'supply-between' ? ['the supply'] : [])]
  return `${answer === 'series' ? 'No: at' : 'At'} node ${node} ${listed(there)} ${there.length === 1 ? 'is' : 'are'} connected too.`
}

/** Pairs of resistors: in series, in parallel, or neither, and why. */
export const spot = taskKind({
  name: 'Series or parallel?',
  idle: ['blank', 'asked', 'given'],
  ask: askSpot,
  moves,
  judge: ({ worksheet, question }, done) => judgeSpot(worksheet, question, done),
  key: ({ worksheet, question }) =>
    question.pairs.map((pair) => {
      const verdict = verdictOf(worksheet, pair)
      return `${pair.join(', ')}: ${whyOf(worksheet, verdict)}`
    }),
  goal: () => 'For each pair: in series, in parallel, or neither? Why?',
})
