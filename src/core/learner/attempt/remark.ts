import type { Sentence } from '../../worksheet'

/** What is said of a learner's work, beside the sentences of the worksheet and of the slips. */
const remarks = {
  right: 'right',
  'right-rounded': 'right within rounding',
  'right-step': 'right: they can be combined',
  'right-follows': 'right on your own earlier value, which is still to be mended',
  'right-carried-series': 'one current in series: it carries over to every member',
  'right-carried-parallel': 'one voltage in parallel: it carries over to every member',
  'right-stop':
    'right: no two of {members} are in series or in parallel, since a third part leaves from every node they share',
  'wrong-unknown': 'not right, and none of the usual slips gives this number: check what was put in',
  'mend-first': 'this value is to be mended first',
  'could-be': 'could be {list}',
  'could-be-both': 'could be two slips at once: {list}',
  'ask-copied': 'is that {how}? If it is your result, type one figure more',
  'ask-dropped': 'is that {how} alone? A sum in series is exact: type all its figures',
  'ask-lost': 'so little is left of your rounded values that it is mostly rounding: find it another way',
  'ask-apart': 'which node do {pair} share?',
  'ask-meets': '{pair} share node {node}: what else meets there?',
  'ask-ends': '{pair} share node {node}: do their other ends meet too?',
  'ask-both-ends': 'do both ends of {members} lie on the same two nodes?',
  'ask-one-path': 'has the current only one way through {members}?',
  'ask-path': 'what else lies on the path through {members}?',
  'ask-which-stop': 'choose on the sheet the resistors that stop it',
  'sure-negative': 'less than nothing: that cannot be',
  'sure-zero': 'not nothing: something is there',
  'sure-parallel': 'not less than the smallest of them: impossible in parallel',
  'sure-series': 'not more than the largest of them: impossible in series',
  'sure-voltage': 'more than the whole has: no part has more voltage than the source',
  'sure-current': 'more than the whole has: no branch has more current than the source',
  'sure-power': 'more than the whole has: no part has more power than the source',
  'sure-copy': 'that is the value of {of}, not of {own}',
  'sure-close': 'close, but further off than rounding explains',
  'slip-stopped-early': 'there is still a group on this sheet',
  'slip-one-left': 'one resistance is left: that is the equivalent of the whole',
  'slip-bridge-extra':
    'if all the others were one resistor, could it be combined with {members}? Then {members} does not stop it',
  'slip-bridge-missing': 'these belong to it, but not these alone: something else is tied to the same nodes',
  'slip-bridge-why': 'these stop it, but that is not the reason: look at what leaves from each node',
  'slip-carried-series': 'in series one current flows through all: the current carries over, the voltage divides',
  'slip-carried-parallel': 'in parallel all have one voltage: the voltage carries over, the current divides',
  'hint-mend': 'first look at {name} again: its value is not right',
  'hint-look-between': 'look at what lies between nodes {nodes}',
  'hint-step-series': '{members} are in series: one path, so their resistances add',
  'hint-step-parallel': '{members} are in parallel: both ends on the same two nodes, so their reciprocals add',
  'hint-combine': 'combine {members}: {value}',
  'hint-combine-open': 'combine {members}',
  'hint-look-nodes': 'look at nodes {nodes}: how many parts meet at each?',
  'hint-no-group': 'no two are in series or in parallel any more',
  'hint-say-stop': 'say that reduction stops, at {members}',
  'hint-from': 'what can be found from {known}?',
  'hint-one-current': '{name}: one current in series, the same as {from}',
  'hint-one-voltage': '{name}: one voltage in parallel, the same as {from}',
  'hint-add-up': '{name}: {members} add up',
  'ohm-current': '{name}: Ohm’s law, I = V / R, from {used}',
  'ohm-voltage': '{name}: Ohm’s law, V = I · R, from {used}',
  'hint-walk': '{name}: walk from there to 0 V',
  'hint-drops': 'the drops on the way to 0 V add up to {name}',
  'hint-inside': '{name}: look at what is inside',
  'hint-together': '{name} is told by what you found of the resistors inside',
  'hint-value': '{name} is {value}',
} as const

export type RemarkCode = keyof typeof remarks

/** A remark, the slots of its wording filled. */
export function remark(code: RemarkCode, slots: Sentence['slots'] = {}): Sentence {
  return { wording: remarks[code], slots }
}
