/** A usual slip: what it is called, and what helps. `{how}` is how it gives the number. */
interface SlipEntry {
  readonly name: string
  /** A slip that is told by other sentences has none. */
  readonly remark?: string
}

/** The usual slips. To add one, add an entry here, and the numbers it gives to a table of guesses. */
export const slips = {
  // In what was chosen.
  kind: { name: 'series taken for parallel, or parallel for series' },
  'junction-between': { name: 'combined across a junction or the supply' },
  apart: { name: 'combined parts that share no node' },
  // Once a slip, and still in what was practised then: two of a path may be combined without the one between.
  'left-out': { name: 'left out a resistor on the path' },
  'stopped-early': { name: 'stopped although a group is left' },
  'not-the-bridge': { name: 'named other resistors than those that stop the reduction' },
  'other-reason': { name: 'another reason than the one that stops the reduction' },
  'carried-wrong': { name: 'carried over the wrong quantity' },
  // In any number.
  sign: { name: 'sign', remark: 'the size is right, but it is not negative' },
  thousandfold: {
    name: 'a lost kilo or milli',
    remark: 'right digits, {how}: look at the prefixes of what was put in, and of the answer',
  },
  unit: { name: 'the wrong unit', remark: '{how}' },
  tenfold: { name: 'a misplaced decimal point', remark: 'right digits, {how}' },
  transposed: { name: 'digits exchanged', remark: '{how}' },
  copied: { name: 'a digit copied wrongly', remark: '{how}' },
  arithmetic: { name: 'worked out wrongly', remark: '{how} is right; but that is not what it comes to' },
  'rounded-early': { name: 'rounded too early', remark: '{how}; carry one figure more on the way' },
  // In a step.
  'not-turned-over': { name: 'the sum of reciprocals not turned over', remark: '1 divided by this is the equivalent' },
  added: { name: 'added in parallel', remark: 'in parallel the equivalent is less than the smallest of them' },
  'product-over-sum': {
    name: 'product over sum with three or more',
    remark: 'it works for two only; take two at a time, or sum the reciprocals',
  },
  'product-only': { name: 'the product without the sum', remark: 'the product still has to be divided by the sum' },
  averaged: { name: 'an average taken', remark: 'neither in series nor in parallel is the equivalent an average' },
  'over-count': {
    name: 'one value over the count',
    remark: '{how}: that holds only where all of them are equal',
  },
  subtracted: { name: 'the difference instead of the sum', remark: 'this is {how}' },
  'as-parallel': { name: 'combined as parallel what lies in series', remark: 'in series resistances add' },
  'mixed-units': { name: 'kilohms mixed with ohms', remark: 'bring them to one unit first' },
  dropped: { name: 'a term missing', remark: 'this is {how}: every member of the group counts' },
  'counted-twice': { name: 'a term counted twice', remark: '{of} is in it twice' },
  'one-too-many': { name: 'a term too many', remark: '{of} does not belong to this group' },
  'old-value': {
    name: 'an equivalent reused with an old value',
    remark: 'use the value of {of}, not that of what it was made of',
  },
  'wrong-group': { name: 'the wrong group', remark: 'this is the equivalent of {of}' },
  // In a value.
  exchanged: { name: 'voltage and current exchanged', remark: 'this is {how}' },
  inverted: { name: 'Ohm’s law the wrong way up', remark: 'this is {how}: V = I · R, I = V / R' },
  'wrong-on-top': {
    name: 'the wrong resistor on top in the divider',
    remark: 'in series a part’s own resistance stands on top; between two branches the other one’s does',
  },
  'wrong-below': {
    name: 'the wrong sum below in the divider',
    remark: 'this is {how}: below stands the sum of all members',
  },
  'divider-of-two': {
    name: 'the divider for two used on more',
    remark: 'this is {how}: with more than two members all of them count',
  },
  'no-divider': { name: 'the product without the sum', remark: 'this is {how}: it still has to be divided' },
  'equal-share': { name: 'shared equally', remark: 'this is {how}: equal shares belong to equal resistances' },
  'total-current': { name: 'the total current in a branch', remark: 'in parallel it divides between the branches' },
  'source-voltage': {
    name: 'the whole voltage across a part',
    remark: 'this is {how}; in series it divides between the parts',
  },
  'other-value': { name: 'a value of another part', remark: 'this is {how}' },
  'other-resistance': {
    name: 'the wrong resistance',
    remark: 'this is {how}: look which resistance belongs to {own}',
  },
  'other-voltage': {
    name: 'the wrong voltage',
    remark: 'this is {how}: look which voltage is across {own}',
  },
  'other-current': { name: 'the wrong current', remark: 'this is {how}: look which current flows in {own}' },
  'rest-of-other': {
    name: 'subtracted from the wrong whole',
    remark: 'this is {how}: take the rest from what the group has, which is that of {of}',
  },
  'added-rest': { name: 'added where it is to be subtracted', remark: 'this is {how}' },
  'part-of-rest': { name: 'not all of the others subtracted', remark: 'this is {how}' },
  'power-formula': { name: 'the power formula mixed up', remark: 'this is {how}: P = V · I = I² · R = V² / R' },
} as const satisfies Readonly<Record<string, SlipEntry>>

export type Slip = keyof typeof slips

/** What is said of a slip; null where other sentences tell it. */
export function slipRemark(slip: Slip): string | null {
  const { remark }: SlipEntry = slips[slip]
  return remark ?? null
}
