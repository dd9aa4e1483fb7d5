import type { Quantity } from '../../number'
import { elementKey, nodeAt } from '../../structure'
import { askedLines, sharedIn, type Line, type Sentence, type Worksheet } from '../../worksheet'
import { equivalentOf, type Guess, type Guesses } from '../slip'
import { answerKey, type Check, type Position, type Slot } from './move'
import { isGood, type Reachable, type Target } from './reach'
import { elementsByKey, namesOf, reductionOf, type OwnPaper } from './state'

type Named = Quantity | 'potential'

/** The line of the worksheet that has what is asked for by name; null where there is none. */
function lineByName(worksheet: Worksheet, quantity: Named, of: string): Line | null {
  const line = askedLines(worksheet)({ quantity, of })
  return line === undefined ? null : worksheet.derivation.lines[line]
}

/** What is true of a value that is asked for by name; null where there is none. */
export function truthByName(worksheet: Worksheet, quantity: Named, of: string): number | null {
  return lineByName(worksheet, quantity, of)?.amount?.value ?? null
}

/** The element of the worksheet's own steps that is asked for by name; null if it is none. */
export function elementByName(worksheet: Worksheet, quantity: Quantity, of: string): number | null {
  const line = lineByName(worksheet, quantity, of)
  return line !== null && line.of < worksheet.elements.length ? line.of : null
}

/** What the learner wrote leads to it. */
const found = (value: number, isClean: boolean): Target => ({ value, isClean, hasRest: false, uses: [], roughly: [] })

const allWritten = (written: readonly Target[]): Reachable => ({ written, filled: () => written })

/** What a number is judged by. */
export interface Against {
  /** What it is a value of; asked for only where it is said. */
  readonly name: () => string
  readonly quantity: Quantity
  readonly wanted: number | null
  readonly targets: Reachable
  /** A sum in series of exact terms. */
  readonly isSum: boolean
  readonly guesses: () => Omit<Guesses, 'targets' | 'further'>
  /** What can be said for certain of a wrong value. */
  readonly certain: (value: number) => Sentence | null
}

/** The numbers of single slips alone. */
const only = (singles: readonly Guess[]): ReturnType<Against['guesses']> => ({
  singles,
  pairs: () => [],
  miscopied: () => [],
  isRough: true,
})

/** What an answer by name is judged by; null where nothing of that name has a value. */
export function againstName(paper: OwnPaper, quantity: Named, of: string): Against | null {
  const wanted = truthByName(paper.worksheet, quantity, of)
  if (wanted === null) return null
  return {
    name: () => of,
    quantity: quantity === 'potential' ? 'voltage' : quantity,
    wanted,
    targets: allWritten(targetsByName(paper, quantity, of)),
    isSum: false,
    guesses: () => only(guessesByName(paper, quantity, of, wanted)),
    certain: () => null,
  }
}

function targetsByName(paper: OwnPaper, quantity: Named, of: string): Target[] {
  const { worksheet } = paper
  if (quantity === 'potential') return potentialTargets(paper, nodeAt(worksheet.wiring, of))
  const element = elementByName(worksheet, quantity, of)
  const written = element === null ? null : writtenOf(paper, element, quantity)
  return written ? [written] : []
}

/** What the learner wrote of an element of the worksheet's own steps, or of what it was made of. */
function writtenOf(paper: OwnPaper, wanted: number, quantity: Quantity): Target | null {
  const { worksheet, own } = paper
  const byKey = elementsByKey(worksheet, reductionOf(paper))
  const written = (element: number): Target | null => {
    const mine = byKey.get(elementKey(worksheet, element))
    const there = mine === undefined ? null : own[quantity][mine]
    if (there && there.verdict !== 'stale') return found(there.value, isGood(there))
    const { made } = worksheet.elements[element]
    if (made === null) return null
    const inside = made.members.map(written)
    if (quantity === sharedIn(made.kind)) return inside.find((it) => it !== null) ?? null
    const all = inside.flatMap((it) => it ?? [])
    if (all.length < inside.length) return null
    const values = all.map(({ value }) => value)
    const value = quantity === 'resistance' ? equivalentOf(made.kind, values) : values.reduce((a, b) => a + b, 0)
    return found(
      value,
      all.every(({ isClean }) => isClean),
    )
  }
  return written(wanted)
}

