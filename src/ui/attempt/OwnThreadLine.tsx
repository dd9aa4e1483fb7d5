import { ownThread, type Slot } from '@/core/learner'
import { Slots } from './TryGoals'
import { slotKey, slotName } from './trySheet'
import type { OpenAttempt } from './useAttempt'

/** The thread of the person's own value that they are at: what is wrong, and what of theirs follows from it. */
export function OwnThreadLine({ attempt, slot }: { readonly attempt: OpenAttempt; readonly slot: Slot }) {
  const { position } = attempt
  const { wrong, between, follow } = ownThread(position, slot)
  const isWrong = wrong.some((it) => it.quantity === slot.quantity && it.element === slot.element)
  if (isWrong ? follow.length === 0 : wrong.length === 0 && follow.length === 0) return null
  const toMend = (slots: readonly Slot[]) =>
    slots.flatMap((it) => {
      const own = position.own[it.quantity][it.element]
      return own ? [{ slot: it, of: null, quantity: it.quantity, verdict: own.verdict }] : []
    })
  const name = slotName(position, slot)
  const lit = [slot, ...wrong, ...between, ...follow].map(
    (it) => `[data-try] [data-slot="${slotKey(it.quantity, it.element)}"] label`,
  )
  return (
    <div data-own-thread className="mb-2 flex flex-wrap items-baseline gap-x-2 border-b border-line pb-2">
      <style>{`:is(${lit.join(',')}){background:var(--chosen-wash);border-radius:6px;outline:2px solid var(--chosen)}`}</style>
      {!isWrong && wrong.length > 0 && (
        <>
          <span>
            <strong className="font-mono">{name}</strong> follows from your
          </span>
          <Slots attempt={attempt} list={toMend(wrong)} />
          <span>{wrong.length === 1 ? '– that is the wrong one' : '– those are the wrong ones'}</span>
        </>
      )}
      {follow.length > 0 && (
        <>
          <span>
            {isWrong ? (
              <>
                <strong className="font-mono">{name}</strong> is wrong here;
              </>
            ) : (
              'and'
            )}{' '}
            {follow.length === 1 ? 'this of yours follows from it:' : 'these of yours follow from it:'}
          </span>
          <Slots attempt={attempt} list={toMend(follow)} />
        </>
      )}
    </div>
  )
}
