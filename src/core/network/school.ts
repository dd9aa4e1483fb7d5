import {
  about,
  isDeclared,
  list,
  object,
  oneOf,
  optional,
  record,
  said,
  text,
  type Declaration,
  type Declared,
} from '../format'
import { orderNames } from '../structure'

/** How the report of a network is made: what can be chosen, the usual first. */
export const reportChoices = {
  /** The report of what was done, the same with its results left out as a task, or that task's key. */
  kind: ['report', 'tasks', 'key'],
  /** A sheet for each step, two columns with loops on one drawing, or answers alone. */
  density: ['full', 'compact', 'answers'],
  paper: ['a4', 'letter'],
} as const

/** What a report can be made of, in its order; each can be left out. */
export const reportContents = [
  'given',
  'asked',
  'steps',
  'supply',
  'back',
  'checks',
  'answers',
  'notes',
  'readings',
  'attempt',
] as const

/** What is filled in beside the title. */
export const reportFields = ['name', 'class', 'date', 'task'] as const

export type ReportContent = (typeof reportContents)[number]
export type ReportField = (typeof reportFields)[number]

const of = (at: string) => `the report’s ${at.slice(at.lastIndexOf('.') + 1)}`
const chosen = <const T extends string>(values: readonly T[]) =>
  optional(oneOf(values, (at) => `${of(at)} must be one of ${values.join(', ')}`))
const filledIn = optional(text({ most: 200 }, (at) => `${of(at)} must be a text of at most 200 characters`))

/** How the report of one network is made; all of it may be absent. Free of meaning for the values. */
export const reportDeclaration = object(
  {
    kind: chosen(reportChoices.kind),
    density: chosen(reportChoices.density),
    paper: chosen(reportChoices.paper),
    name: filledIn,
    class: filledIn,
    date: filledIn,
    task: filledIn,
    leaveOut: optional(
      said((at) => `${of(at)} must be a list of ${reportContents.join(', ')}`, list(oneOf(reportContents))),
    ),
  },
  'the report must be an object of choices',
)
export type ReportChoices = Declared<typeof reportDeclaration>

/**
 * How a worksheet is done: every choice that practitioners make differently, with its values, the usual one first.
 * One table for the types, the reader, the settings kept for a person and the interface.
 */
export const schoolChoices = {
  /** How much is combined in one step: one group a sheet, every group there is, two at a time. */
  order: orderNames,
  /** Where to begin: deepest inside, farthest from the source, series before parallel, left to right. */
  begin: ['deepest', 'farthest', 'series', 'left'],
  /** A fresh sheet for each step, or coloured loops on one drawing: the stretched one or the person's own. */
  how: ['sheets', 'loops', 'sketch'],
  /** Names of equivalents: by their members, `Ra Rb`, or `Req1 Req2`. */
  names: ['members', 'letters', 'numbers'],
  /** Parallel arithmetic, where it applies; else reciprocals. */
  parallel: ['reciprocals', 'product-over-sum', 'value-over-count', 'common-denominator'],
  /** How voltages in series and currents in parallel are found. */
  expand: ['ohm', 'divider', 'ratio'],
  /** The current divider of two branches: the other resistance over the sum, or the equivalent over its own. */
  divider: ['other', 'equivalent'],
  /** Whether the last member of a group gets what the others leave. */
  rest: ['no', 'yes'],
  /** The power formula: by what is known first, always the same, or all three side by side. */
  power: ['known', 'V·I', 'I²·R', 'V²/R', 'all'],
  /** Significant figures with an engineer's prefix, or as powers of ten, or exact: fractions, decimals that repeat. */
  figures: [4, 3, 6, 'fraction', 'ten:3', 'ten:4', 'ten:6', 'repeating'],
  /** How much of a line is written: its values, its result alone, or the law, its letters and its units too. */
  depth: ['values', 'result', 'written'],
  /** Whether values are carried on exactly, or rounded to the chosen figures as on paper. */
  carry: ['exact', 'paper'],
  /** Whether each branch has one current, with a name that it keeps from sheet to sheet. */
  branches: ['no', 'yes'],
  /** Whether the calculator's keystrokes stand below the arithmetic. */
  keys: ['no', 'yes'],
  /** What the source's voltage is called. */
  letter: ['V', 'E'],
  /** Which way the arrows of currents point. */
  flow: ['conventional', 'electron'],
  /** From a quantity known of a resistor: reduce all first, or climb outward from that resistor. */
  outward: ['no', 'yes'],
  /** Whether the work goes on at a bridge, by exchanging a delta for a wye or a wye for a delta. */
  beyond: ['no', 'yes'],
} as const

