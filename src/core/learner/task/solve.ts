import { unitOf, type Quantity } from '../../number'
import { elementKey } from '../../structure'
import { askedTexts, methods, type Method, type Worksheet } from '../../worksheet'
import { isMeter } from '../../network'
import {
  begin,
  elementsByKey,
  isDone,
  moveFields,
  ownKey,
  play,
  triedWorksheet,
  wasRefused,
  type Judgement,
  type Move,
  type Own,
  type Position,
} from '../attempt'
import { closenessOf, readAnswer } from '../answer'
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
  readonly typed: string
  readonly slips: readonly Slip[]
  /** The step itself had been told by a hint. */
  readonly isTold: boolean
  /** It was at a part of the line: two of three in series, say. */
  readonly isPart: boolean
}

/**
 * Marks for an attempt, as a fair examiner gives them; the rules stand in the guide. For each line that the solution
 * needs, its way and its answer, for what is asked the unit too. What is right on an earlier wrong value of one's own
 * counts as right; what was not written down counts where something that it leads to is there.
 *
 * @param worksheet the network with what is asked for: its lines are the scheme
 * @param tried the same as {@link triedWorksheet}
 */
export function judgeSolve(worksheet: Worksheet, tried: Worksheet, moves: readonly Move[]): JudgedTask {
  const { position, judged } = playAll(tried, moves)
  const done = isDone(position)
  if (worksheet.derivation.whole === null) return judgeStopped(position)
  const { derivation } = worksheet
  const lines = solutionOf(worksheet)
  const tries = triesOf(judged, worksheet, lines)
  const ownAt = (line: SolutionLine): Own | null => {
    const made = elementIn(position, worksheet, line.element)
    return (made === null ? null : position.own[line.quantity][made]) ?? byName(position, worksheet, line)
  }
  // What was wrong when it was written, and stands now as it is, was right.
  const triesAt = (line: SolutionLine) => {
    const all = tries.get(keyOf(worksheet, line)) ?? []
    const [own, last] = [ownAt(line), all.at(-1)]
    if (!own || !last || last.isPart || !stands(own) || last.typed !== own.typed) return all
    return all.with(-1, { ...last, isRight: true, isWayRight: true, slips: [] })
  }
  const brokenParts = partsThatFail(position, worksheet, lines)
  // What is written, or has its way right, speaks for all that leads to it.
  const spokenFor = new Set<number>()
  for (const line of lines) {
    const own = ownAt(line)
    if (own ? stands(own) || triesAt(line).some((it) => it.isWayRight && !it.isPart) : false)
      addAll(derivation.lines[line.id].uses)
  }
  function addAll(uses: readonly number[]): void {
    for (const open = [...uses]; open.length > 0;) {
      const id = open.pop() as number
      if (spokenFor.has(id)) continue
      spokenFor.add(id)
      open.push(...derivation.lines[id].uses)
    }
  }
  const items = lines.map((line): Item => {
    const own = ownAt(line)
    const found = triesAt(line)
    const derived = derivation.lines[line.id]
    const isCarried = (methods[derived.method] as Method).handsOn === true
    const isLast = worksheet.choices.asked.length > 0 ? isAsked(worksheet, derived) : isOfSupply(worksheet, line)
    const whole = found.filter(({ isPart }) => !isPart)
    const last = whole.at(-1)
    const isFree = !brokenParts.has(line.id)
    const isGot = isFree && (own ? stands(own) || last?.isRight === true : done || spokenFor.has(line.id))
    const isGotWay = isGot || found.some((it) => it.isWayRight)
    // Of several steps each counts; of one, its first try.
    const parts = found.filter(({ isPart }) => isPart)
    const first = [...parts, ...whole.slice(0, 1)]
    const hasUnit = whole.map(({ typed }) => hasUnitOf(typed, line.quantity))
    const { made: group } = worksheet.elements[line.element]
    return {
      line: line.symbol,
      skill: skillOf(worksheet, line),
      ...(line.quantity === 'resistance' && group
        ? { way: group.kind === 'series' ? ('series-test' as const) : ('parallel-test' as const) }
        : {}),
      method: isCarried ? unmarked : mark(isGotWay && first.every((it) => !it.isTold && it.isWayRight), isGotWay),
      answer: mark(isGot && first.every((it) => !it.isTold && it.isRight), isGot),
      unit: isLast ? mark(hasUnit[0] ?? false, hasUnit.at(-1) ?? false) : unmarked,
      slips: found.flatMap((it) => it.slips),
      typed: typedText(whole.map(({ typed }) => typed)) ?? own?.typed,
      isTried: found.length > 0,
      ...(found.some((it) => it.isTold) && { isTold: true }),
    }
  })
  return { items, said: [], done }
}

const stands = ({ verdict }: Own) =>
  verdict === 'right' || verdict === 'rounded' || verdict === 'given' || verdict === 'follows'

/** What was typed first, and at last, where that is another. */
function typedText(all: readonly string[]): string | undefined {
  const [first, last] = [all[0], all.at(-1)]
  return first === last ? first : `${first}, then ${last}`
}

/** Whether the unit of a quantity was typed. */
function hasUnitOf(typed: string, quantity: Quantity): boolean {
  const unit = readAnswer(typed)?.unit ?? null
  return unit === null ? hasUnit(typed) : unit === unitOf[quantity]
}

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

/** A move as it was judged when it was made, whatever became of it. */
interface JudgedMove {
  readonly judgement: Judgement
  /** The learner's element that it is of, by its resistors; null for none. */
  readonly own: string | null
}

