import type { Quantity } from '../../number'
import { elementKey, type Sheet } from '../../structure'
import { amountAt, sharedIn, type Worksheet } from '../../worksheet'
import type { Guess } from '../slip'
import type { Check, Slot, ValueTable } from './move'
import type { Against } from './judgeNumber'
import { equivalentOf, namesOf, ownKey, reductionOf, type Paper } from './state'
import { isGood, type Target } from './ways'

/** A value of the learner's, and whether it is in doubt. */
interface Written {
  readonly value: number
  readonly isClean: boolean
}

type Named = Quantity | 'potential'

/** What is true of a value that is asked for by name; null where there is none. */
export function truthByName({ worksheet }: Pick<Paper, 'worksheet'>, quantity: Named, of: string): number | null {
  const { network, wiring, derivation } = worksheet
  if (quantity === 'potential') {
    const node = wiring.nodes.findIndex(({ points }) => points.includes(of))
    const line = node < 0 ? undefined : derivation.found.potential[node]
    return line === undefined ? null : (derivation.lines[line].amount?.value ?? null)
  }
  const reading = derivation.readings.find(({ part }) => network.parts[part].name === of)
  if (reading) {
    const line = derivation.lines[reading.line]
    return line.quantity === quantity ? (line.amount?.value ?? null) : null
  }
  const element = elementByName(worksheet, of)
  return element === null ? null : (amountAt(worksheet, quantity, element)?.value ?? null)
}

/** The element of the worksheet's own steps that a document calls so; null if there is none. */
export function elementByName(worksheet: Paper['worksheet'], of: string): number | null {
  const { network, wiring, derivation, elements } = worksheet
  if (of === network.parts[wiring.supply].name) return derivation.whole
  const found = elements.findIndex((_, id) => elementKey(worksheet, id) === of)
  return found < 0 ? null : found
}

/** What an answer by name is judged by; null where nothing of that name has a value. */
export function againstName(paper: Paper, quantity: Named, of: string): Against | null {
  const wanted = truthByName(paper, quantity, of)
  if (wanted === null) return null
  return {
    name: of,
    quantity: quantity === 'potential' ? 'voltage' : quantity,
    wanted,
    targets: targetsByName(paper, quantity, of),
    isSum: false,
    guesses: () => ({
      singles: guessesByName(paper, quantity, of, wanted),
      pairs: () => [],
      miscopied: () => [],
      isRough: true,
    }),
    certain: () => null,
  }
}

function targetsByName(paper: Paper, quantity: Named, of: string): Target[] {
  const { worksheet } = paper
  const { network, derivation, wiring } = worksheet
  const target = (it: Written | null): Target[] => (it ? [{ ...it, method: null, roughly: [] }] : [])
  if (quantity === 'potential') {
    const node = wiring.nodes.findIndex(({ points }) => points.includes(of))
    return potentialTargets(paper, node)
  }
  const reading = derivation.readings.find(({ part }) => network.parts[part].name === of)
  if (!reading) {
    const element = elementByName(worksheet, of)
    return element === null ? [] : target(writtenOf(paper, element, quantity))
  }
  const { uses, signs } = derivation.lines[reading.line]
  const written = uses.map((use) => {
    const { of: element, quantity: used } = derivation.lines[use]
    return used === 'potential' || element >= worksheet.elements.length ? null : writtenOf(paper, element, used)
  })
  return target(together(written, (values) => values.reduce((sum, value, i) => sum + (signs[i] ?? 1) * value, 0)))
}

function together(all: readonly (Written | null)[], work: (values: readonly number[]) => number): Written | null {
  const found = all.flatMap((it) => it ?? [])
  if (found.length < all.length || all.length === 0) return null
  return {
    value: work(found.map(({ value }) => value)),
    isClean: found.every(({ isClean }) => isClean),
  }
}

/** What the learner wrote of an element of the worksheet's own steps, or of what it was made of. */
function writtenOf(paper: Paper, element: number, quantity: Quantity): Written | null {
  const { worksheet, own } = paper
  const reduction = reductionOf(paper)
  const key = elementKey(worksheet, element)
  const mine = reduction.from.findIndex((_, id) => ownKey(worksheet, reduction, id) === key)
  const there = mine < 0 ? null : own[quantity][mine]
  if (there && there.verdict !== 'stale')
    return {
      value: there.value,
      isClean: isGood(there),
    }
  const { made } = worksheet.elements[element]
  if (made === null) return null
  const inside = made.members.map((member) => writtenOf(paper, member, quantity))
  if (quantity === 'resistance') return together(inside, (values) => equivalentOf(made.kind, values))
  if (quantity === sharedIn(made.kind)) return inside.find((it) => it !== null) ?? null
  return together(inside, (values) => values.reduce((a, b) => a + b, 0))
}

