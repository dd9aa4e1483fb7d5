import {
  checkName,
  type Check,
  goalsOf,
  ownOf,
  toMend,
  type Goal,
  type ToMend,
  ownThread,
  type Slot,
} from '@/core/learner'
import { isMeter, knownOf } from '@/core/network'
import { letterOf, quantityText, unitOf } from '@/core/number'
import { labelAt } from '@/core/structure'
import { type Worksheet, askedTexts } from '@/core/worksheet'
import { useSettings } from '@/ui/settings'
import { AnswerField } from './AnswerField'
import { saidOf, saidOfNamed, signs, slotKey, slotName, typedFigures } from './trySheet'
import type { OpenAttempt } from './useAttempt'

const symbolOf = { ...letterOf, potential: 'φ' } as const
/** How what is asked for by name is called on the screen: a node by its label, an equivalent by its resistors. */
function calledBy({ worksheet, position }: OpenAttempt, { quantity, element, of }: Goal): string {
  if (of === null) return element === null ? 'the whole' : position.names[element]
  if (quantity === 'potential') return labelAt(worksheet.wiring, of)
  if (of === worksheet.network.parts[worksheet.wiring.supply].name) return of
  return element === null ? of.replaceAll(' ', ', ') : position.names[element]
}

/** What is given and what is to be found, always in sight; what is asked for is answered here too. */
export function TryGoals({ attempt }: { readonly attempt: OpenAttempt }) {
  const { worksheet, position, make } = attempt
  const goals = goalsOf(position)
  const asked = goals.filter(({ of }) => of !== null)
  return (
    <div className="mb-2 rounded-md border border-line bg-sheet px-3 py-1.5" data-goal>
      <p>
        <Given worksheet={worksheet} />
        <strong>Find</strong> {wordsOf(attempt, goals)}
      </p>
      {asked.length > 0 && (
        <ul className="mt-1 flex flex-wrap gap-x-5 gap-y-1" aria-label="What is asked for">
          {asked.map((goal) => {
            const { quantity, element, of } = goal
            const name = calledBy(attempt, goal)
            const isByName = element === null || quantity === 'potential'
            const isNamed = (move: Parameters<Parameters<typeof saidOfNamed>[1]>[0]) =>
              move.do === 'answer' && move.quantity === quantity && move.of === of
            return (
              <li key={`${quantity} ${of}`}>
                <AnswerField
                  label={`asked for: ${askedTexts[quantity].slice(4)} ${name}`}
                  symbol={`${symbolOf[quantity]}(${name})`}
                  quantity={quantity === 'potential' ? 'voltage' : quantity}
                  slot={slotKey(quantity, of ?? '')}
                  own={ownOf(position, goal)}
                  judgement={
                    (isByName ? undefined : saidOf(position, element, quantity)) ?? saidOfNamed(position, isNamed)
                  }
                  onAnswer={(answer) =>
                    make(
                      isByName
                        ? { do: 'answer', quantity, of: of ?? '', answer }
                        : { do: 'value', element, quantity, answer },
                    )
                  }
                />
              </li>
            )
          })}
        </ul>
      )}
    </div>
  )
}

/** What is known from the start, beside the resistors. */
function Given({ worksheet: { network, wiring } }: { readonly worksheet: Worksheet }) {
  const { figures } = useSettings().settings
  const known = knownOf(network)
  if (!known) return null
  const { part, quantity, value } = known
  const text = quantityText({ value: value.value }, unitOf[quantity], typedFigures(figures))
  const isSource = part === network.parts[wiring.supply].name
  return (
    <>
      <strong>Given</strong> the {quantity} {quantity === 'current' && !isSource ? 'in' : 'of'} {part}, {text}.{' '}
    </>
  )
}

