import type { Arithmetic, Quantity } from '../../number'
import type { Line } from '../derivation'
import {
  methods,
  methodsFor,
  surroundingsOf,
  type Applicable,
  type Method,
  type MethodName,
  type Surroundings,
} from '../method'
import { explainFound, explainLine, type Found, type LineExplanation } from './explainLine'
import { withArithmetic, type Worksheet } from './worksheet'

interface Surrounded {
  readonly around: Surroundings
  readonly arithmetic: Arithmetic<unknown>
}

const surrounded = new WeakMap<Worksheet['derivation'], Surrounded>()

/** What surrounds the elements of a worksheet, and the arithmetic of its numbers. */
export function surroundings({ elements, derivation, arithmetic }: Worksheet): Surrounded {
  let known = surrounded.get(derivation)
  if (known) return known
  const { found, lines } = derivation
  const around = surroundingsOf(elements, (id) => {
    const line = found.current[id]
    return line === undefined || lines[line].amount !== null || lines[line].isOpen
  })
  known = { around, arithmetic: withArithmetic(arithmetic, (it) => it as unknown as Arithmetic<unknown>) }
  surrounded.set(derivation, known)
  return known
}

/** A way to a value with its number and its formula. */
export interface WayToValue extends LineExplanation {
  readonly found: Found
  /** How a document names this way, where the person can take it instead; null where they cannot. */
  readonly choice: string | null
}

/**
 * Every way to a value of an element, each with its number and its formula.
 *
 * @param id the element, by its place in `worksheet.elements`
 * @returns the way that the worksheet takes first; none where the value does not exist
 */
export function waysTo(worksheet: Worksheet, quantity: Quantity, id: number): WayToValue[] {
  const { derivation } = worksheet
  const own = derivation.found[quantity][id]
  const line = own === undefined ? undefined : derivation.lines[own]
  if (own === undefined || !line || (line.amount === null && !line.isOpen)) return []
  const { around, arithmetic } = surroundings(worksheet)
  const isExact = worksheet.arithmetic === 'exact'
  const all = methodsFor(quantity, id, around)
  const ways: WayToValue[] = [wayOf(line, explainLine(worksheet, own), null)]
  for (const { name, method, needs } of all) {
    if (name === line.method || (method.choice === undefined && name !== 'carried')) continue
    const enough = needs.find((set) => set.every(([of, element]) => derivation.found[of][element] !== undefined))
    if (!enough) continue
    const uses = enough.map(([of, element]) => derivation.found[of][element] as number)
    const values = uses.map((use) => derivation.numbers[use])
    const isOpen = uses.some((use) => derivation.lines[use].isOpen)
    if (isOpen ? method.suits : values.includes(null) || method.suits?.(values, arithmetic) === false) continue
    // Without rounding every way gives the same number: that is what makes it a way.
    const amount = isOpen
      ? null
      : isExact
        ? line.amount
        : arithmetic.toAmount(arithmetic.write(method.work(values, arithmetic, [])))
    const found: Found = { quantity, of: id, method: name, uses, signs: [], amount, isOpen }
    ways.push(wayOf(found, explainFound(worksheet, found), choiceOf(all, name, uses, line)))
  }
  return ways
}

function wayOf(found: Found, { name, formulas, work }: LineExplanation, choice: string | null): WayToValue {
  return { found, choice, name, formulas, work }
}

/** The choice that takes a method for a found voltage or current, if what it uses is known by then. */
function choiceOf(all: readonly Applicable[], name: MethodName, uses: readonly number[], own: Line): string | null {
  const { choice, finds }: Method = methods[name]
  const { section, method } = own
  const isFree = section.at === 'step' && section.side === 'up' && method !== 'carried' && !finds.includes('power')
  if (choice === undefined || !isFree) return null
  // Of two methods with one choice, the first that applies is taken.
  const first = all.find((it) => it.method.choice === choice)
  return first?.name === name && uses.every((use) => use < own.id) ? choice : null
}
