import { answerProblem } from '../answer'
import type { Quantity } from '../../number'
import { methods, type Method, type Worksheet } from '../../worksheet'
import { answer, element, isGood, play, type Judgement } from '../attempt'
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
  type Skill,
} from './kind'
import { begun, elementIn, moveAt, rightAnswer, solutionOf, solved, type SolutionLine } from './solution'

interface GapsQuestion {
  readonly kind: 'gaps'
  readonly lines: readonly {
    readonly symbol: string
    readonly how: string
    readonly quantity: Quantity
    /** null where it is to be filled in; empty where it only repeats one that is. */
    readonly value: string | null
  }[]
}

const moves = { fill: { line: element, answer } }
type GapsMove = MovesOf<typeof moves>

/** A worked solution of which the last line is blank, or every other one, or all. */
function askGaps({ worksheet, dials, isShort }: Asked): GapsQuestion | null {
  const lines = solutionOf(worksheet)
  if (lines.length < (isShort ? 1 : 3)) return null
  const isBlank = (i: number) =>
    dials.blank === 'all' || (dials.blank === 'last' ? i === lines.length - 1 : (lines.length - i) % 2 === 1)
  // A line that repeats another is none to work out.
  const worked = lines.filter(({ id }) => !isRepeated(worksheet, id))
  const wanted = worked.filter((line) => isBlank(lines.indexOf(line)))
  const blank = new Set((wanted.length > 0 ? wanted : worked.slice(-1)).map(({ id }) => id))
  if (blank.size === 0) return null
  const valueOf = (line: SolutionLine): string | null => {
    if (blank.has(line.id)) return null
    const from = repeatedFrom(worksheet, line.id)
    return from !== line.id && blank.has(from) ? '' : rightAnswer(worksheet, line)
  }
  return {
    kind: 'gaps',
    lines: lines.map((line) => ({
      symbol: line.symbol,
      how: line.how,
      quantity: line.quantity,
      value: valueOf(line),
    })),
  }
}

/** Whether a line only hands on the value of another. */
function isRepeated({ derivation }: Worksheet, id: number): boolean {
  const { method, uses } = derivation.lines[id]
  return (methods[method] as Method).handsOn === true && uses.length === 1
}

/** The line whose value a line repeats: itself where it is worked out. */
function repeatedFrom(worksheet: Worksheet, id: number): number {
  let from = id
  while (isRepeated(worksheet, from)) [from] = worksheet.derivation.lines[from].uses
  return from
}

function judgeGaps(worksheet: Worksheet, question: GapsQuestion, moves: readonly GapsMove[]): JudgedTask {
  const lines = solutionOf(worksheet)
  let position = begun(worksheet, lines, (i) => Boolean(question.lines[i]?.value))
  const judged = new Map<number, Judgement[]>()
  for (const { line: at, answer: typed } of moves) {
    const asked = question.lines[at]
    if (asked === undefined || asked.value !== null || answerProblem(typed, asked.quantity) !== null) continue
    const after = play(position, moveAt(worksheet, position, lines[at], typed))
    if (after === position) continue
    position = after
    judged.set(at, [...(judged.get(at) ?? []), after.judgements[after.judgements.length - 1]])
  }
  const said: TaskRemark[] = []
  const items = question.lines.flatMap(({ value, quantity, symbol }, at): Item[] => {
    if (value !== null) return []
    const all = judged.get(at) ?? []
    const last = all[all.length - 1]
    const own = last && position.own[quantity][elementIn(position, worksheet, lines[at].element) ?? -1]
    if (last && own) said.push({ at, isRight: isGood(own), text: '', nodes: [], judgement: last, own })
    // What was in question is no try: it is asked, not answered.
    const tries = all.filter(({ verdict }) => verdict !== 'asked')
    const stands = own ? isGood(own) || own.verdict === 'follows' : false
    return [
      {
        line: symbol,
        skill: skillOf(worksheet, lines[at]),
        method: unmarked,
        answer: mark(stands && tries.slice(0, 1).some(isRight), stands),
        unit: unmarked,
        slips: all.flatMap(({ verdict, could }) => (verdict === 'wrong' && could.length === 1 ? could[0] : [])),
        typed: own?.typed,
        isTried: all.length > 0,
      },
    ]
  })
  return { items, said, done: said.length === items.length && said.every((it) => it.isRight) }
}

/** Right, or right on an earlier value of the learner's own. */
const isRight = ({ verdict }: Judgement) => verdict === 'right' || verdict === 'rounded' || verdict === 'follows'

/** What a line of a solution exercises. */
export function skillOf(
  worksheet: Worksheet,
  { quantity, element }: Pick<SolutionLine, 'quantity' | 'element'>,
): Skill {
  const { elements, derivation } = worksheet
  const { made, into } = elements[element]
  if (quantity === 'power') return 'power'
  if (quantity === 'resistance') return made?.kind === 'parallel' ? 'reciprocals' : 'adding'
  if (element === derivation.whole || into === null) return 'ohm'
  const isShared = (elements[into].made?.kind === 'series') === (quantity === 'current')
  return isShared ? 'carrying' : quantity === 'voltage' ? 'sharing-voltage' : 'sharing-current'
}

/** A worked solution with blanks. */
export const gaps = taskKind({
  name: 'Fill the gaps',
  idle: [],
  problems: ({ special }) => atBridge(special),
  ask: askGaps,
  moves,
  judge: ({ worksheet, question }, done) => judgeGaps(worksheet, question, done),
  key({ worksheet, question }) {
    const lines = solutionOf(worksheet)
    return question.lines.flatMap(({ value }, i) => (value === null ? [solved(worksheet, lines[i])] : []))
  },
  goal: (_, given) => `${given}Work out what is blank.`,
})
