import { letterOf, type Amount, type Quantity } from '../../number'
import { unitOfLine, type Line } from '../derivation'
import {
  amount,
  sentence,
  sign,
  symbol,
  typeset,
  typesetAmount,
  typesetOf,
  type Formula,
  type Sentence,
  type Token,
} from '../explain'
import { methods, sharedIn, type Method, type MethodName, type Sign } from '../method'
import { withArithmetic, type Worksheet } from './worksheet'

/** A line in words and arithmetic. */
export interface LineExplanation {
  /** The way it is found by. */
  readonly name: Sentence
  /** The arithmetic, the value at the end of the last formula. */
  readonly formulas: readonly Formula[]
  /** What is worked out, with its numbers; empty where nothing is. Its keys are {@link keystrokes}. */
  readonly work: Formula
}

/** A value by a method, whether or not it is the one that the worksheet takes. */
export interface Found {
  readonly quantity: Line['quantity']
  readonly of: number
  readonly method: MethodName
  readonly uses: readonly number[]
  readonly signs: readonly Sign[]
  readonly amount: Amount | null
}

const explained = new WeakMap<Worksheet, Map<string, LineExplanation>>()

/**
 * A line in words and arithmetic, made once for each worksheet.
 *
 * @param asSupply whether it is read as the supply's: I = V / Req, by letters first
 */
export function explainLine(worksheet: Worksheet, id: number, asSupply = false): LineExplanation {
  let known = explained.get(worksheet)
  if (!known) explained.set(worksheet, (known = new Map()))
  const key = `${id} ${asSupply}`
  let made = known.get(key)
  if (!made) known.set(key, (made = explainFound(worksheet, worksheet.derivation.lines[id], asSupply)))
  return made
}

const equals = sign('=')

/** {@link explainLine} for a value by any method. */
export function explainFound(worksheet: Worksheet, found: Found, asSupply = false): LineExplanation {
  const { lines } = worksheet.derivation
  const { uses, quantity } = found
  const method: Method = methods[found.method]
  // The potential behind stands last; one of 0 V adds nothing to what is read.
  const behind = quantity === 'potential' && uses.length > 1 ? lines[uses[uses.length - 1]] : null
  const isAtZero = behind?.quantity === 'potential' && behind.amount?.value === 0
  const used = (isAtZero ? uses.slice(0, -1) : uses).map((use) => lines[use])
  const { signs } = found
  const slots: Record<string, string> = { name: nameOf(worksheet, found) }
  if (used.length > 0) slots.from = nameOf(worksheet, used[0])
  const { wording } = method
  const name: Sentence = { wording: typeof wording === 'string' ? wording : wordingFor(wording, quantity), slots }
  if (!found.amount) return { name, formulas: [], work: [] }
  const own = symbolOf(worksheet, found, asSupply)
  const value = amount(found.amount, unitOfLine(found))
  const finish = (letters: Formula, work: Formula): LineExplanation => {
    const formula: Token[] = [own]
    for (const side of [letters, work]) if (side.length > 0) formula.push(equals, ...side)
    formula.push(equals, value)
    return { name, work, formulas: [formula] }
  }
  if (used.length === 0) return finish([], [])
  if (method.handsOn) return finish([symbolOf(worksheet, used[0], false)], [])
  if (method.written) return inLines(worksheet, found, method.written, own, name)
  // A drop alone is the potential.
  const isAlone = used.length === 1 && signs[0] === 1 && found.method === 'drops'
  const work = isAlone
    ? []
    : method.work(
        used.map((line) => typesetAmount(line.amount as Amount, unitOfLine(line))),
        typeset,
        signs,
      ).tokens
  // What is in proportion to one volt has no letters of its own.
  const isByLetters = asSupply && method.isLaw === true
  if (!isByLetters) return finish([], work)
  const letters = method.work(
    used.map((line) => typesetOf(symbolOf(worksheet, line, true))),
    typeset,
    signs,
  ).tokens
  return found.method === 'V·I' ? finish(letters, []) : finish(letters, work)
}

/** The arithmetic of a method that is written in lines of its own. */
function inLines(
  { derivation, arithmetic: name }: Worksheet,
  { uses, amount: value }: Found,
  written: NonNullable<Method['written']>,
  own: Token,
  named: Sentence,
): LineExplanation {
  const { lines, numbers } = derivation
  return withArithmetic(name, (arithmetic) => {
    const values = uses.map((use) => ({
      number: numbers[use] as ReturnType<typeof arithmetic.from>,
      amount: lines[use].amount as Amount,
    }))
    const { lines: formulas, work } = written([own], values, value as Amount, arithmetic)
    return { name: named, formulas, work }
  })
}

function wordingFor(wordings: Readonly<Partial<Record<Quantity, string>>>, quantity: Line['quantity']): string {
  return (quantity === 'potential' ? undefined : wordings[quantity]) ?? Object.values(wordings)[0]
}

type Valued = Pick<Line, 'quantity' | 'of'>

function nameOf({ elements, nodeLabels, network, wiring }: Worksheet, { quantity, of }: Valued): string {
  return quantity === 'potential' ? nodeLabels[of] : (elements[of]?.name ?? network.parts[wiring.supply].name)
}

/** What a value is called in a formula; as the supply's without a name, since it is the supply's. */
function symbolOf(worksheet: Worksheet, it: Valued, asSupply: boolean): Token {
  const { choices, derivation } = worksheet
  if (it.quantity === 'potential') return symbol('V', nameOf(worksheet, it))
  if (!asSupply || it.of !== derivation.whole) return symbol(letterOf[it.quantity], nameOf(worksheet, it))
  if (it.quantity === 'resistance') return symbol('R', 'eq')
  return symbol(it.quantity === 'voltage' ? choices.letter : letterOf[it.quantity])
}

/** How a line on the way outward is introduced: at the known resistor, then group by group. */
export function explainOutward({ elements, derivation }: Worksheet, id: number): Sentence {
  const { of } = derivation.lines[id]
  const { made, name } = elements[of]
  if (made === null || of === derivation.outwardPath[0]) return sentence('known-here', { name })
  return sentence(sharedIn(made.kind) === 'current' ? 'outward-series' : 'outward-parallel', { name })
}
