import { unitOf, type Quantity } from '../../number'
import { listed, type Sentence } from '../../worksheet'
import {
  closenessOf,
  isOfTwoFigures,
  isSame,
  isWrittenAs,
  readAnswer,
  type TypedAnswer,
  type Closeness,
} from '../answer'
import {
  certain,
  nameSlips,
  slipRemark,
  slips,
  stepGuesses,
  stepPairs,
  valueGuesses,
  valuePairs,
  miscopiedStep,
  miscopiedValue,
  type Guess,
  type ValuePlace,
} from '../slip'
import type { Slot, ValueTable } from './move'
import { stepPlace, valuePlace, namesOf, quantities, stepOf, writtenTable, type OwnPaper } from './state'
import { remark } from './remark'
import type { Against } from './named'
import { reachable, type Target } from './reach'

/** What is said of a number. */
interface JudgedNumber {
  readonly verdict: 'right' | 'rounded' | 'asked' | 'follows' | 'wrong'
  readonly could: readonly Guess[]
  readonly reasons: readonly Sentence[]
  /** What it follows from, where something of that is wrong. */
  readonly uses?: readonly Slot[]
}

/**
 * What a value is judged by: what is true, what the learner's own earlier values lead to by any way, and the numbers of
 * the usual slips, with their own values and with the true ones.
 */
export function againstValue(paper: OwnPaper, quantity: Quantity, element: number): Against {
  return {
    name: () => namesOf(paper)[element],
    quantity,
    wanted: paper.truth[quantity][element],
    targets: reachable(paper, quantity, element),
    isSum: quantity === 'resistance' && isExactSum(paper, element),
    guesses: () => guessesAt(paper, quantity, element),
    certain: (value) => certainOf(paper, quantity, element, value),
  }
}

/** What a number is, before it is asked which slip gives it. */
interface Grade {
  readonly verdict: 'right' | 'rounded' | 'lost' | 'follows' | 'wrong'
  /** How near it comes to what it is; null where it is wrong. */
  readonly closeness: Closeness | null
  /** What it follows from, where something of that is wrong. */
  readonly uses?: readonly Slot[]
}

/** Grades a number by what is true and what the paper leads to, lines between filled in where nothing else leads there. */
export function grade(answer: TypedAnswer, against: Against): Grade {
  const { unit, method, result, value } = answer
  const wrong: Grade = { verdict: 'wrong', closeness: null }
  if (unit !== null && unit !== unitOf[against.quantity]) return wrong
  // Method and arithmetic apart: behind the equals sign has to stand what the method comes to.
  if (method !== null && result !== null && closenessOf(result, value) === null) return wrong
  const written = result ?? answer
  const found = gradeBy(written, against, against.targets.written)
  const isSettled =
    found.verdict === 'right' || found.verdict === 'follows' || (found.verdict === 'rounded' && !isLoose(found))
  if (isSettled) return found
  const filled = gradeBy(written, against, against.targets.filled())
  return filled.verdict === 'wrong' ? found : filled
}

/** Whether it is right only as far as rounding on the way goes. */
const isLoose = ({ closeness }: Grade) => closeness === 'near' || closeness === 'cut'

function gradeBy(written: TypedAnswer, { wanted, isSum }: Against, targets: readonly Target[]): Grade {
  if (wanted !== null && closenessOf(written, wanted, isSum) === 'exact')
    return { verdict: 'right', closeness: 'exact' }
  // What was rounded on the way stands on the paper already: only two figures are led further off by it.
  const fromPaper = (value: number) => {
    const how = closenessOf(written, value, isSum)
    return how === 'near' && !isOfTwoFigures(written) ? null : how
  }
  const found = [
    wanted === null ? null : closenessOf(written, wanted, isSum),
    ...targets.flatMap((it) => (it.isClean && !isLost(it, wanted) ? [fromPaper(it.value)] : [])),
  ]
  const nearest = (...how: readonly Closeness[]) => how.find((it) => found.includes(it))
  const digits = nearest('exact', 'figures')
  if (digits !== undefined) return { verdict: 'rounded', closeness: digits }
  const isRough = ({ roughly }: Target) =>
    !isSum && roughly.some((it, i) => (i > 0 || isOfTwoFigures(written)) && closenessOf(written, it) === 'exact')
  if (targets.some((it) => it.isClean && isRough(it) && !isLost(it, wanted)))
    return { verdict: 'rounded', closeness: 'figures' }
  const loose = nearest('cut', 'near')
  if (loose !== undefined) return { verdict: 'rounded', closeness: loose }
  if (targets.some((it) => it.isClean && isLost(it, wanted) && closenessOf(written, it.value) !== null))
    return { verdict: 'lost', closeness: null }
  const led = targets.find((it) => !it.isClean && (closenessOf(written, it.value) !== null || isRough(it)))
  return { verdict: led ? 'follows' : 'wrong', closeness: null, uses: led?.uses }
}

