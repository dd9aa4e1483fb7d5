import { isName } from '../../network'
import { inFormat, quantityProblem, readQuantity } from '../../number'

/** What is wrong in a formula, and where: character positions from `at` up to `end`. */
export interface FormulaProblem {
  readonly at: number
  readonly end: number
  readonly message: string
}

type ReadFormula =
  | { readonly ok: true; readonly tree: FormulaTree }
  | { readonly ok: false; readonly problem: FormulaProblem }

/** The longest formula that is read, in characters. */
export const longest = 100_000
const tokens = /\s+|\/\/|\|\||[∥‖()]|\+|(?:(?<=\d)[eE][+-]\d|\/(?!\/)|[^()+/|∥‖])+|./gu

interface Lexeme {
  readonly text: string
  readonly at: number
}

/**
 * Reads `1.5 + (10 + 20) // 15 + 1`, with or without names (`R1 1.5`); `R1` alone has no value yet. `//`, `||` and `∥` mean parallel and bind
 * tighter than `+`, series. No recursion: brackets may nest as deep as they like.
 */
export function readFormula(text: string): ReadFormula {
  const fail = (at: number, end: number, message: string): ReadFormula => ({ ok: false, problem: { at, end, message } })
  if (text.length > longest)
    return fail(0, text.length, `the formula is longer than ${longest.toLocaleString('en')} characters`)
  const lexemes: Lexeme[] = [...text.matchAll(tokens)]
    .map((match) => ({ text: match[0], at: match.index }))
    .filter((lexeme) => lexeme.text.trim() !== '')
  if (lexemes.length === 0) return fail(0, text.length, 'type a network, like 1.5 + (10 + 20) // 15 + 1')

  // One frame per open bracket: terms in series, the last of them a list of factors in parallel.
  interface Frame {
    readonly terms: FormulaTree[][]
    readonly bracket: Lexeme | null
  }
  const frames: Frame[] = [{ terms: [[]], bracket: null }]
  const seen = new Set<string>()
  let wantsOperand = true
  for (const lexeme of lexemes) {
    const frame = frames[frames.length - 1]
    const end = lexeme.at + lexeme.text.length
    if (isOperator(lexeme.text)) {
      if (wantsOperand) return fail(lexeme.at, end, `a resistor is missing before ${lexeme.text}`)
      if (lexeme.text === '+') frame.terms.push([])
      wantsOperand = true
      continue
    }
    if (lexeme.text === ')') {
      if (frame.bracket === null) return fail(lexeme.at, end, 'this ) closes no bracket')
      if (wantsOperand) return fail(lexeme.at, end, 'a resistor is missing before )')
      frames.pop()
      lastOf(frames[frames.length - 1].terms).push(closed(frame.terms))
      continue
    }
    if (!wantsOperand) return fail(lexeme.at, end, 'an operator is missing: + for series, // for parallel')
    if (lexeme.text === '(') {
      frames.push({ terms: [[]], bracket: lexeme })
      continue
    }
    const read = readResistor(lexeme)
    if (!read.ok) return read
    if (read.tree.kind === 'resistor' && read.tree.name !== null) {
      if (seen.has(read.tree.name))
        return fail(lexeme.at, end, `${read.tree.name} stands here twice; names must be unique`)
      seen.add(read.tree.name)
    }
    lastOf(frame.terms).push(read.tree)
    wantsOperand = false
  }
  const open = frames[frames.length - 1]
  if (wantsOperand) return fail(text.length, text.length, 'a resistor is missing at the end')
  if (open.bracket !== null) return fail(open.bracket.at, open.bracket.at + 1, 'this ( is not closed')
  return { ok: true, tree: closed(open.terms) }
}

function isOperator(text: string): boolean {
  return text === '+' || text === '//' || text === '||' || text === '∥' || text === '‖'
}

function lastOf<T>(list: readonly T[]): T {
  return list[list.length - 1]
}

function closed(terms: readonly FormulaTree[][]): FormulaTree {
  return group(
    'series',
    terms.map((factors) => group('parallel', factors)),
  )
}

function group(kind: 'series' | 'parallel', members: readonly FormulaTree[]): FormulaTree {
  if (members.length === 1) return members[0]
  return { kind, members: members.flatMap((member) => (member.kind === kind ? member.members : [member])) }
}

function readResistor({ text, at }: Lexeme): ReadFormula {
  const typed = text.trim()
  const whole = readQuantity(typed, 'Ω')
  if (whole.ok) return { ok: true, tree: { kind: 'resistor', name: null, typed: inFormat(typed) } }
  const problem = (from: string, message: string): ReadFormula => {
    const start = at + text.indexOf(from)
    return { ok: false, problem: { at: start, end: start + from.length, message } }
  }
  const [, name, value] = /^(\S+?)(?:\s*[=:]\s*|\s+)(.+)$/u.exec(typed) ?? []
  if (name === undefined) {
    if (/^R[^+()]*$/.test(typed) && isName(typed))
      return { ok: true, tree: { kind: 'resistor', name: typed, typed: undefined } }
    const looksLikeName = isName(typed) && !/^[\d.]/.test(typed)
    return problem(
      typed,
      looksLikeName ? `${typed} needs a value, as in ${typed} 4k7` : quantityProblem(whole.problem, typed, 'Ω'),
    )
  }
  if (!isName(name)) return problem(name, `“${name}” cannot be a name; use letters, digits or _ . - '`)
  const read = readQuantity(value, 'Ω')
  if (readQuantity(name, null).ok) {
    return read.ok
      ? problem(value, 'an operator is missing: + for series, // for parallel')
      : problem(typed, quantityProblem(whole.problem, typed, 'Ω'))
  }
  return read.ok
    ? { ok: true, tree: { kind: 'resistor', name, typed: inFormat(value) } }
    : problem(value, quantityProblem(read.problem, value, 'Ω'))
}

/** A formula as a tree: resistors in groups; no group holds one of its own kind. A resistor may have no value yet. */
export type FormulaTree =
  | { readonly kind: 'resistor'; readonly name: string | null; readonly typed: string | undefined }
  | { readonly kind: 'series' | 'parallel'; readonly members: readonly FormulaTree[] }

/** The resistors of a tree from left to right. */
export function resistorsOf(tree: FormulaTree): Extract<FormulaTree, { kind: 'resistor' }>[] {
  const found: Extract<FormulaTree, { kind: 'resistor' }>[] = []
  const open = [tree]
  for (let it = open.pop(); it; it = open.pop()) {
    if (it.kind === 'resistor') found.push(it)
    else open.push(...[...it.members].reverse())
  }
  return found
}
