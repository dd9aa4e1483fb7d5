import clsx from 'clsx'
import { useMemo } from 'react'
import { answerKey, isGood } from '@/core/learner'
import type { Side } from '@/core/worksheet'
import { letterOf, quantityText, type Quantity } from '@/core/number'
import { boxAround } from '@/core/picture'
import { Button } from '@/ui/Button'
import { NodeBadge } from '@/ui/Drawing'
import { useSettings } from '@/ui/settings'
import { SheetDrawing } from '@/ui/SheetDrawing'
import { AnswerField, JudgementNote } from './AnswerField'
import { SheetCard, sightOf } from '@/ui/SheetCard'
import { drawOwn, saidOf, saidOfNamed, signs, slotKey, typedFigures } from './trySheet'
import type { OpenAttempt } from './useAttempt'

interface Row {
  readonly attempt: OpenAttempt
  readonly step: number
}

/** A sheet of the learner's steps on its card. */
export function OwnSheet({
  attempt: { worksheet, position },
  step,
  side,
  chosen,
  lit,
  group,
  onChoose,
}: Row & {
  readonly side: Side
  readonly chosen?: readonly number[]
  readonly lit?: readonly number[]
  readonly group?: readonly number[]
  readonly onChoose?: (id: number) => void
}) {
  const { figures, symbols, form, flow } = useSettings().settings
  const picture = useMemo(
    () => drawOwn(worksheet, position, step, side, figures, form),
    [worksheet, position, step, side, figures, form],
  )
  const nodeLabels = useMemo(() => worksheet.wiring.nodes.map(({ label }) => label), [worksheet])
  // Members that lie apart are marked each for itself: what lies between is none of them.
  const isApart = position.reduction.steps.some(({ members, closes }) => members === group && closes !== undefined)
  const boxes = (isApart && group ? group.map((id) => [id]) : [group ?? []]).flatMap((ids) =>
    ids.length > 0 ? (boxAround(picture, ids) ?? []) : [],
  )
  const parts = picture.parts.map(({ label }) => [label.name, ...label.lines].filter(Boolean).join(' ')).join(', ')
  return (
    <div data-own={step} data-side={side} className="max-w-full min-w-0">
      <SheetCard side={side} inSight={sightOf(boxes, picture.width)}>
        <SheetDrawing
          picture={picture}
          nodeLabels={nodeLabels}
          symbols={symbols}
          side={side}
          electrons={flow === 'electron'}
          description={`Your sheet ${step}: ${parts}`}
          group={group}
          loops={boxes}
          chosen={chosen}
          lit={lit}
          onChoose={onChoose}
        />
      </SheetCard>
    </div>
  )
}

/** A step that the learner has made, its value there to be mended. */
export function TryDown({ attempt, step }: Row) {
  const { position, make } = attempt
  const { reduction, names, own, truth } = position
  const { kind, members, result, closes } = reduction.steps[step]
  return (
    <div className="flex flex-wrap items-center justify-end gap-x-3 gap-y-1">
      <div className="min-w-56 flex-[1_1_14rem]">
        <p className="font-semibold">
          {members.map((id) => names[id]).join(', ')} in {kind}
          {closes && (
            <span className="font-normal text-soft">
              ; the place of the second closes up, so potentials between them move
            </span>
          )}
        </p>
        {truth.resistance[result] === null ? (
          <JudgementNote judgement={saidOf(position, result, 'resistance')} />
        ) : (
          <AnswerField
            label={`resistance of ${names[result]}`}
            symbol="R"
            quantity="resistance"
            slot={slotKey('resistance', result)}
            own={own.resistance[result]}
            judgement={saidOf(position, result, 'resistance')}
            onAnswer={(answer) => make({ do: 'value', element: result, quantity: 'resistance', answer })}
          />
        )}
      </div>
      <OwnSheet attempt={attempt} step={step} side="reduce" group={members} />
    </div>
  )
}

function Value({
  attempt,
  element,
  quantity,
}: {
  readonly attempt: OpenAttempt
  readonly element: number
  readonly quantity: Quantity
}) {
  const { position, make } = attempt
  if (position.truth[quantity][element] === null)
    return <span className="pt-1 text-soft">{letterOf[quantity]} is not determined</span>
  return (
    <AnswerField
      label={`${quantity} of ${position.names[element]}`}
      symbol={letterOf[quantity]}
      quantity={quantity}
      slot={slotKey(quantity, element)}
      own={position.own[quantity][element]}
      judgement={saidOf(position, element, quantity)}
      onAnswer={(answer) => make({ do: 'value', element, quantity, answer })}
    />
  )
}

/** The one resistance that is left, and the supply to be found. */
export function TryFloor({ attempt }: { readonly attempt: OpenAttempt }) {
  const { position, worksheet } = attempt
  const [{ id }] = position.sheet.elements
  const { outcome } = worksheet
  const own = position.own.resistance[id]
  const { figures } = useSettings().settings
  return (
    <div
      id="floor"
      className="mx-auto flex w-fit max-w-full flex-wrap items-start justify-center gap-x-6 gap-y-2 rounded-xl border-2 border-bar bg-panel px-6 py-2.5"
    >
      <p className={clsx('font-mono font-semibold', own && !isGood(own) ? 'text-trouble' : 'text-reduce')}>
        {position.names[id]}
        {own &&
          ` = ${own.typed || quantityText({ value: own.value }, 'Ω', typedFigures(figures))} ${isGood(own) ? '' : signs[own.verdict]}`}
      </p>
      {outcome.supply.current &&
        (['voltage', 'current', 'power'] as const).map((quantity) => (
          <Value key={quantity} attempt={attempt} element={id} quantity={quantity} />
        ))}
    </div>
  )
}