export type School = { readonly [K in keyof typeof schoolChoices]: (typeof schoolChoices)[K][number] }

/** The usual choice everywhere. */
export const usualSchool = Object.fromEntries(
  Object.entries(schoolChoices).map(([choice, [usual]]) => [choice, usual]),
) as School

/** Choices that only change how a worksheet looks. */
const looks: readonly string[] = ['how', 'keys', 'flow'] satisfies (keyof School)[]

/** Those of the choices that change what is worked out: the figures where values are rounded to them, or prefixes are worked. */
export function workedChoices(choices: School): Partial<School> {
  const hasFigures = choices.carry === 'paper' || choices.depth === 'written'
  const names = Object.keys(schoolChoices) as (keyof School)[]
  return Object.fromEntries(
    names
      .filter((name) => !looks.includes(name) && (name !== 'figures' || hasFigures))
      .map((name) => [name, choices[name]]),
  )
}

/** The declarations of the choices that every worksheet has, with words that say whose they are: “the worksheet’s ”. */
export function schoolFields(whose: string) {
  return Object.fromEntries(
    Object.entries(schoolChoices).map(([choice, values]) => [
      choice,
      optional(oneOf<string | number>(values, `${whose}${choice} must be one of ${values.join(', ')}`)),
    ]),
  ) as unknown as { readonly [K in keyof School]: Declaration<School[K]> & { readonly mayBeAbsent: true } }
}

const askedQuantities = ['resistance', 'voltage', 'current', 'power', 'potential'] as const
const mostListed = 1000
const short = text({ most: 2000 })

/** One quantity that was asked for: of a part, an equivalent (by the names of its resistors), a node (by a point). */
const askedDeclaration = object({ quantity: oneOf(askedQuantities), of: short })
export type AskedQuantity = Declared<typeof askedDeclaration>

/** What a current may be called, as text of a rule. */
export const currentNameRule = "use 1 to 6 letters, digits or _ . - '"
const currentName = text({ pattern: /^[\p{L}\p{Nd}_.\-']{1,6}$/u })

/** Whether a text may stand after the I of a branch current. */
export function isCurrentName(value: unknown): value is string {
  return isDeclared(currentName, value)
}

/** How the worksheet of one network is done, where it differs from what its user likes; all of it may be absent. */
export const choicesDeclaration = object(
  {
    ...schoolFields('the worksheet’s '),
    ways: optional(
      about(
        // A resistance takes a value of `parallel`, a voltage or current one of `expand`, `rest` or `divider-equivalent`.
        'The way to one value, by its letter and the resistors it belongs to: R R2 R3, V R2.',
        said('the worksheet’s ways must be an object of texts', record(short)),
      ),
    ),
    currentNames: optional(
      about(
        // Else by the names of all resistors in it, joined by spaces; of the whole by the source.
        'What a branch current is called, without its I, by a resistor of the branch.',
        said(`the worksheet’s currentNames must be an object of names; ${currentNameRule}`, record(currentName)),
      ),
    ),
    asked: optional(
      about(
        'Only these quantities are wanted; of: a part, the resistors of an equivalent, or a point.',
        said(
          `the worksheet’s asked must be a list of quantity (${askedQuantities.join(', ')}) and of (a name)`,
          list(askedDeclaration, { most: mostListed }),
        ),
      ),
    ),
    exchanges: optional(
      about(
        'The exchange at each bridge in turn: delta R1 R2 R5, or wye R1 R2 R5.',
        said('the worksheet’s exchanges must be a list of texts', list(short, { most: mostListed })),
      ),
    ),
  },
  'the worksheet must be an object of choices',
)
export type WorksheetChoices = Declared<typeof choicesDeclaration>

/** How a worksheet is done, every choice made; what a document calls yes or no is true or false. */
export type Choices = Required<{
  readonly [K in keyof WorksheetChoices]: WorksheetChoices[K] extends 'no' | 'yes' | undefined
    ? boolean
    : WorksheetChoices[K]
}>

/** The choices that are made, by their names. */
function made(some: WorksheetChoices | Partial<Choices>): Partial<Choices> {
  const all: Record<string, unknown> = {}
  for (const [name, it] of Object.entries(some))
    if (it !== undefined) all[name] = it === 'yes' ? true : it === 'no' ? false : it
  return all
}

const usualChoices = made({ ...usualSchool, ways: {}, currentNames: {}, asked: [], exchanges: [] }) as Choices

/** Choices with the usual ones where none was made. */
export function fullChoices(some: WorksheetChoices | Partial<Choices> = {}): Choices {
  return { ...usualChoices, ...made(some) }
}