/**
 * So far off a rest may be that rounding has made. Set by `npm run judge`: of 8,537 right answers in two figures 404 are asked
 * about; 424 with 0.02, 377 with 0.15.
 */
const mostLost = 0.06

/** What comes from a rest of rounded values so small that rounding is most of it. */
function isLost({ value, hasRest }: Target, wanted: number | null): boolean {
  return hasRest && wanted !== null && Math.abs(value - wanted) > mostLost * Math.abs(wanted)
}

/** Judges a number: what it is, and where it is not right, or may be another, which slips give it. */
export function judgeAgainst(answer: TypedAnswer, against: Against): JudgedNumber {
  const { name, quantity, wanted, targets, isSum, guesses } = against
  const { verdict, closeness, uses } = grade(answer, against)
  const said = (code: 'right' | 'right-rounded' | 'right-cut' | 'right-follows' | 'ask-lost'): JudgedNumber => ({
    verdict: verdict === 'lost' ? 'asked' : verdict,
    could: [],
    reasons: [remark(code)],
  })
  const named = (could: readonly Guess[]): JudgedNumber => ({
    verdict: 'wrong',
    could,
    reasons: reasonsOf(could, name()),
  })
  if (verdict === 'right') return said('right')
  if (verdict === 'follows') return { ...said('right-follows'), uses }
  if (verdict === 'lost') return said('ask-lost')
  if (verdict === 'rounded') {
    if (closeness === 'exact' || closeness === null) return said('right-rounded')
    const written = answer.result ?? answer
    // Where the work is shown, nothing is only copied.
    const doubt =
      answer.method === null && wanted !== null ? doubtOf(written, closeness, wanted, isSum, guesses().singles) : []
    return doubt.length === 0
      ? said(closeness === 'cut' ? 'right-cut' : 'right-rounded')
      : { verdict: 'asked', could: doubt, reasons: [askOf(doubt[0], isSum)] }
  }
  const { method, result, unit, value } = answer
  if (unit !== null && unit !== unitOf[quantity]) {
    const others = guesses().singles.filter(({ slips: [slip] }) => slip === 'exchanged')
    const exchanged = others.find((it) => isWrittenAs(answer, it.value))
    return named([
      exchanged ?? { slips: ['unit'], value, how: `a ${quantity} is in ${unitOf[quantity]}, not in ${unit}` },
    ])
  }
  if (method !== null && result !== null && grade({ ...answer, result: null }, against).verdict !== 'wrong')
    return named([{ slips: ['arithmetic'], value: result.value, how: method }])
  const aims = [...(wanted === null ? [] : [wanted]), ...targets.written.map((it) => it.value)]
  const further = () => targets.filled().map((it) => it.value)
  const could = nameSlips(answer, { targets: aims, further, ...guesses() })
  if (could.length > 0) return named(could)
  return { verdict: 'wrong', could, reasons: [against.certain(value) ?? remark('wrong-unknown')] }
}

/** Where numbers can be told apart by one figure more. Of 8,537 right answers in two figures 404 are asked about; 474 with 0.002. */
const apart = 0.005

/**
 * Slips whose own number was typed, where it lies so near to the right one that it may be that, rounded: a value that
 * stands on the paper as it is; of a sum one in which a term is missing.
 */
function doubtOf(
  answer: TypedAnswer,
  how: Closeness,
  wanted: number,
  isSum: boolean,
  singles: readonly Guess[],
): readonly Guess[] {
  return singles
    .filter(({ value, slips: [slip] }) => {
      if (!Number.isFinite(value)) return false
      if (isSum) return slip === 'dropped' && isSame(value, answer.value) && !isSame(value, wanted)
      if (Math.abs(value - wanted) <= apart * Math.abs(wanted)) return false
      const isCopy = slip === 'source-voltage' || slip === 'total-current' || slip === 'dropped'
      if (isCopy && isSame(value, answer.value)) return true
      if (slip === 'rounded-early') return false
      return how === 'cut'
        ? isSame(value, answer.value)
        : how === 'near' && answer.figures >= 3 && isWrittenAs(answer, value)
    })
    .slice(0, 1)
}

/** A sum in series whose terms are exactly right. */
function isExactSum(paper: OwnPaper, element: number): boolean {
  const step = stepOf(paper, element)
  return (
    step?.kind === 'series' &&
    step.members.every((id) => {
      const [own, truth] = [paper.own.resistance[id], paper.truth.resistance[id]]
      return own !== null && truth !== null && isSame(own.value, truth)
    })
  )
}

