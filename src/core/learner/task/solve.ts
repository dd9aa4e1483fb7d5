import { elementKey } from '../../structure'
import { askedTexts, methods, type Method, type Worksheet } from '../../worksheet'
import { isMeter } from '../../network'
import {
  elementsByKey,
  isDone,
  moveFields,
  replay,
  triedWorksheet,
  type Judgement,
  type Move,
  type Own,
  type Position,
} from '../attempt'
import type { Slip } from '../slip'
import { skillOf } from './gaps'
import { taskKind, mark, unmarked, type Item, type JudgedTask } from './kind'
import { elementIn, isAsked, solutionOf, solved, type SolutionLine } from './solution'

interface SolveQuestion {
  readonly kind: 'solve'
}

/** Slips that leave the way right: only result is not. */
const ofNumbers: ReadonlySet<Slip> = new Set<Slip>([
  'sign',
  'thousandfold',
  'unit',
  'tenfold',
  'transposed',
  'copied',
  'arithmetic',
  'rounded-early',
  'mixed-units',
])

/** One try at a line. */
interface Try {
  readonly isWayRight: boolean
  readonly isRight: boolean
  readonly hasUnit: boolean
  readonly slips: readonly Slip[]
  /** The step itself had been told by a hint. */
  readonly isTold: boolean
}

/**
 * Marks for an attempt, as an exam gives them: for each line that the solution needs, its way and its answer, for what is
 * asked the unit too. What is right on an earlier wrong value of one's own counts as right; what was not written down
 * counts where what it leads to is there.
 *
 * @param worksheet the network with what is asked for: its lines are the scheme
 * @param tried the same as {@link triedWorksheet}
 */
export function judgeSolve(worksheet: Worksheet, tried: Worksheet, moves: readonly Move[]): JudgedTask {
  const position = replay(tried, moves)
  const done = isDone(position)
  if (worksheet.derivation.whole === null) return judgeStopped(position)
  const tries = triesOf(position)
  const items = solutionOf(worksheet).map((line): Item => {
    const made = elementIn(position, worksheet, line.element)
    const own = (made === null ? null : position.own[line.quantity][made]) ?? byName(position, worksheet, line)
    const found = tries.get(keyOf(worksheet, line)) ?? []
    const derived = worksheet.derivation.lines[line.id]
    const isCarried = (methods[derived.method] as Method).handsOn === true
    const isLast = worksheet.choices.asked.length > 0 ? isAsked(worksheet, derived) : isOfSupply(worksheet, line)
    const isGot = own ? stands(own) : done
    const [first] = found
    const isFirst = first ? !first.isTold && first.isRight : isGot
    const isFirstWay = first ? !first.isTold && first.isWayRight : isGot
    const { made: group } = worksheet.elements[line.element]
    return {
      line: line.symbol,
      skill: skillOf(worksheet, line),
      ...(line.quantity === 'resistance' && group
        ? { way: group.kind === 'series' ? ('series-test' as const) : ('parallel-test' as const) }
        : {}),
      method: isCarried ? unmarked : mark(isFirstWay, isGot || found.some((it) => it.isWayRight)),
      answer: mark(isFirst && isGot, isGot),
      unit: isLast
        ? mark(first ? first.hasUnit && isGot : false, isGot && own !== null && hasUnit(own.typed))
        : unmarked,
      slips: found.flatMap((it) => it.slips),
      typed: own?.typed,
      isTried: found.length > 0,
    }
  })
  return { items, said: [], done }
}

const stands = ({ verdict }: Own) =>
  verdict === 'right' || verdict === 'rounded' || verdict === 'given' || verdict === 'follows'

/** Whether a unit was typed: Ω, V, A or W, or ohm. */
export function hasUnit(typed: string): boolean {
  return /[ΩΩVAW]|ohm|[^a-z][avw]$|[munkµMk][avw]\b/i.test(typed)
}

function isOfSupply({ derivation, network, wiring }: Worksheet, { element, quantity }: SolutionLine): boolean {
  if (element !== derivation.whole) return false
  return network.parts[wiring.supply].kind === 'terminals' || quantity !== 'resistance'
}

function keyOf(worksheet: Worksheet, { quantity, element }: Pick<SolutionLine, 'quantity' | 'element'>): string {
  return `${quantity} ${elementKey(worksheet, element)}`
}

/** What was answered by name for a line. */
function byName({ answers }: Position, worksheet: Worksheet, { quantity, element }: SolutionLine): Own | null {
  const { network, wiring, derivation } = worksheet
  const of = element === derivation.whole ? network.parts[wiring.supply].name : elementKey(worksheet, element)
  return answers.get(`${quantity} ${of}`) ?? null
}

