import { taskKinds, type Dial, type Dials } from '@/core/learner'

type Texts = { readonly [D in Dial]: { readonly [V in Dials[D] as `${V}`]: string } }

/** Every value of every dial, as it stands in the sentence above a task. */
export const dialTexts: Texts = {
  kind: Object.fromEntries(Object.entries(taskKinds).map(([kind, { name }]) => [kind, name])) as Texts['kind'],
  resistors: {
    3: '3 resistors',
    4: '4 resistors',
    5: '5 resistors',
    6: '6 resistors',
    7: '7 resistors',
    8: '8 resistors',
    9: '9 resistors',
    10: '10 resistors',
    11: '11 resistors',
    12: '12 resistors',
    13: '13 resistors',
    14: '14 resistors',
  },
  depth: {
    any: 'nested as it comes',
    1: 'not nested',
    2: 'nested 2 deep',
    3: 'nested 3 deep',
    4: 'nested 4 deep',
    5: 'nested 5 deep',
    6: 'nested 6 deep',
  },
  widest: {
    any: 'groups of any size',
    2: 'groups of two',
    3: 'groups of 3 at most',
    4: 'groups of 4 at most',
    5: 'groups of 5 at most',
    6: 'groups of 6 at most',
  },
  parallel: {
    any: 'any share in parallel',
    little: 'little in parallel',
    half: 'half in parallel',
    much: 'much in parallel',
  },
  units: { Ω: 'in ohms', kΩ: 'in kilohms', mixed: 'ohms and kilohms mixed' },
  numbers: { tidy: 'tidy numbers', real: 'numbers as they come' },
  picture: { bent: 'bent picture', straight: 'straight picture', disguised: 'disguised picture' },
  given: {
    voltage: 'the source’s voltage given',
    current: 'the total current given',
    inside: 'one value inside given',
    terminals: 'terminals only',
  },
  asked: { one: 'find one quantity', all: 'find everything', source: 'find what the source has' },
  special: {
    none: 'nothing special',
    placeholder: 'a 0 Ω placeholder',
    shorted: 'a shorted part',
    'dead-end': 'a dead end',
    bridge: 'a bridge',
  },
  blank: { last: 'the last line blank', half: 'half of the lines blank', all: 'all lines blank' },
}

/** What each dial is called. */
export const dialNamesText: Readonly<Record<Dial, string>> = {
  kind: 'kind of task',
  resistors: 'resistors',
  depth: 'nesting',
  widest: 'size of groups',
  parallel: 'share in parallel',
  units: 'units',
  numbers: 'numbers',
  picture: 'picture',
  given: 'what is given',
  asked: 'what is asked',
  special: 'what is special',
  blank: 'what is blank',
}

/** Dials that change nothing in a kind of task. */
const idle: Readonly<Record<Dials['kind'], readonly Dial[]>> = {
  solve: ['blank'],
  spot: ['blank', 'asked', 'given'],
  estimate: ['blank', 'asked'],
  redraw: ['blank', 'asked', 'given'],
  mistake: ['blank'],
  gaps: [],
  untangle: ['blank', 'asked', 'given'],
  mend: ['blank', 'asked'],
}

/** The dials that change something, in the order of the sentence. */
export function dialsOf({ kind, given, special }: Dials): Dial[] {
  const order: readonly Dial[] = [
    'kind',
    'resistors',
    'numbers',
    'units',
    'picture',
    'given',
    'asked',
    'blank',
    'special',
    'depth',
    'widest',
    'parallel',
  ]
  // Between terminals there is one thing to find, and at a bridge where it stops.
  const isFixed = given === 'terminals' || special === 'bridge'
  return order.filter((dial) => !idle[kind].includes(dial) && !(isFixed && dial === 'asked'))
}

/** A value of a dial in words. */
export function dialText<D extends Dial>(dial: D, value: Dials[D]): string {
  return (dialTexts[dial] as Readonly<Record<string, string>>)[String(value)]
}
