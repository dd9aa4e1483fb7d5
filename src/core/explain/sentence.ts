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
  'known-here': 'known at {name}, so Ohm’s law gives the rest',
  'outward-series': 'outward to {name}: I carries over',
  'outward-parallel': 'outward to {name}: V carries over',
} as const

/** The sentence in words. */
export function wordSentence({ code, slots }: Sentence): string {
  return fillSlots(wordings[code], slots)
}

/** A wording with its slots filled. */
export function fillSlots(wording: string, slots: Sentence['slots']): string {
  return wording.replace(/\{(\w+)\}/g, (_, slot: string) => {
    const value = slots[slot]
    if (value === undefined) throw new Error(`“${wording}” needs ${slot}`)
    return typeof value === 'string' ? value : listed(value)
  })
}

function listed(names: readonly string[]): string {
  return names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names[names.length - 1]}`
}

export function sentence(code: Sentence['code'], slots: Sentence['slots'] = {}): Sentence {
  return { code, slots }
}
