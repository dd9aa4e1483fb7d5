/**
 * What a task can be set to, each dial with its values, the usual one first. The order of dials and of values is part of
 * every code: values are added at the end of a new generator's table, never changed.
 */
export const dialTable = {
  kind: ['solve', 'spot', 'estimate', 'redraw', 'mistake', 'gaps', 'untangle', 'mend'],
  resistors: [6, 3, 4, 5, 7, 8, 9, 10, 11, 12, 13, 14],
  /** How many groups lie one inside another at most. */
  depth: ['any', 1, 2, 3, 4, 5, 6],
  /** The most members of a group. */
  widest: ['any', 2, 3, 4, 5, 6],
  /** How much of the combining is parallel: up to a third, a third to two thirds, more. */
  parallel: ['any', 'little', 'half', 'much'],
  units: ['Ω', 'kΩ', 'mixed'],
  numbers: ['tidy', 'real'],
  picture: ['bent', 'straight', 'disguised'],
  given: ['voltage', 'current', 'inside', 'terminals'],
  asked: ['one', 'all', 'source'],
  special: ['none', 'placeholder', 'shorted', 'dead-end', 'bridge'],
  /** How much of a worked solution is blank. */
  blank: ['last', 'half', 'all'],
} as const

export type Dial = keyof typeof dialTable
export type Dials = { readonly [D in Dial]: (typeof dialTable)[D][number] }
export type TaskKind = Dials['kind']

export const dialNames = Object.keys(dialTable) as Dial[]

/** The usual value of every dial. */
export const usualDials = Object.fromEntries(dialNames.map((dial) => [dial, dialTable[dial][0]])) as Dials

/** Why a dial cannot stand as it does. */
export interface DialProblem {
  readonly dial: Dial
  readonly message: string
}

/** The most members of a group where nothing is said. */
export const mostMembers = 6

/** How many resistors lie in series and in parallel: those of a special part do not count. */
export function combined(dials: Dials): number {
  const { resistors, special } = dials
  if (special === 'bridge') return resistors - bridgeResistors + 1
  return liveResistors(dials)
}

/** How many resistors carry current: those of a special part do not. */
export function liveResistors({ resistors, special }: Dials): number {
  return special === 'shorted' || special === 'dead-end' ? resistors - 1 : resistors
}

/** A bridge has so many resistors, and stands where one would. */
export const bridgeResistors = 5

/** How many of the combinations of two are parallel, at least and at most. */
export function parallelRange({ parallel }: Dials, resistors: number): readonly [number, number] {
  const most = resistors - 1
  if (parallel === 'little') return [0, Math.floor(most / 3)]
  if (parallel === 'half') return [Math.ceil(most / 3), Math.floor((2 * most) / 3)]
  if (parallel === 'much') return [Math.ceil((2 * most) / 3), most]
  return [0, most]
}

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

/**
 * A generator of tasks, as its codes tell: its version, and how many of the values of each dial it knows. Values are only added at
 * the end of a dial's list, dials at the end of the table; what is new gets a generator of its own beside the others, so that no code
 * that was given out changes.
 */
interface Generator {
  readonly version: number
  readonly knows: Readonly<Record<string, number>>
  /** How many tasks there are of the same dials: with all values of all dials they have to fit into 50 bits. */
  readonly seeds: number
}

/** All generators, the first first. What makes the tasks of each stands in `task.ts`. */
export const generators: readonly Generator[] = [
  {
    version: 1,
    knows: {
      kind: 8,
      resistors: 12,
      depth: 7,
      widest: 6,
      parallel: 4,
      units: 3,
      numbers: 2,
      picture: 3,
      given: 4,
      asked: 3,
      special: 5,
      blank: 3,
    },
    seeds,
  },
]

interface Coded {
  /** Of the generator. */
  readonly version: number
  readonly dials: Dials
  /** From 0 up to {@link seeds}. */
  readonly seed: number
}

