import type { School } from '@/core/network'
import { orderNames, orders, type Order } from '@/core/structure'
import { parallelNames } from './StepWay'

type Texts = { readonly [K in keyof School]?: Readonly<Record<School[K], string>> }

/** Every choice of how a worksheet is done, as the band above the valley words it. */
export const schoolTexts = {
  order: Object.fromEntries(orderNames.map((order) => [order, orders[order].name])) as Record<Order, string>,
  begin: {
    deepest: 'deepest inside',
    farthest: 'farthest from the source',
    series: 'series before parallel',
    left: 'left to right',
  },
  how: { sheets: 'a fresh sheet each', loops: 'loops on the stretched drawing', sketch: 'loops on your own drawing' },
  names: { members: 'R2‖3 by members', letters: 'Ra, Rb, …', numbers: 'Req1, Req2, …' },
  parallel: parallelNames,
  expand: { ohm: 'Ohm’s law', divider: 'dividers', ratio: 'ratios' },
  divider: { other: 'the other over the sum', equivalent: 'Req over its own' },
  rest: { no: 'as the others', yes: 'what the others leave' },
  power: { known: 'by what is known', 'V·I': 'V · I', 'I²·R': 'I² · R', 'V²/R': 'V² / R', all: 'all three' },
  depth: { values: 'with its values', result: 'result only', written: 'written out' },
  carry: { exact: 'exactly', paper: 'rounded, as on paper' },
  branches: { no: 'by their parts', yes: 'one for each branch' },
  keys: { no: 'not shown', yes: 'shown' },
  letter: { V: 'V', E: 'E' },
  flow: { conventional: 'conventional', electron: 'of electrons' },
  outward: { no: 'reduce all first', yes: 'climb outward from it' },
  beyond: { no: 'stop there', yes: 'go on by delta and wye' },
} as const satisfies Texts

export const schoolLabels: Readonly<Record<keyof typeof schoolTexts, string>> = {
  order: 'combine',
  begin: 'begin',
  how: 'show steps on',
  names: 'equivalents',
  parallel: 'parallel by',
  expand: 'expand by',
  divider: 'two branches',
  rest: 'the last one',
  power: 'power by',
  depth: 'a line is',
  carry: 'carry values',
  branches: 'currents are named',
  keys: 'calculator keys',
  letter: 'source voltage',
  flow: 'current',
  outward: 'known inside',
  beyond: 'at a bridge',
}
