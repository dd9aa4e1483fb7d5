import { dialNames, dialTable, type Dials } from './dials'

/** The signs of a code: no I, L, O or U, which are read for others. */
const alphabet = '0123456789ABCDEFGHJKMNPQRSTVWXYZ'
/** Signs between that of the generator's version and the check letter: 5 bits each. */
const length = 10
const room = 1n << BigInt(5 * length)
/** Spreads codes, so that neighbouring seeds look different: odd, so that it can be undone. */
const spread = 0x2545f4914f6cdn
const gather = inverse(spread)
/** How many tasks there are of the same dials. */
export const seeds = 1 << 24

/** The version of the generator; tasks of an earlier one are made by that one. */
export const generatorVersion = 1

export interface Coded {
  readonly version: number
  readonly dials: Dials
  /** From 0 up to {@link seeds}. */
  readonly seed: number
}

/** The code of a task, in three groups of four: the generator's version, dials and seed, and a check letter. */
export function writeCode(dials: Dials, seed: number): string {
  let number = BigInt(seed)
  for (const dial of dialNames) {
    const values: readonly unknown[] = dialTable[dial]
    number = number * BigInt(values.length) + BigInt(values.indexOf(dials[dial]))
  }
  let left = (number * spread) % room
  const signs: number[] = [generatorVersion]
  for (let i = 0; i < length; i++) {
    signs.push(Number(left % 32n))
    left /= 32n
  }
  return [...signs, checkOf(signs)]
    .map((sign) => alphabet[sign])
    .join('')
    .replace(/(.{4})(?=.)/g, '$1-')
}

export type ReadCode =
  | { readonly ok: true; readonly code: string; readonly coded: Coded }
  | { readonly ok: false; readonly message: string }

/** Reads a code as people type it: small letters, spaces, O for 0, I and L for 1. */
export function readCode(text: string): ReadCode {
  const plain = text
    .slice(0, 200)
    .toUpperCase()
    .replace(/[\s\-–—_.]/g, '')
    .replaceAll('O', '0')
    .replace(/[IL]/g, '1')
  const fail = (message: string): ReadCode => ({ ok: false, message })
  if (plain === '') return fail('type a code, as 1Q7K-3F2M-P9A4')
  const strange = [...plain].find((sign) => !alphabet.includes(sign))
  if (strange !== undefined) return fail(`a code has no “${strange}”`)
  if (plain.length !== length + 2) return fail(`a code has ${length + 2} letters and digits, this one ${plain.length}`)
  const signs = [...plain].map((sign) => alphabet.indexOf(sign))
  const check = signs.pop()
  if (check !== checkOf(signs)) return fail('the last letter does not fit the others: one of them is mistyped')
  const [version, ...rest] = signs
  if (version !== generatorVersion)
    return fail(`this code is of version ${version} of the tasks; version ${generatorVersion} is read here`)
  let number = rest.reduceRight((sum, sign) => sum * 32n + BigInt(sign), 0n)
  number = (number * gather) % room
  const values: Record<string, unknown> = {}
  for (const dial of [...dialNames].reverse()) {
    const count = BigInt(dialTable[dial].length)
    values[dial] = dialTable[dial][Number(number % count)]
    number /= count
  }
  if (number >= BigInt(seeds)) return fail('there is no task of this code')
  const dials = Object.fromEntries(dialNames.map((dial) => [dial, values[dial]])) as Dials
  const seed = Number(number)
  return { ok: true, code: writeCode(dials, seed), coded: { version, dials, seed } }
}

/** The odd number that undoes a multiplication, by Newton's iteration. */
function inverse(odd: bigint): bigint {
  let guess = odd
  for (let i = 0; i < 6; i++) guess = (((guess * (2n - odd * guess)) % room) + room) % room
  return guess
}

/**
 * The check letter: a weighted sum in the field of 32 elements (x⁵ = x² + 1), which any one wrong sign and any two
 * neighbours exchanged change.
 */
function checkOf(signs: readonly number[]): number {
  return signs.reduce((sum, sign) => twice(sum ^ sign), 0)
}

function twice(element: number): number {
  const doubled = element << 1
  return doubled & 32 ? doubled ^ 0b100101 : doubled
}