function wordsOf(attempt: OpenAttempt, goals: readonly Goal[]): string {
  const { worksheet } = attempt
  const asked = goals.filter(({ of }) => of !== null)
  if (asked.length > 0)
    return `${asked.map((goal) => `${askedTexts[goal.quantity]} ${calledBy(attempt, goal)}`).join(', ')}. Nothing else is asked for.`
  const { kind } = worksheet.network.parts[worksheet.wiring.supply]
  const isOpen = worksheet.network.parts.some((it) => it.kind === 'resistor' && it.resistance === undefined)
  // At a bridge the same is to be found as anywhere: that it cannot be is for the person to see.
  if (kind === 'terminals' || isOpen) return 'the total resistance.'
  const known = knownOf(worksheet.network)
  const source = worksheet.network.parts[worksheet.wiring.supply].name
  if (!worksheet.choices.asked.length || !worksheet.network.parts.some(isMeter))
    return known && known.part !== source
      ? `the source’s voltage and current, and those of every resistor.`
      : `the values of ${source}, and the voltage and current of every resistor.`
  return 'what the meters show.'
}

/** What does not stand, with what follows from it: nothing is done while there is any. */
export function TryMend({ attempt }: { readonly attempt: OpenAttempt }) {
  const { position } = attempt
  const all = toMend(position)
  if (all.length === 0) return null
  const own = all.filter(({ verdict }) => verdict === 'wrong' || verdict === 'asked')
  const follow = all.filter((it) => !own.includes(it))
  return (
    <div className="mt-3 rounded-md border-l-4 border-trouble bg-sheet px-3 py-1.5" data-mend>
      <h2 className="font-semibold">Still to correct</h2>
      {own.length > 0 && <Slots attempt={attempt} list={own} />}
      {follow.length > 0 && (
        <p className="flex flex-wrap items-baseline gap-x-2">
          <span className="text-soft">
            {own.length > 0 ? 'and what follows from them:' : 'what follows from a corrected value:'}
          </span>
          <Slots attempt={attempt} list={follow} />
        </p>
      )}
    </div>
  )
}

/** Values of the person's own by name, each a way to its field. */
function Slots({
  attempt: { position, worksheet },
  list,
}: {
  readonly attempt: OpenAttempt
  readonly list: readonly ToMend[]
}) {
  const nameOf = ({ slot, of, quantity }: ToMend) => {
    if (slot) return slotName(position, slot)
    if (quantity === 'check') return checkName(of as Check)
    return `${symbolOf[quantity]}(${quantity === 'potential' && of !== null ? labelAt(worksheet.wiring, of) : of})`
  }
  const go = ({ slot, of, quantity }: ToMend) => {
    const key = slot ? slotKey(slot.quantity, slot.element) : slotKey(quantity, of ?? '')
    const field = window.document.querySelector<HTMLElement>(`[data-slot="${CSS.escape(key)}"] input`)
    field?.closest('details')?.setAttribute('open', '')
    field?.focus()
  }
  return (
    <span className="flex flex-wrap gap-x-3">
      {list.map((it) => (
        <button
          key={nameOf(it)}
          type="button"
          className="min-h-6 font-mono underline decoration-dotted underline-offset-4"
          onClick={() => go(it)}
        >
          {nameOf(it)} {signs[it.verdict]}
        </button>
      ))}
    </span>
  )
}

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
    <div data-own-thread className="mt-1.5 flex flex-wrap items-baseline gap-x-2 border-t border-line pt-1.5">
      <style>{`:is(${lit.join(',')}){background:var(--chosen-wash);border-radius:6px;outline:2px solid var(--chosen)}`}</style>
      {!isWrong && wrong.length > 0 && (
        <>
          <span>
            <strong className="font-mono">{name}</strong> follows from your
          </span>
          <Slots attempt={attempt} list={toMend(wrong)} />
          <span>{wrong.length === 1 ? 'which is wrong' : 'which are wrong'}</span>
        </>
      )}
      {follow.length > 0 && (
        <>
          <span>
            {isWrong ? (
              <>
                <strong className="font-mono">{name}</strong> is wrong;
              </>
            ) : (
              'and'
            )}{' '}
            {follow.length === 1 ? 'this follows from it:' : 'these follow from it:'}
          </span>
          <Slots attempt={attempt} list={toMend(follow)} />
        </>
      )}
    </div>
  )
}
