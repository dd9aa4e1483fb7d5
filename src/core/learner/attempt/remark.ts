import type { Sentence } from '../../worksheet'

/** What is said of a learner's work, beside the sentences of the worksheet. */
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
  'slip-kind-series': 'these are in series: one path, one current',
  'slip-kind-parallel': 'these are in parallel: both ends on the same two nodes',
  'slip-stopped-early': 'there is still a group on this sheet',
  'slip-one-left': 'one resistance is left: that is the equivalent of the whole',
  'slip-bridge-extra': '{members} could still be combined around the rest, or not part of what stops it',
  'slip-bridge-missing': 'these belong to it, but not these alone: something else is tied to the same nodes',
  'slip-bridge-why': 'that is not the reason here: look at what leaves from each node',
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
  'hint-floor': 'one resistance is left: look at the supply',
  'hint-supply': 'Ohm’s law for the whole: I = V / Req, or V = I · Req',
  'hint-look-step': 'look at what {name} was made of',
  'hint-undo-series': '{name} came from a series group: its current carries over, then V = I · R for each member',
  'hint-undo-parallel': '{name} came from a parallel group: its voltage carries over, then I = V / R for each member',
  'hint-value': '{name} is {value}',
} as const

export type RemarkCode = keyof typeof remarks

/** A remark, the slots of its wording filled. */
export function remark(code: RemarkCode, slots: Sentence['slots'] = {}): Sentence {
  return { wording: remarks[code], slots }
}
