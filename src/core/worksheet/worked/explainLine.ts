import {
  float,
  letterOf,
  powerOf,
  prefixOf,
  writeQuantity,
  writeWithPrefix,
  type Amount,
  type Quantity,
  type Arithmetic,
} from '../../number'
import { readingPart, unitOfLine, type Line } from '../derivation'
import {
  amount,
  amountIn,
  sentence,
  sign,
  symbol,
  typeset,
  typesetAmount,
  typesetOf,
  unit,
  type Formula,
  type Sentence,
  type Token,
} from '../explain'
import {
  methods,
  sharedIn,
  type Method,
  type MethodName,
  type Sign,
  methodsFor,
  surroundingsOf,
  type Applicable,
  type Surroundings,
} from '../method'
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
  /** It waits for resistors that have no value yet. */
  readonly isOpen: boolean
}

const explained = new WeakMap<Worksheet, Map<string, LineExplanation>>()

/**
 * A value of a worksheet in words and arithmetic, made once for each worksheet.
 *
 * @param id the line, by its place in `worksheet.derivation.lines`
 * @param asSupply whether it is read as the supply’s: I = V / Req, by letters first
 * @returns its name in words, its formulas as tokens (the last one ends in the value), and how it was worked
 * @throws TypeError where the worksheet has no such line
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

/** A line in letters alone, whatever its numbers are. */
export function explainInLetters(worksheet: Worksheet, id: number): Formula {
  const line = worksheet.derivation.lines[id]
  return [symbolOf(worksheet, line, false), equals, ...workInLetters(worksheet, line, false)]
}

function workInLetters(worksheet: Worksheet, { method, uses, signs }: Found, asSupply: boolean): Formula {
  const used = uses.map((use) => typesetOf(symbolOf(worksheet, worksheet.derivation.lines[use], asSupply)))
  return (methods[method] as Method).work(used, typeset, signs).tokens
}

/** {@link explainLine} for a value by any method. */
function explainFound(worksheet: Worksheet, found: Found, asSupply = false): LineExplanation {
  const { quantity, signs } = found
  const method: Method = methods[found.method]
  const uses = readUses(worksheet, found)
  const used = uses.map((use) => worksheet.derivation.lines[use])
  const slots: Record<string, string> = { name: nameOf(worksheet, found) }
  if (used.length > 0) slots.from = nameOf(worksheet, used[0])
  const { wording } = method
  const name: Sentence = { wording: typeof wording === 'string' ? wording : wordingFor(wording, quantity), slots }
  const own = symbolOf(worksheet, found, asSupply)
  const { depth } = worksheet.choices
  if (!found.amount) return { name, work: [], formulas: inLettersAlone() }
  const value = amount(found.amount, unitOfLine(found))
  const said = (formulas: readonly Formula[], work: Formula = []): LineExplanation => ({ name, work, formulas })
  if (used.length === 0) return said([[own, equals, value]])
  // A drop alone is the potential, or what a meter shows; so is one current.
  const isAlone = used.length === 1 && signs[0] === 1 && (found.method === 'drops' || found.method === 'current-law')
  if (method.handsOn || isAlone) {
    const from = symbolOf(worksheet, used[0], false)
    const isShort = depth === 'result' || (isAlone && quantity === 'potential' && depth === 'values')
    return said([isShort || isSame(from, own) ? [own, equals, value] : [own, equals, from, equals, value]])
  }
  const lines = method.written ? inLines(worksheet, found, method.written, own) : null
  const work = lines
    ? lines.work
    : method.work(
        used.map((line) => typesetAmount(line.amount as Amount, unitOfLine(line))),
        typeset,
        signs,
      ).tokens
  if (depth === 'result') return said([[own, equals, value]], work)
  const inValues: Formula = [own, equals, ...work, equals, value]
  if (depth === 'written' && method.isByNumbers !== true)
    return said(
      [...turnedRound(), inLetters(), ...(lines?.lines ?? withUnits(worksheet, found, method, used, inValues))],
      work,
    )
  if (lines) return said(lines.lines, work)
  // What gives the supply is read by its letters first.
  if (!asSupply || method.isLaw !== true) return said([inValues], work)
  return said([[...inLetters(), ...(found.method === 'V·I' ? [equals, value] : inValues.slice(1))]], work)

  function inLetters(): Formula {
    return [own, equals, ...workInLetters(worksheet, { ...found, uses }, asSupply)]
  }

  /** The law that is turned round, where it is. */
  function turnedRound(): Formula[] {
    const letters = used.map((line) => typesetOf(symbolOf(worksheet, line, asSupply)))
    const sides = method.law?.(typesetOf(own), letters)
    return sides ? [[...sides[0].tokens, equals, ...sides[1].tokens]] : []
  }

  /** What waits for values; nothing where one branch's current is only carried along. */
  function inLettersAlone(): Formula[] {
    if (!found.isOpen || used.length === 0 || method.isByNumbers === true) return []
    const letters = inLetters()
    if (letters.length === 3 && isSame(letters[2], own)) return []
    return depth === 'written' ? [...turnedRound(), letters] : [letters]
  }
}