/** Plays an attempt, and keeps what was said of each move. */
function playAll(tried: Worksheet, moves: readonly Move[]): { position: Position; judged: JudgedMove[] } {
  const judged: JudgedMove[] = []
  let position = begin(tried)
  for (const [i, move] of moves.entries()) {
    const before = position
    position = play(before, move, wasRefused(moves, i))
    if (position === before || move.do === 'back' || move.do === 'forth') continue
    const judgement = position.judgements[position.judgements.length - 1]
    const { element } = judgement
    judged.push({ judgement, own: element === null ? null : ownKey(tried, position.reduction, element) })
  }
  return { position, judged }
}

/** The scheme's line of resistance that a group of the learner's own is a part of: the smallest; null for none. */
function lineAround(worksheet: Worksheet, lines: readonly SolutionLine[], key: string): SolutionLine | null {
  const inside = (line: SolutionLine) => elementKey(worksheet, line.element).split(' ')
  const around = lines.filter((line) => {
    const all = line.quantity === 'resistance' ? inside(line) : []
    return key.split(' ').every((name) => all.includes(name))
  })
  return around.length === 0 ? null : around.reduce((a, b) => (inside(b).length < inside(a).length ? b : a))
}

/** The lines of which a step of the learner's own is a part, and is wrong. */
function partsThatFail(position: Position, worksheet: Worksheet, lines: readonly SolutionLine[]): ReadonlySet<number> {
  const keys = [...elementsByKey(worksheet, position.reduction)]
  return new Set(
    keys.flatMap(([key, element]) => {
      const own = position.own.resistance[element]
      const around = own && !stands(own) ? lineAround(worksheet, lines, key) : null
      return around ? [around.id] : []
    }),
  )
}

/** All tries by what they were at. What was in question is no try; a refused choice counts for the group that was found then. */
function triesOf(
  judged: readonly JudgedMove[],
  worksheet: Worksheet,
  lines: readonly SolutionLine[],
): ReadonlyMap<string, readonly Try[]> {
  const { network, wiring } = worksheet
  const tries = new Map<string, Try[]>()
  const schemed = new Map(lines.map((line) => [keyOf(worksheet, line), line]))
  let refused: Slip[] = []
  let isTold = false
  for (const { judgement, own } of judged) {
    const { move, verdict } = judgement
    if (move.do === 'hint') isTold ||= move.strength === 3
    if (verdict === 'refused' && move.do === 'combine') refused = [...refused, ...slipsOf(judgement)]
    if (verdict === 'hint' || verdict === 'undone' || verdict === 'refused' || verdict === 'asked') continue
    const at = placeOf(judgement, own)
    if (at !== null && 'answer' in move) {
      const put = (it: Omit<Try, 'isPart' | 'typed' | 'isTold'>, isPart = at.isPart) =>
        tries.set(at.key, [...(tries.get(at.key) ?? []), { ...it, typed: move.answer, isTold, isPart }])
      if (move.do === 'combine' && refused.length > 0) put({ isWayRight: false, isRight: false, slips: refused }, true)
      const isRight = verdict !== 'wrong' || isOfUnit(judgement, at.line)
      put({ isWayRight: isRight || isOfNumbers(judgement), isRight, slips: slipsOf(judgement) })
      if (move.do === 'combine') refused = []
    }
    isTold = false
  }
  // What was refused and led nowhere counts for the last that is left to combine.
  const left = refused.length > 0 ? lines.findLast(({ quantity }) => quantity === 'resistance') : undefined
  if (left) {
    const key = keyOf(worksheet, left)
    const it = { isWayRight: false, isRight: false, typed: '', slips: refused, isTold, isPart: true }
    tries.set(key, [...(tries.get(key) ?? []), it])
  }
  return tries

  function placeOf(
    { move }: Judgement,
    own: string | null,
  ): { readonly key: string; readonly line: SolutionLine | undefined; readonly isPart: boolean } | null {
    if (move.do === 'answer') {
      const isSource = move.of === network.parts[wiring.supply].name
      const key = `${move.quantity} ${isSource ? wiring.live.map((part) => network.parts[part].name).join(' ') : move.of}`
      return { key, line: schemed.get(key), isPart: false }
    }
    if (own === null || (move.do !== 'combine' && move.do !== 'value')) return null
    const quantity = move.do === 'combine' ? 'resistance' : move.quantity
    const key = `${quantity} ${own}`
    if (schemed.has(key) || quantity !== 'resistance') return { key, line: schemed.get(key), isPart: false }
    const around = lineAround(worksheet, lines, own)
    return around && { key: keyOf(worksheet, around), line: undefined, isPart: true }
  }

  /** Whether the number is right and only its unit is that of another quantity. */
  function isOfUnit({ move, could }: Judgement, line: SolutionLine | undefined): boolean {
    const answer = 'answer' in move ? readAnswer(move.answer) : null
    const amount = line ? worksheet.derivation.lines[line.id].amount : null
    if (!answer || !amount || answer.unit === null || could.length !== 1 || could[0].join() !== 'unit') return false
    return closenessOf(answer.result ?? answer, amount.value) !== null
  }
}

const slipsOf = ({ verdict, could }: Judgement): readonly Slip[] =>
  (verdict === 'wrong' || verdict === 'refused') && could.length === 1 ? could[0] : []

/** Whether a wrong answer may be so by its number alone: in doubt for the learner. */
function isOfNumbers({ could }: Judgement): boolean {
  return could.some((it) => it.every((slip) => ofNumbers.has(slip)))
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
