import type { School } from '@/core/network'
import { orderNames, orders, type Order } from '@/core/structure'
import type { ParallelChoice } from '@/core/worksheet'
import { figuresNames } from './settings'

export const parallelNames: Readonly<Record<ParallelChoice, string>> = {
  reciprocals: 'reciprocals',
  'product-over-sum': 'product over sum',
  'value-over-count': 'value over count',
  'common-denominator': 'common denominator',
}

type Texts = { readonly [K in keyof School]: Readonly<Record<School[K], string>> }

/** Every choice of how a worksheet is done, as it is worded. */
export const schoolTexts = {
  order: Object.fromEntries(orderNames.map((order) => [order, orders[order].name])) as Record<Order, string>,
  begin: {
    deepest: 'deepest inside',
    farthest: 'farthest from the source',
    series: 'series before parallel',
    left: 'left to right',
  },
  how: { sheets: 'a fresh sheet each', loops: 'loops on the stretched drawing', sketch: 'loops on your own drawing' },
  names: { members: 'by their members', letters: 'Ra, Rb, …', numbers: 'Req1, Req2, …' },
  parallel: parallelNames,
  expand: { ohm: 'Ohm’s law', divider: 'dividers', ratio: 'ratios' },
  divider: { other: 'the other over the sum', equivalent: 'Req over its own' },
  rest: { no: 'as the others', yes: 'what the others leave' },
  power: { known: 'by what is known', V·I: 'V · I', 'I²·R': 'I² · R', 'V²/R': 'V² / R', all: 'all three' },
  figures: Object.fromEntries(figuresNames.map(({ value, name }) => [value, name])) as Record<
    School['figures'],
    string
  >,
  depth: { values: 'with its values', result: 'its result only', written: 'written out' },
  carry: { exact: 'exactly', paper: 'rounded, as on paper' },
  branches: { no: 'by their parts', yes: 'one name for each branch' },
  keys: { no: 'not shown', yes: 'shown' },
  letter: { V: 'V', E: 'E' },
  flow: { conventional: 'conventional', electron: 'of electrons' },
  outward: { no: 'reduce all first', yes: 'climb outward from it' },
  beyond: { no: 'stop there', yes: 'go on by delta and wye' },
} as const satisfies Texts

interface ChoiceWords {
  readonly label: string
  /** Why all its values write the same. */
  readonly same: string
}

/** What each choice is about, and why it can change nothing. */
export const schoolWords: Readonly<Record<keyof School, ChoiceWords>> = {
  order: { label: 'combine', same: 'the steps are the same in every order' },
  begin: { label: 'begin', same: 'there is one place to begin' },
  how: { label: 'show steps on', same: 'nothing is combined here' },
  names: { label: 'equivalents', same: 'there is no equivalent to be named but Req' },
  parallel: { label: 'parallel by', same: 'no parallel group here can be worked another way' },
  expand: { label: 'expand by', same: 'no current or voltage is divided here' },
  divider: { label: 'current divider of two', same: 'no current divider of two branches is used; choose dividers' },
  rest: { label: 'the last one', same: 'no current or voltage is divided here' },
  power: { label: 'power by', same: 'there is no power to be found' },
  figures: { label: 'numbers', same: 'every number here reads the same' },
  depth: { label: 'a line is', same: 'nothing is worked out here' },
  carry: { label: 'carry values', same: 'nothing here needs to be rounded' },
  branches: { label: 'currents are named', same: 'no source drives a current here' },
  keys: { label: 'calculator keys', same: 'nothing is worked out here' },
  letter: { label: 'source voltage', same: 'there is no source voltage in a formula here' },
  flow: { label: 'current', same: 'no source drives a current here' },
  outward: { label: 'known inside', same: 'nothing is known of a resistor, but of the source' },
  beyond: { label: 'at a bridge', same: 'there is no bridge' },
}