/** The lines that are read: of a potential that of the node behind stands last, and where that is 0 V it adds nothing. */
function readUses({ derivation: { lines } }: Worksheet, { quantity, uses }: Found): readonly number[] {
  if (quantity !== 'potential' || uses.length < 2) return uses
  const behind = lines[uses[uses.length - 1]]
  return behind.quantity === 'potential' && behind.amount?.value === 0 ? uses.slice(0, -1) : uses
}

function isSame(a: Token, b: Token): boolean {
  return a.token === 'symbol' && b.token === 'symbol' && a.letter === b.letter && a.of === b.of
}

/**
 * A line with its prefixes worked first, where values with prefixes give another unit: V over kΩ gives mA.
 *
 * @param line the line with its values; its value comes before it as the prefixes give it, where that is written otherwise
 */
function withUnits(
  { choices: { figures } }: Worksheet,
  { amount: value, quantity }: Found,
  method: Method,
  used: readonly Line[],
  line: Formula,
): Formula[] {
  if (method.changesUnit !== true || typeof figures !== 'number' || value === null || value.value === 0) return [line]
  const written = used.map((line) => writeQuantity(line.amount as Amount, unitOfLine(line), figures))
  const powers = written.map(powerOf)
  const power = Math.round(
    Math.log10(
      method.work(
        powers.map((it) => 10 ** it),
        float,
        [],
      ),
    ),
  )
  if (powers.every((it) => it === 0) || prefixOf(power) === undefined) return [line]
  const own = unitOfLine({ quantity })
  const units = method.work(
    written.map((it, i) => typesetOf(unit(it.unit, powers[i]))),
    typeset,
    [],
  ).tokens
  const isOther = powerOf(writeQuantity(value, own, figures)) !== power
  const isReadable = isOther && writeWithPrefix(value, own, figures, power) !== null
  const beside = isReadable ? [...line.slice(0, -1), amountIn(value, own, power), ...line.slice(-2)] : line
  return [[...units, equals, unit(own, power)], beside]
}

/** The arithmetic of a method that is written in lines of its own. */
function inLines(
  { derivation, arithmetic: name }: Worksheet,
  { uses, amount: value }: Found,
  written: NonNullable<Method['written']>,
  own: Token,
): { readonly lines: readonly Formula[]; readonly work: Formula } {
  const { lines, numbers } = derivation
  return withArithmetic(name, (arithmetic) => {
    const values = uses.map((use) => ({
      number: numbers[use] as ReturnType<typeof arithmetic.from>,
      amount: lines[use].amount as Amount,
    }))
    return written([own], values, value as Amount, arithmetic)
  })
}

function wordingFor(wordings: Readonly<Partial<Record<Quantity, string>>>, quantity: Line['quantity']): string {
  return (quantity === 'potential' ? undefined : wordings[quantity]) ?? Object.values(wordings)[0]
}

/** Whose value: that of an element, a node, or a reading. */
type Valued = Pick<Line, 'quantity' | 'of'>

/** What a value is of, by name: an element, a node, the supply, a meter. */
export function nameOf({ elements, nodeLabels, network, wiring }: Worksheet, { quantity, of }: Valued): string {
  if (quantity === 'potential') return nodeLabels[of]
  return elements[of]?.name ?? network.parts[readingPart(elements.length, of) ?? wiring.supply].name
}

/** What a value is called in a formula; as the supply's without a name, since it is the supply's. */
export function symbolOf(worksheet: Worksheet, it: Valued, asSupply: boolean): Token {
  const { choices, derivation, currents } = worksheet
  if (it.quantity === 'potential') return symbol('V', nameOf(worksheet, it))
  if (it.quantity === 'current' && currents?.[it.of] !== undefined) return symbol('I', currents[it.of])
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
