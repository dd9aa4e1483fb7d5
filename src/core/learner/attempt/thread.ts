import { closenessOf, readAnswer } from '../answer'
import type { Own, Position, Slot } from './move'
import { quantities } from './state'
import { isGood, targetsOf } from './ways'

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
    const its = isSame(other, slot) ? null : leadBack(other)
    return its !== null && [...its.wrong, ...its.between].some((it) => isSame(it, slot))
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
    let best: Back | null = null
    for (const { value, uses, isClean } of targetsOf(paper, slot.quantity, slot.element)) {
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
const isSame = (a: Slot, b: Slot) => a.quantity === b.quantity && a.element === b.element
const unique = (slots: readonly Slot[]) => slots.filter((it, i) => slots.findIndex((one) => isSame(one, it)) === i)