/** The potential of a node by each of the learner's drops that lead to it. */
function potentialTargets(paper: Paper, wanted: number): Target[] {
  const { worksheet, own, from, to, answers } = paper
  const { wiring } = worksheet
  const known = new Map<number, Target>([[wiring.reference, { value: 0, roughly: [], method: null, isClean: true }]])
  wiring.nodes.forEach(({ points }, node) => {
    for (const point of points) {
      const there = answers.get(`potential ${point}`)
      if (there && there.verdict !== 'stale' && node !== wanted)
        known.set(node, { value: there.value, roughly: [], method: null, isClean: isGood(there) })
    }
  })
  const drops = own.voltage.flatMap((drop, element) =>
    drop && drop.verdict !== 'stale' && from[element] !== undefined ? [{ drop, element }] : [],
  )
  const across = (at: Target, { drop }: (typeof drops)[number], sign: 1 | -1): Target => ({
    value: at.value + sign * drop.value,
    roughly: [],
    method: null,
    isClean: at.isClean && isGood(drop),
  })
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

function guessesByName(paper: Paper, quantity: Named, of: string, wanted: number): Guess[] {
  const names = namesOf(paper)
  const measured = quantity === 'potential' ? 'voltage' : quantity
  const copied = paper.truth[measured].flatMap((value, id): Guess[] =>
    value === null || names[id] === of
      ? []
      : [{ slips: ['other-value'], value, how: `the ${measured} of ${names[id]}` }],
  )
  if (quantity !== 'potential') return copied
  const source = paper.worksheet.analysis.supply.voltage?.value
  return source === undefined
    ? copied
    : [{ slips: ['other-value'], value: source - wanted, how: 'counted down from the + end' }, ...copied]
}

/** What both sides of a check come to on the learner's paper: from each side the same, but for rounding. */
export interface CheckPlace {
  /** The node of a junction. */
  readonly node: number | null
  /** What is added up, and what it has to come to; each an element and its sign. */
  readonly terms: readonly (Slot & { readonly sign: 1 | -1 })[]
  readonly total: Slot | null
}

/** What a check is made of. */
interface Sums {
  readonly worksheet: Worksheet
  readonly sheet: Sheet
  readonly from: readonly number[]
  readonly to: readonly number[]
  readonly truth: ValueTable
}

/**
 * What adds up once all is found: what flows away from the first junction is what arrives; the drops along a path from
 * the + end to the − end are the whole voltage; the powers are what the source gives. null where the network has none.
 */
export function checkPlace(paper: Sums, check: Check): CheckPlace | null {
  const { worksheet, sheet, from, to, truth } = paper
  const { wiring } = worksheet
  const leaves = wiring.live.map((_, id) => id)
  const [whole] = sheet.elements.length === 1 ? sheet.elements : []
  if (!whole || truth.current[whole.id] === null) return null
  const term =
    (quantity: Quantity, sign: 1 | -1 = 1) =>
    (element: number) => ({ quantity, element, sign })
  if (check === 'power')
    return { node: null, terms: leaves.map(term('power')), total: { quantity: 'power', element: whole.id } }
  if (check === 'loop') {
    const path: number[] = []
    for (let node = wiring.start; node !== wiring.finish;) {
      const next = leaves.find((id) => from[id] === node && !path.includes(id))
      if (next === undefined) return null
      path.push(next)
      node = to[next]
    }
    return { node: null, terms: path.map(term('voltage')), total: { quantity: 'voltage', element: whole.id } }
  }
  const nodes = [...new Set(leaves.map((id) => from[id]))]
  const node = nodes.find((it) => leaves.filter((id) => from[id] === it).length > 1)
  if (node === undefined) return null
  const away = leaves.filter((id) => from[id] === node)
  return { node, terms: away.map(term('current')), total: null }
}

/** What the sum of a check is judged by; null where there is nothing to check, or something is still missing. */
export function againstCheck(paper: Paper, check: Check): Against | null {
  const place = checkPlace(paper, check)
  if (!place) return null
  const all = place.terms.flatMap(({ quantity, element }) => paper.own[quantity][element] ?? [])
  if (all.length < place.terms.length) return null
  const added = all.reduce((sum, { value }) => sum + value, 0)
  const names = namesOf(paper)
  return {
    name: check,
    quantity: place.terms[0].quantity,
    wanted: place.terms.reduce((sum, { quantity, element }) => sum + (paper.truth[quantity][element] ?? NaN), 0),
    targets: [{ value: added, roughly: [], method: null, isClean: all.every(isGood) }],
    isSum: false,
    guesses: () => ({
      singles: all.map(({ value }, i) => ({
        slips: ['dropped'],
        value: added - value,
        how: `the sum without that of ${names[place.terms[i].element]}`,
      })),
      pairs: () => [],
      miscopied: () => [],
      isRough: true,
    }),
    certain: () => null,
  }
}
