import { readNetwork, type AskedQuantity, type NetworkDocument } from '../../network'
import { workOut, type Worksheet } from '../../worksheet'
import { triedWorksheet, type Move } from '../attempt'
import { chanceOf } from './chance'
import { readCode, seeds, writeCode } from './code'
import { bridgeResistors, type DialProblem, type Dials } from './dials'
import { askEstimate, judgeEstimate, type EstimateMove, type EstimateQuestion } from './estimate'
import { askGaps, judgeGaps, type GapsMove, type GapsQuestion } from './gaps'
import { makeNetwork } from './made'
import { askMend, judgeMend, type MendMove, type MendQuestion } from './mend'
import { askMistake, judgeMistake, type MistakeMove, type MistakeQuestion } from './mistake'
import type { Asked, Judged } from './question'
import { askRedraw, judgeRedraw, type RedrawMove, type RedrawQuestion } from './redraw'
import { isFlat, shapeProblems } from './shape'
import { judgeSolve, type SolveQuestion } from './solve'
import { askSpot, judgeSpot, type SpotMove, type SpotQuestion } from './spot'
import { askUntangle, judgeUntangle, type UntangleMove, type UntangleQuestion } from './untangle'

export type Question =
  | SolveQuestion
  | SpotQuestion
  | EstimateQuestion
  | RedrawQuestion
  | MistakeQuestion
  | GapsQuestion
  | UntangleQuestion
  | MendQuestion

/** What a learner does at a task: a move of its kind. */
export type TaskMove = Move | SpotMove | EstimateMove | RedrawMove | MistakeMove | GapsMove | UntangleMove | MendMove

/** A task: a network with its picture, what is asked, and how it is marked. */
export interface Task {
  readonly code: string
  readonly dials: Dials
  readonly document: NetworkDocument
  readonly goal: readonly AskedQuantity[]
  readonly question: Question
  /** The network worked out, with only what is asked for. */
  readonly worksheet: Worksheet
}

/** How often a network is made anew until a question can be asked of it. */
const attempts = 60

/** From how many seeds on a task is looked for. */
const seedsTried = 6

/** Why there can be no task with these dials; none where there can. */
export function dialProblems(dials: Dials): DialProblem[] {
  const { kind, special, given, asked, resistors, picture, depth } = dials
  const say = (dial: DialProblem['dial'], message: string): DialProblem[] => [{ dial, message }]
  if (special === 'bridge') {
    if (resistors < bridgeResistors)
      return say('special', `a bridge has ${bridgeResistors} resistors, here are ${resistors}`)
    if (['estimate', 'redraw', 'mistake', 'gaps'].includes(kind))
      return say('special', 'a bridge stops the reduction: there is nothing to work out beyond it')
    if (given === 'current' || given === 'inside')
      return say('given', 'at a bridge the source’s voltage has to be given, or nothing')
  }
  if (kind === 'mend' && given === 'terminals') return say('given', 'on a bench there is a source')
  if (kind === 'untangle' && picture === 'straight') return say('picture', 'in a straight picture nothing is tangled')
  const live = resistors - (special === 'shorted' || special === 'dead-end' ? 1 : 0)
  if (kind === 'untangle' && live < 3) return say('resistors', 'fewer than three are not tangled')
  if (kind === 'redraw' && depth === 1) return say('depth', 'after one step nothing is left to redraw')
  if (kind === 'redraw' && live < 4)
    return say('resistors', 'to redraw wrongly in three ways, four resistors are needed')
  if (special === 'placeholder' && resistors < 4) return say('resistors', 'beside a placeholder three are needed')
  const problems = shapeProblems(dials)
  if (problems.length > 0) return problems
  if (kind === 'mistake' && given === 'inside' && asked === 'source' && isFlat(dials))
    return say(
      'asked',
      'all in parallel, the source has the voltage of the known resistor: there is no step to go wrong at',
    )
  return []
}

export type MadeTask = { readonly ok: true; readonly task: Task } | { readonly ok: false; readonly message: string }

/** The task of a code, however it was typed. */
export function taskOf(text: string): MadeTask {
  const read = readCode(text)
  if (!read.ok) return read
  const { dials, seed } = read.coded
  const [problem] = dialProblems(dials)
  if (problem) return { ok: false, message: `there is no such task: ${problem.message}` }
  const task = makeTask(dials, seed)
  return task ? { ok: true, task } : { ok: false, message: 'there is no task of this code' }
}

/** The task of these dials and the first seed from here on that gives one; null where the dials cannot be. */
export function taskFrom(dials: Dials, seed: number): Task | null {
  if (dialProblems(dials).length > 0) return null
  for (let i = 0; i < seedsTried; i++) {
    const own = (seed + i * 7919) % seeds
    const task = makeTask(dials, own)
    if (task) return task
  }
  return null
}

/** The code of {@link taskFrom}. */
export function codeFrom(dials: Dials, seed: number): string | null {
  return taskFrom(dials, seed)?.code ?? null
}

function makeTask(dials: Dials, seed: number): Task | null {
  const code = writeCode(dials, seed)
  for (let attempt = 0; attempt < attempts; attempt++) {
    const made = makeNetwork(dials, seed, attempt, `Task ${code}`)
    const read = made && readNetwork(made.document)
    const worksheet = read?.ok ? workOut(read.network, { choices: { asked: made?.goal ?? [] } }) : null
    if (!made || !worksheet || 'problems' in worksheet) continue
    const { document, goal } = made
    const question = ask({
      document,
      worksheet,
      dials,
      chance: chanceOf(seed, attempt, 1),
      isShort: attempt > attempts / 2,
    })
    if (question) return { code, dials, document, goal, question, worksheet }
  }
  return null
}

function ask(asked: Asked): Question | null {
  switch (asked.dials.kind) {
    case 'solve':
      return { kind: 'solve' }
    case 'spot':
      return askSpot(asked)
    case 'estimate':
      return askEstimate(asked)
    case 'redraw':
      return askRedraw(asked)
    case 'mistake':
      return askMistake(asked)
    case 'gaps':
      return askGaps(asked)
    case 'untangle':
      return askUntangle(asked)
    case 'mend':
      return askMend(asked)
  }
}

/** What a learner's moves come to: marks for every line, and what is said. */
export function judgeTask({ question, worksheet, document }: Task, moves: readonly TaskMove[]): Judged {
  const only = <K extends TaskMove['do']>(...kinds: readonly K[]) =>
    moves.filter((move): move is Extract<TaskMove, { do: K }> => (kinds as readonly string[]).includes(move.do))
  switch (question.kind) {
    case 'solve':
      return judgeSolve(
        worksheet,
        triedWorksheet(worksheet.network, worksheet.choices, worksheet.naming) ?? worksheet,
        moves as readonly Move[],
      )
    case 'spot':
      return judgeSpot(worksheet, question, only('spot'))
    case 'estimate':
      return judgeEstimate(worksheet, question, only('bounds', 'more'))
    case 'redraw':
      return judgeRedraw(worksheet, question, only('pick'))
    case 'mistake':
      return judgeMistake(worksheet, question, only('point', 'mend'))
    case 'gaps':
      return judgeGaps(worksheet, question, only('fill'))
    case 'untangle':
      return judgeUntangle(worksheet, question, only('count', 'place'))
    case 'mend':
      return judgeMend(document, question, only('claim', 'read'))
  }
}
