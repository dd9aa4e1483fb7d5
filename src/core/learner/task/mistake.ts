import { answerProblem } from '../answer'
import { slips, type Slip } from '../slip'
import { isFlat } from './shape'
import { amountAt, type Worksheet } from '../../worksheet'
import { usualAt, type SlipPlace, type Seat, type UsualSlip } from './apart'
import { answer, element } from '../attempt'
import {
  against,
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
import { judgeLine, numbersWith, solutionOf, solved, type SolutionLine } from './solution'
import { written } from './values'

interface MistakeQuestion {
  readonly kind: 'mistake'
  /** The lines as they are shown: what each is, how it was found, what it came to. */
  readonly lines: readonly { readonly symbol: string; readonly how: string; readonly value: string }[]
  /** The first wrong one. */
  readonly wrong: number
  readonly slip: Slip
}

const moves = { point: { line: element }, mend: { answer } }
type MistakeMove = MovesOf<typeof moves>

/** So far off a planted value must be, for anyone to see. A choice, not measured. */
const apart = 0.04

/** A mistake among fewer lines is soon found. */
const fewest = 4

/** A worked solution with one slip planted, and what followed from it. */
function askMistake({ worksheet, chance, isShort }: Asked): MistakeQuestion | null {
  const lines = solutionOf(worksheet)
  if (!isShort && lines.length < fewest) return null
  const all = lines.map((line) => worksheet.derivation.lines[line.id].amount?.value ?? NaN)
  const plants = lines.flatMap((line, index) =>
    plantsAt(placeOf(worksheet, line)).flatMap((it) =>
      it.value > 0 && Math.abs(it.value - all[index]) > apart * all[index] ? [{ ...it, index }] : [],
    ),
  )
  // Not at the very end alone: something should follow from it, where anything can.
  const followed = plants.filter(({ index }) => index < lines.length - 1)
  if (plants.length === 0) return null
  const { index, value, how, slip } = chance.any(followed.length > 0 ? followed : plants)
  const planted = Number(value.toPrecision(4))
  const values = numbersWith(worksheet, lines, { index, value: planted })
  if (!values.every((it) => Number.isFinite(it))) return null
  return {
    kind: 'mistake',
    wrong: index,
    slip,
    lines: lines.map((line, i) => ({
      symbol: line.symbol,
      how: i === index ? how : line.how,
      value: written(Number(values[i].toPrecision(4)), line.quantity),
    })),
  }
}

/** Slips that can be planted: the usual ones, and of a sum in series a term that is left out. */
function plantsAt(place: SlipPlace): UsualSlip[] {
  const { made } = place
  if (made?.kind !== 'series') return usualAt(place)
  const kept = made.members.slice(0, -1)
  const dropped: UsualSlip = {
    slip: 'dropped',
    value: kept.reduce((sum, { R }) => sum + R, 0),
    how: kept.map(({ name }) => name).join(' + '),
  }
  return [...usualAt(place), dropped]
}

/** Where the value of a line stands. */
function placeOf(worksheet: Worksheet, { quantity, element }: SolutionLine): SlipPlace {
  const { elements, derivation } = worksheet
  const seat = (id: number): Seat => ({
    name: elements[id].name,
    R: amountAt(worksheet, 'resistance', id)?.value ?? NaN,
    V: amountAt(worksheet, 'voltage', id)?.value ?? NaN,
    I: amountAt(worksheet, 'current', id)?.value ?? NaN,
  })
  const { made, into } = elements[element]
  const above = into === null ? null : elements[into].made
  return {
    quantity,
    self: seat(element),
    made: made && { kind: made.kind, members: made.members.map(seat) },
    around:
      above && into !== null
        ? {
            kind: above.kind,
            whole: seat(into),
            others: above.members.filter((id) => id !== element).map(seat),
          }
        : null,
    total: seat(derivation.whole ?? element),
  }
}

function judgeMistake(worksheet: Worksheet, question: MistakeQuestion, moves: readonly MistakeMove[]): JudgedTask {
  const lines = solutionOf(worksheet)
  const { wrong } = question
  const points = moves.flatMap((move) => (move.do === 'point' ? [move.line] : []))
  const isFound = points.includes(wrong)
  const answers = moves.flatMap((move) => (move.do === 'mend' ? [move.answer] : []))
  const quantity = lines[wrong]?.quantity ?? 'resistance'
  const judged = answers.flatMap((answer) =>
    answerProblem(answer, quantity) === null ? (judgeLine(worksheet, lines, wrong, answer) ?? []) : [],
  )
  const isRight = ({ verdict }: (typeof judged)[number]) => verdict === 'right' || verdict === 'rounded'
  const said: TaskRemark[] = []
  const last = points[points.length - 1]
  if (last !== undefined)
    said.push({ at: 0, isRight: last === wrong, text: pointText(last), nodes: [], judgement: null })
  const lastAnswer = judged[judged.length - 1]
  if (lastAnswer) said.push({ at: 1, isRight: isRight(lastAnswer), text: '', nodes: [], judgement: lastAnswer })
  const items: Item[] = [
    {
      line: 'the first wrong line',
      skill: 'checking',
      method: mark(points[0] === wrong, isFound),
      answer: unmarked,
      unit: unmarked,
      slips: [],
      typed: last === undefined ? undefined : `line ${last + 1}`,
      isTried: points.length > 0,
    },
    {
      line: `${lines[wrong]?.symbol ?? ''} corrected`,
      skill: 'checking',
      method: unmarked,
      answer: mark(judged.slice(0, 1).some(isRight), judged.some(isRight)),
      unit: unmarked,
      slips: judged.flatMap(({ could }) => (could.length === 1 ? could[0] : [])),
      typed: answers[answers.length - 1],
      isTried: judged.length > 0,
    },
  ]
  return { items, said, done: isFound && judged.some(isRight) }

  function pointText(line: number): string {
    if (line === wrong) return `Right: that is the first wrong line. Correct it.`
    if (line < wrong) return 'No: that line is right.'
    return differs(line)
      ? 'That is wrong, but not the first: it follows from an earlier one.'
      : 'No: that line is right; an earlier one is not.'
  }

  function differs(line: number): boolean {
    const right = worksheet.derivation.lines[lines[line].id].amount?.value ?? NaN
    return question.lines[line]?.value !== written(Number(right.toPrecision(4)), lines[line].quantity)
  }
}

/** The lines after the wrong one, as they are once it is corrected. */
export function linesAfter(worksheet: Worksheet, { wrong }: Pick<MistakeQuestion, 'wrong'>): string[] {
  return solutionOf(worksheet)
    .slice(wrong + 1)
    .map((line) => solved(worksheet, line))
}

/** A worked solution with a slip in it, to be found and mended. */
export const mistake = taskKind({
  name: 'Find the mistake',
  idle: ['blank'],
  problems: ({ special }) => atBridge(special),
  lastProblems: (dials) =>
    dials.given === 'inside' && dials.asked === 'source' && isFlat(dials)
      ? against(
          'asked',
          'all in parallel, the source has the voltage of the known resistor: there is no step to go wrong at',
        )
      : [],
  ask: askMistake,
  moves,
  judge: ({ worksheet, question }, done) => judgeMistake(worksheet, question, done),
  key({ worksheet, question }) {
    const line = solutionOf(worksheet)[question.wrong]
    return [`line ${question.wrong + 1}: ${slips[question.slip].name}`, solved(worksheet, line)]
  },
  goal: (_, given) =>
    `${given}There is one slip here, and what follows from it is wrong too. Mark the first wrong line, and correct it.`,
})