/** A step whose value is wrong: what comes next waits for it, or goes on with it. */
export function TryWait({
  attempt: { position },
  element,
  onGoOn,
}: {
  readonly attempt: OpenAttempt
  readonly element: number
  readonly onGoOn: () => void
}) {
  return (
    <p className="flex flex-wrap items-center gap-x-3 gap-y-1 rounded-lg border border-edge bg-panel p-3" data-waits>
      <span>
        The next sheet waits for <span className="font-mono">{position.names[element]}</span>:{' '}
        {position.own.resistance[element]?.verdict === 'asked' ? 'look at the question above.' : 'correct it above.'}
      </span>
      <Button onClick={onGoOn}>Go on with my value</Button>
    </p>
  )
}

/** The resistor of which a value is known, to begin with before anything is combined. */
export function TryKnown({ attempt, element }: { readonly attempt: OpenAttempt; readonly element: number }) {
  return (
    <div className="flex flex-wrap items-start gap-x-4 gap-y-1 rounded-lg border border-edge bg-panel p-3" data-known>
      <span className="pt-1">
        Begin at <span className="font-mono font-medium">{attempt.position.names[element]}</span>:
      </span>
      {(['voltage', 'current', 'power'] as const)
        .filter((quantity) => quantity !== 'power' || attempt.position.own.power[element]?.verdict === 'given')
        .map((quantity) => (
          <Value key={quantity} attempt={attempt} element={element} quantity={quantity} />
        ))}
    </div>
  )
}

/** Undoing a step: what carries over, then a value for each member. */
export function TryUp({ attempt, step }: Row) {
  const { position, make } = attempt
  const { reduction, names, own, judgements } = position
  const { members, result } = reduction.steps[step]
  const carried = judgements.findLast((it) => it.move.do === 'carry' && it.element === result)
  return (
    <div className="flex flex-row-reverse flex-wrap items-center justify-end gap-x-3 gap-y-1" data-undo={names[result]}>
      <div className="min-w-[18.5rem] flex-[1_1_18.5rem]">
        <div className="flex flex-wrap items-center gap-2">
          <span className="font-semibold">From {names[result]} carries over:</span>
          {(['current', 'voltage'] as const).map((quantity) => (
            <Button
              key={quantity}
              className="!min-h-7 text-xs"
              disabled={!own[quantity][result]}
              aria-pressed={
                carried?.move.do === 'carry' && carried.verdict === 'right' && carried.move.quantity === quantity
              }
              onClick={() => make({ do: 'carry', element: result, quantity })}
            >
              the {quantity}
            </Button>
          ))}
        </div>
        {carried && <JudgementNote judgement={carried} />}
        <ul className="mt-1 grid gap-1.5">
          {members.map((id) => (
            <li key={id} className="flex flex-wrap items-start gap-x-3 gap-y-1">
              <span className="min-w-14 pt-1 font-mono font-medium">{names[id]}</span>
              <Value attempt={attempt} element={id} quantity="voltage" />
              <Value attempt={attempt} element={id} quantity="current" />
            </li>
          ))}
        </ul>
      </div>
      <OwnSheet attempt={attempt} step={step} side="expand" group={members} />
    </div>
  )
}

/** The power of each resistor, for those who want them too. */
export function TryPowers({ attempt }: { readonly attempt: OpenAttempt }) {
  const { position } = attempt
  return (
    <details className="mt-3 rounded-md border border-line bg-sheet px-3 py-1.5">
      <summary className="min-h-6 font-semibold">Powers, if you want them</summary>
      <ul className="grid gap-2 py-2 sm:grid-cols-2 xl:grid-cols-3">
        {position.reduction.leaves.map((_, element) => (
          <li key={element} className="flex items-start gap-3">
            <span className="min-w-14 pt-1 font-mono font-medium">{position.names[element]}</span>
            <Value attempt={attempt} element={element} quantity="power" />
          </li>
        ))}
      </ul>
    </details>
  )
}

/** The potential of each node, for those who want them too. */
export function TryPotentials({ attempt }: { readonly attempt: OpenAttempt }) {
  const { position, worksheet, make } = attempt
  const nodes = worksheet.wiring.nodes.flatMap(({ points: [point], label }, node) =>
    point === undefined || worksheet.outcome.nodes[node].potential === null ? [] : [{ point, label, node }],
  )
  if (nodes.length === 0) return null
  return (
    <details className="mt-3 rounded-md border border-line bg-sheet px-3 py-1.5">
      <summary className="min-h-6 font-semibold">Potentials against 0 V, if you want them</summary>
      <ul className="grid gap-2 py-2 sm:grid-cols-2 xl:grid-cols-3">
        {nodes.map(({ point, label, node }) => (
          <li key={point} className="flex items-start gap-3">
            <span className="pt-1">
              <NodeBadge node={node} label={label} />
            </span>
            <AnswerField
              label={`potential of node ${label}`}
              symbol="φ"
              quantity="voltage"
              slot={slotKey('potential', point)}
              own={position.answers.get(answerKey('potential', point)) ?? null}
              judgement={saidOfNamed(
                position,
                (move) => move.do === 'answer' && move.quantity === 'potential' && move.of === point,
              )}
              onAnswer={(answer) => make({ do: 'answer', quantity: 'potential', of: point, answer })}
            />
          </li>
        ))}
      </ul>
    </details>
  )
}
