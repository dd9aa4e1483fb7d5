/** A sentence as data: a wording, and the names that fill its slots. A slot stands in braces; a list is read out as “a, b and c”. */
export interface Sentence {
  readonly wording: string
  readonly slots: Readonly<Record<string, string | readonly string[]>>
}

/** The sentences of steps, rows and verdicts; those of the ways to a value stand with the methods. */
const wordings = {
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
  'not-yet': 'not yet: first combine {first}; then they (or what takes them in) lie in {then}',
  'not-yet-many': 'not yet: {count} steps come first; then they (or what takes them in) lie in {then}',
  'never-here': 'no step that is left brings them together',
  'exchange-delta': 'beyond series-parallel: the delta {members} becomes a wye',
  'exchange-wye': 'beyond series-parallel: the wye {members} becomes a delta',
  'exchange-star': 'beyond series-parallel: the star {members} becomes a mesh, since no three will do',
  'why-exchange-delta': 'around nodes {nodes}; from outside nothing changes',
  'why-exchange-wye':
    'all that meets at their common node, with nodes {nodes} at the far ends; from outside nothing changes',
  'exchange-back-delta': 'back to the delta: its voltages are differences between the legs',
  'exchange-back-wye': 'back to the wye: what leaves each corner flows through its leg',
  'stops-here': 'No group is left: reduction stops here',
  'one-resistor': 'One resistor: nothing to combine',
  enough: 'Enough',
  'enough-here': 'this sheet gives what was asked for',
  'only-asked': 'only what leads to what was asked for',
  'known-here': 'known at {name}, so Ohm’s law gives the rest',
  'outward-series': 'outward to {name}: I carries over',
  'outward-parallel': 'outward to {name}: V carries over',
} as const

/** The sentence in words. */
export function wordSentence({ wording, slots }: Sentence): string {
  return wording.replace(/\{(\w+)\}/g, (_, slot: string) => {
    const value = slots[slot]
    if (value === undefined) throw new Error(`“${wording}” needs ${slot}`)
    return typeof value === 'string' ? value : listed(value)
  })
}

/** Names as they are read out: `a, b and c`. */
export function listed(names: readonly string[]): string {
  return names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names[names.length - 1]}`
}

/** A sentence of the table, its slots filled. */
export function sentence(code: keyof typeof wordings, slots: Sentence['slots'] = {}): Sentence {
  return { wording: wordings[code], slots }
}