/** The numbers of slips at a value, by the learner's own values and by the true ones. */
function guessesAt(paper: OwnPaper, quantity: Quantity, element: number) {
  // The value that is judged must not be compared with itself.
  const cleared = (table: ValueTable): ValueTable => ({
    ...table,
    [quantity]: table[quantity].map((value, id) => (id === element ? paper.truth[quantity][id] : value)),
  })
  const mine = cleared(writtenTable(paper))
  const differ = quantities.some((it) => mine[it].some((value, id) => value !== paper.truth[it][id]))
  const tables = differ ? [mine, paper.truth] : [mine]
  const isRough = writesTwoFigures(paper)
  if (quantity === 'resistance') {
    const places = tables.flatMap((table) => stepPlace(paper, element, table) ?? [])
    return {
      isRough,
      singles: places.flatMap(stepGuesses),
      pairs: () => places.flatMap(stepPairs),
      miscopied: () => places.flatMap(miscopiedStep),
    }
  }
  const places = tables.map((table) => valuePlace(paper, quantity, element, table))
  const wanted = paper.truth[quantity][element]
  const untrue = (make: (place: ValuePlace) => Guess[]) => {
    const all = places.map(make)
    // What gives the right number where every value is right is no slip: the current of a neighbour in series, say.
    const isTrue = all[all.length - 1].map(
      ({ value, slips: [slip] }) => slip !== 'rounded-early' && wanted !== null && isNearly(value, wanted),
    )
    return all.flatMap((list) => list.filter((_, i) => !isTrue[i]))
  }
  return {
    isRough,
    singles: untrue(valueGuesses),
    pairs: () => untrue(valuePairs),
    miscopied: () => places.flatMap(miscopiedValue),
  }
}

const isNearly = (a: number, b: number) => Math.abs(a - b) <= 1e-6 * Math.abs(b)

/** Whether the learner writes two figures: several answers are on the paper, and none has more. */
function writesTwoFigures({ own }: OwnPaper): boolean {
  const typed = quantities.flatMap((quantity) =>
    own[quantity].flatMap((it) => (it && it.typed !== '' ? [it.typed] : [])),
  )
  return typed.length > 1 && typed.every((text) => isRoughly(text))
}
function isRoughly(typed: string): boolean {
  const answer = readAnswer(typed)
  return answer !== null && isOfTwoFigures(answer)
}

/** What can be said for certain of a wrong value, strongest first. */
function certainOf(paper: OwnPaper, quantity: Quantity, element: number, value: number): Sentence | null {
  const table = writtenTable(paper)
  const step = stepOf(paper, element)
  const members = quantity === 'resistance' && step ? step.members.map((id) => table.resistance[id] ?? NaN) : []
  const [whole] = paper.sheet.elements.length === 1 ? paper.sheet.elements : []
  const most = quantity === 'resistance' || !whole || whole.id === element ? null : paper.truth[quantity][whole.id]
  const code = certain(quantity, value, step?.kind ?? null, members, most)
  if (code !== null) return remark(code)
  const same = paper.own[quantity].findIndex((own, id) => id !== element && own !== null && isSame(own.value, value))
  if (same >= 0) return remark('sure-copy', { of: namesOf(paper)[same], own: namesOf(paper)[element] })
  const wanted = paper.truth[quantity][element]
  if (wanted === null) return null
  return Math.abs(value - wanted) <= 0.05 * Math.abs(wanted) ? remark('sure-close') : null
}

/** What is said of slips: one with what helps, or what it could be. */
function reasonsOf(could: readonly Guess[], name: string): Sentence[] {
  const [it] = could
  if (could.length > 1) return [remark('could-be', { list: could.map(shortly).join(', or ') })]
  if (it.slips.length > 1) return [remark('could-be-both', { list: shortly(it) })]
  const wording = slipRemark(it.slips[0])
  return wording === null ? [] : [{ wording, slots: { how: it.how ?? '', of: it.of ?? [], own: name } }]
}

/** A slip in a list of several: its name, and how it gives the number, or of what. */
function shortly({ slips: list, how, of }: Guess): string {
  const more = how ?? (of && listed(of))
  const [first, ...others] = list.map((slip) => slips[slip].name)
  return [more ? `${first} (${more})` : first, ...others].join(', and ')
}

const askOf = ({ slips: [slip], how }: Guess, isSum: boolean) =>
  remark(isSum ? 'ask-dropped' : 'ask-copied', { how: how ?? slips[slip].name })