/** The potential of a node by each of the learner's drops that lead to it. */
function potentialTargets(paper: OwnPaper, wanted: number): Target[] {
  const { worksheet, own, steps, from, to, answers } = paper
  const { wiring } = worksheet
  const known = new Map<number, Target>([[wiring.reference, found(0, true)]])
  wiring.nodes.forEach(({ points }, node) => {
    for (const point of points) {
      const there = answers.get(answerKey('potential', point))
      if (there && there.verdict !== 'stale' && node !== wanted) known.set(node, found(there.value, isGood(there)))
    }
  })
  // Once places have closed up, the ends of what is made are no longer those of the network.
  const firstClosed = steps.findIndex(({ closes }) => closes !== undefined)
  const inPlace = firstClosed < 0 ? from.length : worksheet.wiring.live.length + firstClosed
  const drops = own.voltage.flatMap((drop, element) =>
    drop && drop.verdict !== 'stale' && element < inPlace ? [{ drop, element }] : [],
  )
  const across = (at: Target, { drop }: (typeof drops)[number], sign: 1 | -1) =>
    found(at.value + sign * drop.value, at.isClean && isGood(drop))
  for (let grows = true; grows;) {
    grows = false
    for (const it of drops) {
      const [above, below] = [from[it.element], to[it.element]]
      const [a, b] = [known.get(above), known.get(below)]
      if (!a && b && above !== wanted) known.set(above, across(b, it, 1))
      else if (a && !b && below !== wanted) known.set(below, across(a, it, -1))
      else continue
      grows = true
    }
  }
  return drops.flatMap((it) => {
    const [above, below] = [from[it.element], to[it.element]]
    const [a, b] = [known.get(above), known.get(below)]
    if (above === wanted && b) return [across(b, it, 1)]
    return below === wanted && a ? [across(a, it, -1)] : []
  })
}

function guessesByName(paper: OwnPaper, quantity: Named, of: string, wanted: number): Guess[] {
  const names = namesOf(paper)
  const measured = quantity === 'potential' ? 'voltage' : quantity
  const copied = paper.truth[measured].flatMap((value, id): Guess[] =>
    value === null || names[id] === of
      ? []
      : [{ slips: ['other-value'], value, how: `the ${measured} of ${names[id]}` }],
  )
  if (quantity !== 'potential') return copied
  const source = paper.worksheet.outcome.supply.voltage?.value
  return source === undefined
    ? copied
    : [{ slips: ['other-value'], value: source - wanted, how: 'counted down from the + end' }, ...copied]
}

/** What is added up for a check. */
interface CheckPlace {
  /** The node of a junction; null for the others. */
  readonly node: number | null
  readonly terms: readonly Slot[]
}

/**
 * What adds up once all is found: what flows away from the first junction is what arrives; the drops along a path from
 * the + end to the − end are the whole voltage; the powers are what the source gives. null where the network has none.
 */
export function checkPlace(
  { worksheet, sheet, truth }: Pick<Position, 'worksheet' | 'sheet' | 'truth'>,
  check: Check,
): CheckPlace | null {
  const { wiring, reduction } = worksheet
  // Resistors come first, whatever the steps.
  const { from, to } = reduction
  const leaves = wiring.live.map((_, id) => id)
  const [whole] = sheet.elements.length === 1 ? sheet.elements : []
  if (!whole || truth.current[whole.id] === null) return null
  const terms = (quantity: Quantity, elements: readonly number[]) => elements.map((element) => ({ quantity, element }))
  if (check === 'power') return { node: null, terms: terms('power', leaves) }
  if (check === 'loop') {
    const path: number[] = []
    for (let node = wiring.start; node !== wiring.finish;) {
      const next = leaves.find((id) => from[id] === node && !path.includes(id))
      if (next === undefined) return null
      path.push(next)
      node = to[next]
    }
    return { node: null, terms: terms('voltage', path) }
  }
  const nodes = [...new Set(leaves.map((id) => from[id]))]
  const node = nodes.find((it) => leaves.filter((id) => from[id] === it).length > 1)
  if (node === undefined) return null
  return {
    node,
    terms: terms(
      'current',
      leaves.filter((id) => from[id] === node),
    ),
  }
}

/** What the sum of a check is judged by; null where there is nothing to check, or something is still missing. */
export function againstCheck(paper: OwnPaper, check: Check): Against | null {
  const place = checkPlace(paper, check)
  if (!place) return null
  const all = place.terms.flatMap(({ quantity, element }) => paper.own[quantity][element] ?? [])
  if (all.length < place.terms.length) return null
  const added = all.reduce((sum, { value }) => sum + value, 0)
  const names = namesOf(paper)
  return {
    name: () => check,
    quantity: place.terms[0].quantity,
    wanted: place.terms.reduce((sum, { quantity, element }) => sum + (paper.truth[quantity][element] ?? NaN), 0),
    targets: allWritten([found(added, all.every(isGood))]),
    isSum: false,
    guesses: () =>
      only(
        all.map(({ value }, i) => ({
          slips: ['dropped'],
          value: added - value,
          how: `the sum without that of ${names[place.terms[i].element]}`,
        })),
      ),
    certain: () => null,
  }
}