/** All tries by what they were at. What was in question is no try; a refused choice counts for the group that was found then. */
function triesOf(position: Position): ReadonlyMap<string, readonly Try[]> {
  const { judgements, worksheet } = position
  const { network, wiring } = worksheet
  const tries = new Map<string, Try[]>()
  const keys = new Map([...elementsByKey(worksheet, position.reduction)].map(([key, id]) => [id, key]))
  let refused: Slip[] = []
  let isTold = false
  const put = (key: string, it: Try) => tries.set(key, [...(tries.get(key) ?? []), it])
  for (const judgement of judgements) {
    const { move, verdict, element } = judgement
    if (move.do === 'hint') isTold ||= move.strength === 3
    if (verdict === 'refused' && move.do === 'combine') refused = [...refused, ...slipsOf(judgement)]
    if (verdict === 'hint' || verdict === 'undone' || verdict === 'refused' || verdict === 'asked') continue
    const key = placeOf(judgement, element)
    if (key !== null && 'answer' in move) {
      const isRight = verdict !== 'wrong'
      if (move.do === 'combine' && refused.length > 0)
        put(key, { isWayRight: false, isRight: false, hasUnit: false, slips: refused, isTold })
      const it = {
        isWayRight: isRight || isOfNumbers(judgement),
        isRight,
        hasUnit: hasUnit(move.answer),
        slips: slipsOf(judgement),
        isTold,
      }
      put(key, it)
      if (move.do === 'combine') refused = []
    }
    isTold = false
  }
  return tries

  function placeOf({ move }: Judgement, element: number | null): string | null {
    if (move.do === 'answer') {
      const isSource = move.of === network.parts[wiring.supply].name
      return `${move.quantity} ${isSource ? wiring.live.map((part) => network.parts[part].name).join(' ') : move.of}`
    }
    if (element === null || (move.do !== 'combine' && move.do !== 'value')) return null
    return `${move.do === 'combine' ? 'resistance' : move.quantity} ${keys.get(element)}`
  }
}

const slipsOf = ({ verdict, could }: Judgement): readonly Slip[] =>
  (verdict === 'wrong' || verdict === 'refused') && could.length === 1 ? could[0] : []

/** Whether a wrong answer is so by its number alone, whatever it may be of several. */
function isOfNumbers({ could }: Judgement): boolean {
  return could.length > 0 && could.every((it) => it.every((slip) => ofNumbers.has(slip)))
}

/** A bridge: that it stops, where, and why. */
function judgeStopped(position: Position): JudgedTask {
  const stops = position.judgements.filter(({ move }) => move.do === 'stop')
  const isRight = ({ verdict }: Judgement) => verdict === 'right'
  // The right resistors, though for another reason.
  const isPlace = (it: Judgement) => isRight(it) || it.could.some(([slip]) => slip === 'other-reason')
  const item: Item = {
    line: 'where the reduction stops, and why',
    skill: 'bridges',
    method: mark(stops.slice(0, 1).some(isRight), stops.some(isRight)),
    answer: mark(stops.slice(0, 1).some(isPlace), stops.some(isPlace)),
    unit: unmarked,
    slips: stops.flatMap(slipsOf),
    isTried: stops.length > 0,
  }
  return { items: [item], said: [], done: isDone(position) }
}

/** The whole network, worked out by hand. */
export const solve = taskKind({
  name: 'Solve',
  idle: ['blank'],
  ask: (): SolveQuestion => ({ kind: 'solve' }),
  moves: moveFields,
  judge: ({ worksheet }, moves) =>
    judgeSolve(
      worksheet,
      triedWorksheet(worksheet.network, worksheet.choices, worksheet.naming) ?? worksheet,
      moves as readonly Move[],
    ),
  key({ worksheet }) {
    const lines = solutionOf(worksheet).map((line) => solved(worksheet, line))
    if (worksheet.derivation.whole !== null) return lines
    const stop = worksheet.outcome.findings.find(({ code }) => code === 'bridge')
    return [...lines, stop?.message ?? 'the reduction stops']
  },
  goal({ worksheet, goal }, given) {
    const { network, wiring } = worksheet
    const source = network.parts[wiring.supply]
    if (goal.length > 0)
      return `${given}Find ${goal.map(({ quantity, of }) => `${askedTexts[quantity]} ${of}`).join(', ')}.`
    if (source.kind === 'terminals') return 'Find the total resistance, or say why it cannot be reduced.'
    return `${given}Find the values of ${source.name}, and the voltage and current of every ${network.parts.some(isMeter) ? 'part' : 'resistor'}; or say why it cannot be reduced.`
  },
})