type Values = readonly (string | number)[]

type ReadCode =
  | { readonly ok: true; readonly code: string; readonly coded: Coded }
  | { readonly ok: false; readonly message: string }

/** What is said of a code that reads well and names nothing. */
export const noSuchTask = 'no task has this code'

/** Writes and reads the codes of some generators over a table of dials. */
export function codesOf(all: readonly Generator[], table: Readonly<Record<string, Values>>) {
  const indexOf = (dial: string, dials: Readonly<Record<string, unknown>>) =>
    (table[dial] as readonly unknown[]).indexOf(dials[dial] ?? table[dial][0])

  /** The first generator that knows all values of some dials. */
  const generatorFor = (dials: Readonly<Record<string, unknown>>): Generator => {
    const knowing = all.find(({ knows }) =>
      Object.keys(table).every((dial) => indexOf(dial, dials) < (knows[dial] ?? 1)),
    )
    if (!knowing) throw new RangeError('no task has these settings')
    return knowing
  }

  /** The code of a task, in three groups of four: the generator's version, dials and seed, and a check letter. */
  function write(dials: Readonly<Record<string, unknown>>, seed: number, generator = generatorFor(dials)): string {
    let number = BigInt(seed % generator.seeds)
    for (const [dial, count] of Object.entries(generator.knows))
      number = number * BigInt(count) + BigInt(indexOf(dial, dials))
    let left = (number * spread) % room
    const signs: number[] = [generator.version]
    for (let i = 0; i < length; i++) {
      signs.push(Number(left % 32n))
      left /= 32n
    }
    return [...signs, checkOf(signs)]
      .map((sign) => alphabet[sign])
      .join('')
      .replace(/(.{4})(?=.)/g, '$1-')
  }

  /** Reads a code as people type it: small letters, spaces, O for 0, I and L for 1. */
  function read(text: string): ReadCode {
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
    if (plain.length !== length + 2)
      return fail(`a code has ${length + 2} letters and digits, this one ${plain.length}`)
    const signs = [...plain].map((sign) => alphabet.indexOf(sign))
    const check = signs.pop()
    if (check !== checkOf(signs)) return fail('the last letter does not fit the others: one of them is mistyped')
    const [version, ...rest] = signs
    const generator = all.find((it) => it.version === version)
    if (!generator) {
      const known = all.map((it) => it.version).join(' and ')
      return fail(
        `this code is of version ${version} of the tasks; version${all.length > 1 ? 's' : ''} ${known} ${all.length > 1 ? 'are' : 'is'} read here`,
      )
    }
    let number = rest.reduceRight((sum, sign) => sum * 32n + BigInt(sign), 0n)
    number = (number * gather) % room
    // A dial that the generator does not know stands as usual.
    const dials: Record<string, unknown> = Object.fromEntries(
      Object.entries(table).map(([dial, [usual]]) => [dial, usual]),
    )
    for (const [dial, known] of Object.entries(generator.knows).reverse()) {
      const count = BigInt(known)
      dials[dial] = table[dial][Number(number % count)]
      number /= count
    }
    if (number >= BigInt(generator.seeds)) return fail(noSuchTask)
    const seed = Number(number)
    return {
      ok: true,
      code: write(dials, seed, generator),
      coded: { version, dials: dials as unknown as Dials, seed },
    }
  }
  return { write, read, generatorFor }
}

const codes = codesOf(generators, dialTable)

/** The code of a task of these dials, of the first generator that knows them all. */
export const writeCode = (dials: Dials, seed: number): string =>
  codes.write(dials as Readonly<Record<string, unknown>>, seed)

/** The version of the first generator that knows all values of some dials. */
export const versionFor = (dials: Dials): number =>
  codes.generatorFor(dials as Readonly<Record<string, unknown>>).version

/** Reads a code as people type it. */
export const readCode = (text: string): ReadCode => codes.read(text)

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
