/** A sentence as data: a code of {@link wordings} and the names that fill its slots. */
export interface Sentence {
  readonly code: keyof typeof wordings
  readonly slots: Readonly<Record<string, string | readonly string[]>>
}

/** Every sentence the explanations use. A slot stands in braces; a list is read out as “a, b and c”. */
export const wordings = {
  'in-series': '{members} in series',
  'in-parallel': '{members} in parallel',
  'why-series-one': 'nothing else leaves node {nodes}, between them',
  'why-series': 'one path: nothing else leaves nodes {nodes}',
  'why-parallel': 'both ends on nodes {nodes}',
  'current-carries': 'I carries over from {from}',
  'voltage-carries': 'V carries over from {from}',
  'undefined-split': 'zero ohms side by side: how they share the current is undefined',
  'series-through': '{through} lies between them on the same path: take it along',
  'series-through-many': '{through} lie between them on the same path: take them along',
  'part-leaves': '{pair} share node {node}, but {others} leaves from it',
  'parts-leave': '{pair} share node {node}, but {others} leave from it',
  'stands-between': 'they share one end only; {between} stands between the others',
  'stand-between': 'they share one end only; {between} stand between the others',
  'supply-between': '{pair} share node {node}, but the supply is connected there',
  apart: '{pair} share no node',
  'not-yet': 'not yet: first combine {first} in {kind}; then they (or what takes them in) lie in {then}',
  'never-here': 'no step that is left brings them together',
  'way-supply': 'given by the supply',
  'way-given': 'known from the start',
  'way-root': 'from the power and the resistance',
  'way-outward-current': 'one current in series: the same as in {from}',
  'way-outward-voltage': 'one voltage in parallel: the same as across {from}',
  'exchange-delta': 'beyond series-parallel: the delta {members} becomes a wye',
  'exchange-wye': 'beyond series-parallel: the wye {members} becomes a delta',
  'exchange-star': 'beyond series-parallel: the star {members} becomes a mesh, since no three will do',
  'why-exchange-delta': 'around nodes {nodes}; from outside nothing changes',
  'why-exchange-wye':
    'all that meets at their common node, with nodes {nodes} at the far ends; from outside nothing changes',
  'exchange-back-delta': 'back to the delta: its voltages are differences between the legs',
  'exchange-back-wye': 'back to the wye: what leaves each corner flows through its leg',
  'only-asked': 'only what leads to what was asked for',
  'way-carried-current': 'one current in series: the same as in {from}',
  'way-carried-voltage': 'one voltage in parallel: the same as across {from}',
  'way-ohm': 'Ohm’s law',
  'way-voltage-divider': 'voltage divider',
  'way-current-divider': 'current divider',
  'way-current-divider-two': 'current divider for two branches',
  'way-ratio-voltage': 'voltages in proportion to the resistances, compared with {to}',
  'way-ratio-current': 'currents inversely as the resistances, compared with {to}',
  'way-rest-voltage': 'the rest of the voltage (Kirchhoff’s voltage law)',
  'way-rest-current': 'the rest of the current (Kirchhoff’s current law)',
  'way-power-V-I': 'power from voltage and current',
  'way-power-I-R': 'power from current and resistance',
  'way-power-V-R': 'power from voltage and resistance',
  right: 'right',
  'right-rounded': 'right within rounding',
  'right-follows': 'right on your own earlier value, which is still to be mended',
  'right-carried-series': 'one current in series: it carries over to every member',
  'right-carried-parallel': 'one voltage in parallel: it carries over to every member',
  'right-stop':
    'right: no two of {members} are in series or in parallel, since a third part leaves from every node they share',
  'wrong-unknown': 'not right, and none of the usual slips gives this number: check what was put in',
  'slip-kind-series': 'these are in series: one path, one current',
  'slip-kind-parallel': 'these are in parallel: both ends on the same two nodes',
  'slip-stopped-early': 'there is still a group on this sheet',
  'slip-one-left': 'one resistance is left: that is the equivalent of the whole',
  'slip-bridge-extra': '{members} could still be combined around the rest, or not part of what stops it',
  'slip-bridge-missing': 'these belong to it, but not these alone: something else is tied to the same nodes',
  'slip-bridge-why': 'that is not the reason here: look at what leaves from each node',
  'slip-carried-series': 'in series one current flows through all: the current carries over, the voltage divides',
  'slip-carried-parallel': 'in parallel all have one voltage: the voltage carries over, the current divides',
  'slip-sign': 'the size is right; but along the current every drop is positive',
  'slip-thousandfold': 'look at the prefixes of what was put in, and of the answer',
  'slip-exchanged': 'this is the number of the other one',
  'slip-not-turned-over': '1 divided by this is the equivalent',
  'slip-added': 'in parallel the equivalent is less than the smallest of them',
  'slip-product-over-sum': 'it works for two only; take two at a time, or sum the reciprocals',
  'slip-as-parallel': 'in series resistances add',
  'slip-mixed-units': 'bring them to one unit first',
  'slip-dropped': 'every member of the group counts',
  'slip-old-value': 'use its value now, not that of what it was made of',
  'slip-wrong-on-top': 'in series a part’s own resistance stands on top; between two branches the other one’s does',
  'slip-total-current': 'in parallel it divides between the branches',
  'slip-power-formula': 'P = V · I = I² · R = V² / R',
  'slip-inverted': 'V = I · R, so I = V / R',
  'slip-wrong-group': 'look which resistance belongs to this step',
  'slip-wrong-sheet': 'it belongs to another part or equivalent',
  'slip-rounded-early': 'close; carry one figure more on the way',
  'hint-mend': 'first look at {name} again: its value is not right',
  'hint-look-between': 'look at what lies between nodes {nodes}',
  'hint-step-series': '{members} are in series: one path, so their resistances add',
  'hint-step-parallel': '{members} are in parallel: both ends on the same two nodes, so their reciprocals add',
  'hint-combine': 'combine {members}: {value}',
  'hint-look-nodes': 'look at nodes {nodes}: how many parts meet at each?',
  'hint-no-group': 'no two are in series or in parallel any more',
  'hint-say-stop': 'say that reduction stops, at {members}',
  'hint-floor': 'one resistance is left: look at the supply',
  'hint-supply': 'Ohm’s law for the whole: I = V / Req, or V = I · Req',
  'hint-look-step': 'look at what {name} was made of',
  'hint-undo-series': '{name} came from a series group: its current carries over, then V = I · R for each member',
  'hint-undo-parallel': '{name} came from a parallel group: its voltage carries over, then I = V / R for each member',
  'hint-value': '{name} is {value}',
  'known-here': 'known at {name}, so Ohm’s law gives the rest',
  'outward-series': 'outward to {name}: I carries over',
  'outward-parallel': 'outward to {name}: V carries over',
} as const

/** The sentence in words. */
export function wordSentence({ code, slots }: Sentence): string {
  return wordings[code].replace(/\{(\w+)\}/g, (_, slot: string) => {
    const value = slots[slot]
    if (value === undefined) throw new Error(`the sentence ${code} needs ${slot}`)
    return typeof value === 'string' ? value : listed(value)
  })
}

function listed(names: readonly string[]): string {
  return names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names[names.length - 1]}`
}

export function sentence(code: Sentence['code'], slots: Sentence['slots'] = {}): Sentence {
  return { code, slots }
}
