import { quantityText } from '../../number'
import { amountAt, type Worksheet } from '../../worksheet'
import { text } from '../../format'
import { answerProblem, readAnswer, writtenIn } from '../answer'
import { answer } from '../attempt'
import {
  atBridge,
  taskKind,
  type MovesOf,
  mark,
  unmarked,
  type Asked,
  type Item,
  type JudgedTask,
  type TaskRemark,
} from './kind'

interface EstimateQuestion {
  readonly kind: 'estimate'
  /** Two resistors: which of them carries more current? Absent where no current is known. */
  readonly pair?: readonly [string, string]
}

const moves = { bounds: { low: answer, high: answer }, more: { part: text({ most: 32 }) } }
type EstimateMove = MovesOf<typeof moves>

/** A good estimate leaves no more than this between its bounds: half a decade. */
const widest = 3
/** So much more current one of two must carry to be asked for: enough to be seen without working it out. A choice, not measured. */
const clearly = 1.25

function askEstimate({ worksheet, chance }: Asked): EstimateQuestion | null {
  const whole = worksheet.derivation.whole
  if (whole === null || !amountAt(worksheet, 'resistance', whole)?.value) return null
  const currents = worksheet.reduction.leaves.map((_, leaf) => currentOf(worksheet, leaf))
  const pairs = chance
    .shuffled(currents.flatMap((b, i) => currents.slice(0, i).map((a, k) => ({ a, b, names: [k, i] as const }))))
    .filter(({ a, b }) => a > 0 && b > 0 && Math.max(a, b) >= clearly * Math.min(a, b))
  if (pairs.length === 0) return { kind: 'estimate' }
  const [first, second] = pairs[0].names.map((leaf) => worksheet.elements[leaf].name)
  return { kind: 'estimate', pair: chance.once(2) ? [first, second] : [second, first] }
}

function currentOf(worksheet: Worksheet, leaf: number): number {
  return Math.abs(amountAt(worksheet, 'current', leaf)?.value ?? 0)
}

/** What two bounds are, beside where the resistance lies; null where one cannot be read. */
function readBounds(low: string, high: string): readonly [number, number] | null {
  const [a, b] = [low, high].map((text) => (answerProblem(text, 'resistance') === null ? readAnswer(text) : null))
  return a && b ? [writtenIn(a), writtenIn(b)] : null
}

function judgeEstimate(worksheet: Worksheet, { pair }: EstimateQuestion, moves: readonly EstimateMove[]): JudgedTask {
  const Req = amountAt(worksheet, 'resistance', worksheet.derivation.whole ?? -1)?.value ?? NaN
  const found = quantityText({ value: Req }, 'Ω', 4)
  const bounds = moves.flatMap((move) => (move.do === 'bounds' ? (readBounds(move.low, move.high) ?? []) : []))
  const tries = Array.from({ length: bounds.length / 2 }, (_, i) => [bounds[2 * i], bounds[2 * i + 1]] as const)
  const holds = ([low, high]: readonly [number, number]) => low < Req && Req < high
  const isGood = (it: readonly [number, number]) => holds(it) && it[1] <= widest * it[0]
  const said: TaskRemark[] = []
  const say = (at: number, isRight: boolean, words: string) =>
    said.push({ at, isRight, text: words, nodes: [], judgement: null })
  const last = tries[tries.length - 1]
  if (last) say(0, isGood(last), boundsText(last))
  const items: Item[] = [
    {
      line: 'Req between',
      skill: 'bounds',
      method: mark(tries.slice(0, 1).some(holds), tries.some(holds)),
      answer: mark(tries.slice(0, 1).some(isGood), tries.some(isGood)),
      unit: unmarked,
      slips: [],
      typed: last && last.map((it) => quantityText({ value: it }, 'Ω', 4)).join(' to '),
      isTried: tries.length > 0,
    },
  ]
  if (pair) {
    const currents = pair.map((name) => currentOf(worksheet, leafOf(worksheet, name)))
    const right = currents[0] > currents[1] ? pair[0] : pair[1]
    const chosen = moves.flatMap((move) => (move.do === 'more' && pair.includes(move.part) ? [move.part] : []))
    const mine = chosen[chosen.length - 1]
    if (mine !== undefined)
      say(
        1,
        mine === right,
        mine === right
          ? `Right: ${pair.map((name, i) => `${name} carries ${quantityText({ value: currents[i] }, 'A', 3)}`).join(', ')}.`
          : 'No: where a current divides, which way has less resistance?',
      )
    items.push({
      line: `more current: ${pair.join(' or ')}`,
      skill: 'sharing-current',
      method: unmarked,
      answer: mark(chosen[0] === right, chosen.includes(right)),
      unit: unmarked,
      slips: [],
      typed: mine,
      isTried: chosen.length > 0,
    })
  }
  return { items, said, done: items.every(({ answer }) => answer.now === 1) }

  function boundsText([low, high]: readonly [number, number]): string {
    if (low >= high) return 'The first one must be the smaller one.'
    if (Req === low || Req === high)
      return 'No: one of them is Req itself. It must be more than the first, and less than the second.'
    if (Req < low) return 'No: it is less. Which is the largest that branches in parallel can give?'
    if (Req > high) return 'No: it is more. What is in series adds to all the rest.'
    if (high > widest * low) return `True, but too wide: the larger may be at most ${widest} times the smaller.`
    return `Right: Req = ${found}.`
  }
}

function leafOf({ network, wiring }: Worksheet, name: string): number {
  return wiring.live.findIndex((part) => network.parts[part].name === name)
}

/** Between which bounds the resistance lies, and which of two resistors carries more, without working it out. */
export const estimate = taskKind({
  name: 'Estimate',
  idle: ['blank', 'asked'],
  problems: ({ special }) => atBridge(special),
  ask: askEstimate,
  moves,
  judge: ({ worksheet, question }, done) => judgeEstimate(worksheet, question, done),
  key({ worksheet, question }) {
    const Req = amountAt(worksheet, 'resistance', worksheet.derivation.whole ?? 0)
    const currents = (question.pair ?? []).map((name) => ({
      name,
      current: currentOf(worksheet, leafOf(worksheet, name)),
    }))
    const [more] = [...currents].sort((a, b) => b.current - a.current)
    return [
      `Req = ${quantityText(Req ?? { value: 0 }, 'Ω', 4)}`,
      ...(more
        ? [
            `${more.name} carries more: ${currents.map(({ name, current }) => `I(${name}) = ${quantityText({ value: current }, 'A', 4)}`).join(', ')}`,
          ]
        : []),
    ]
  },
  goal: (_, given) =>
    `${given}Without working it out: between which two values is Req, the larger at most three times the smaller?`,
})
