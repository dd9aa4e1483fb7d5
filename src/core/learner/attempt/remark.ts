import type { Sentence } from '../../worksheet'
import { closenessOf, readAnswer, type TypedAnswer } from '../answer'
import type { Own, Position, Slot } from './move'
import { quantities } from './state'
import { isGood, isSameSlot, reachable, type Target } from './reach'

/** What is said of a learner's work, beside the sentences of the worksheet and of the slips. */
const remarks = {
  right: 'right',
  'right-rounded': 'right within rounding',
  'right-cut': 'right, but cut off instead of rounded: the next digit is 5 or more',
  'right-step': 'right: they can be combined',
  'right-follows': 'right with your own earlier value, which is still to be corrected',
  'right-carried-series': 'one current in series: it carries over to every member',
  'right-carried-parallel': 'one voltage in parallel: it carries over to every member',
  'right-stop':
    'right: no two of {members} are in series or in parallel, since a third part leaves from every node they share',
  'wrong-unknown': 'not right, and no usual slip gives this number: check what you put in',
  'mend-first': 'correct this value first',
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
  'ask-which-stop': 'choose the resistors that stop it on the sheet',
  'sure-negative': 'less than 0: that is not possible',
  'sure-zero': 'not nothing: something is there',
  'sure-parallel': 'not less than the smallest of them: not possible in parallel',
  'sure-series': 'not more than the largest of them: not possible in series',
  'sure-voltage': 'more than the whole has: no part has more voltage than the source',
  'sure-current': 'more than the whole has: no branch has more current than the source',
  'sure-power': 'more than the whole has: no part has more power than the source',
  'sure-copy': 'that is the value of {of}, not of {own}',
  'sure-close': 'close, but more than rounding explains',
  'slip-stopped-early': 'there is still a group on this sheet',
  'slip-one-left': 'one resistance is left: the total resistance',
  'slip-bridge-extra':
    'if all the others were one resistor, could it be combined with {members}? Then {members} does not stop it',
  'slip-bridge-missing': 'these belong to it, but more parts share the same nodes',
  'slip-bridge-why': 'these stop it, but for another reason: look at what is joined at each node',
  'slip-carried-series': 'in series one current flows through all: the current carries over, the voltage divides',
  'slip-carried-parallel': 'in parallel all have one voltage: the voltage carries over, the current divides',
  'hint-mend': 'look at {name} again first: its value is not right',
  'hint-look-between': 'look at what lies between nodes {nodes}',
  'hint-step-series': '{members} are in series: one path, so their resistances add',
  'hint-step-parallel': '{members} are in parallel: both ends on the same two nodes, so their reciprocals add',
  'hint-combine': 'combine {members}: {value}',
  'hint-combine-open': 'combine {members}',
  'hint-look-nodes': 'look at nodes {nodes}: how many parts meet at each?',
  'hint-no-group': 'no two are in series or in parallel now',
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

type RemarkCode = keyof typeof remarks

/** A remark, the slots of its wording filled. */
export function remark(code: RemarkCode, slots: Sentence['slots'] = {}): Sentence {
  return { wording: remarks[code], slots }
}

/** How a value of the learner's hangs together with others of theirs that do not stand. */
export interface OwnThread {
  /** The values that are wrong themselves: this one, or those that it follows from. */
  readonly wrong: readonly Slot[]
  /** What lies between them and this one. */
  readonly between: readonly Slot[]
  /** The values that follow from this one. */
  readonly follow: readonly Slot[]
}

type Back = Pick<OwnThread, 'wrong' | 'between'>

/**
 * The thread of a value of the learner's that does not stand: back to what is wrong, and on to what followed from it. A
 * value follows from those that were written before it, lead to it by some way, and are not right themselves; of several
 * ways the shortest is taken. What stands is on no thread.
 */
export function ownThread(position: Position, slot: Slot): OwnThread {
  const own = ownAt(position, slot)
  if (!own || isGood(own)) return { wrong: [], between: [], follow: [] }
  const leadBack = followBack(position)
  const all = quantities.flatMap((quantity) =>
    position.own[quantity].flatMap((it, element): Slot[] => (it?.verdict === 'follows' ? [{ quantity, element }] : [])),
  )
  const back = isWrong(own) ? { wrong: [slot], between: [] } : leadBack(slot)
  const follow = all.filter((other) => {
    const its = isSameSlot(other, slot) ? null : leadBack(other)
    return its !== null && [...its.wrong, ...its.between].some((it) => isSameSlot(it, slot))
  })
  return { wrong: back?.wrong ?? [], between: back?.between ?? [], follow }
}

/** Finds what a value followed from, back to the wrong ones; null where no way leads there. */
function followBack(position: Position): (slot: Slot) => Back | null {
  const paper = { worksheet: position.worksheet, steps: position.reduction.steps, own: position.own }
  const written = whenWritten(position)
  const known = new Map<string, Back | null>()
  const leadBack = (slot: Slot): Back | null => {
    const key = keyOf(slot)
    let back = known.get(key)
    if (back === undefined) known.set(key, (back = shortest(slot)))
    return back
  }
  const shortest = (slot: Slot): Back | null => {
    const answer = readAnswer(ownAt(position, slot)?.typed ?? '')
    const when = written.get(keyOf(slot)) ?? -1
    if (!answer) return null
    const { written: whole, filled } = reachable(paper, slot.quantity, slot.element)
    return shortestOf(whole, answer, when) ?? shortestOf(filled(), answer, when)
  }
  const shortestOf = (targets: readonly Target[], answer: TypedAnswer, when: number): Back | null => {
    let best: Back | null = null
    for (const { value, uses, isClean } of targets) {
      if (isClean || closenessOf(answer.result ?? answer, value) === null) continue
      if (uses.some((use) => (written.get(keyOf(use)) ?? -1) >= when)) continue
      const before = uses.flatMap((use): (Back | null)[] => {
        const own = ownAt(position, use)
        if (!own || isGood(own)) return []
        if (isWrong(own)) return [{ wrong: [use], between: [] }]
        const its = leadBack(use)
        return [its && { wrong: its.wrong, between: [use, ...its.between] }]
      })
      const led = before.filter((it) => it !== null)
      if (led.length < before.length) continue
      const back = {
        wrong: unique(led.flatMap(({ wrong }) => wrong)),
        between: unique(led.flatMap(({ between }) => between)),
      }
      if (best === null || back.between.length < best.between.length) best = back
    }
    return best
  }
  return leadBack
}

/** After how many moves each value that was written by the learner was written last, by its key. */
function whenWritten({ judgements, reduction }: Position): ReadonlyMap<string, number> {
  const when = new Map<string, number>()
  judgements.forEach(({ move, element, isTakenBack }, i) => {
    if (isTakenBack) return
    if (move.do === 'value') when.set(keyOf(move), i)
    if (move.do === 'combine' && element !== null) when.set(keyOf({ quantity: 'resistance', element }), i)
    if (move.do === 'carry')
      for (const member of reduction.steps.find(({ result }) => result === move.element)?.members ?? [])
        when.set(keyOf({ quantity: move.quantity, element: member }), i)
  })
  return when
}

const keyOf = ({ quantity, element }: Slot) => `${quantity} ${element}`
const ownAt = ({ own }: Position, { quantity, element }: Slot): Own | null => own[quantity][element] ?? null
const isWrong = ({ verdict }: Own) => verdict === 'wrong' || verdict === 'asked'
const unique = (slots: readonly Slot[]) => slots.filter((it, i) => slots.findIndex((one) => isSameSlot(one, it)) === i)
