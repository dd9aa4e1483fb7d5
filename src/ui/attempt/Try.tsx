'use client'

import clsx from 'clsx'
import { RotateCcw, Undo2 } from 'lucide-react'
import { useEffect, useMemo, useRef, useState } from 'react'
import { useStore } from 'zustand'
import { wordSentence, type Worksheet } from '@/core/worksheet'
import { hintFor, isDone, isGood, knownInside, type Slot, type Strength } from '@/core/learner'
import { api } from '@/ui/api'
import { Button } from '@/ui/Button'
import { Commands, type Command } from '@/ui/commands'
import { firstEmpty, useHome } from '@/ui/home'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { SavingChoice, SavingState } from '@/ui/saving/SavingState'
import { toast } from '@/ui/toast'
import { Docked } from '@/ui/Dock'
import { OwnThreadLine, TryGoals, TryMend } from './TryGoals'
import { TryChoice, type Original } from './TryChoice'
import { TryChecks, TrySummary } from './TryChecks'
import { TryDown, TryFloor, TryKnown, TryPotentials, TryPowers, TryUp, TryWait } from './TryRow'
import { slotKey, slotOf } from './trySheet'
import { useAttempt, type OpenAttempt } from './useAttempt'

/** Larger networks are not done by hand. */
const mostTried = 60

interface TryProps {
  readonly worksheet: Worksheet
  /** Told what undo takes back here: the last move, not a change of the network. */
  readonly onHistory: (history: TryHistory | null) => void
}

export interface TryHistory {
  readonly undo: (() => void) | null
  readonly redo: (() => void) | null
}

/** The person does it: chooses the groups, types the values, is judged at once. */
export default function Try({ worksheet, onHistory }: TryProps) {
  const { store } = useOpenNetwork()
  const id = useStore(store, (state) => state.id)
  if (worksheet.network.parts.length > mostTried)
    return (
      <p className="p-6 text-center text-soft">
        Networks of more than {mostTried} parts are too large to try by hand here.
      </p>
    )
  if (worksheet.wiring.live.length === 0)
    return <p className="p-6 text-center text-soft">Nothing carries current here, so there is nothing to work out.</p>
  return <Tried key={id} id={id} worksheet={worksheet} onHistory={onHistory} />
}

function Tried({ id, worksheet, onHistory }: TryProps & { readonly id: string }) {
  return <Attempt id={id} attempt={useAttempt(id, worksheet)} onHistory={onHistory} />
}

/** The learner's own worksheet: their steps down, their values up, what is to be corrected, hints. */
export function Attempt({
  id,
  attempt,
  onHistory,
  original,
  isOnce = false,
}: {
  /** Under which it is kept. */
  readonly id: string
  readonly attempt: OpenAttempt
  readonly onHistory: TryProps['onHistory']
  /** What is shown instead of the stretched sheet until the first step is made. */
  readonly original?: Original
  /** It counts as it is: it cannot be started over. */
  readonly isOnce?: boolean
}) {
  const { worksheet, position, moves, make, restart } = attempt
  const { reduction, sheet, stopped } = position
  const [chosen, setChosen] = useState<readonly number[]>([])
  const [at, setAt] = useState<Slot | null>(null)
  const reducing = sheet.elements.length > 1 && !stopped
  const climbs = worksheet.outcome.supply.current !== null
  const done = isDone(position)
  const steps = reduction.steps.map((_, k) => k)
  const isWhole = sheet.elements.length === 1
  // What is known inside is gone on from before everything is combined.
  const known = climbs ? knownInside(worksheet) : null
  const isKnownOpen = known !== null && !reduction.steps.some(({ members }) => members.includes(known))
  const result = reduction.steps.at(-1)?.result ?? null
  const own = result === null ? null : position.own.resistance[result]
  const last = position.judgements.findLast(({ verdict, isTakenBack }) => verdict !== 'hint' && !isTakenBack)
  // What comes next waits for what is wrong, unless the person went on already.
  const [goneOn, setGoneOn] = useState('')
  const broken = own && !isGood(own) && own.verdict !== 'follows' ? `${result} ${own.typed}` : ''
  const waitsFor = result !== null && broken !== '' && broken !== goneOn && last?.element === result ? result : null
  const here = chosen.filter((element) => sheet.elements.some(({ id: there }) => there === element))
  const [canUndo, canRedo] = [position.past !== null, position.future.length > 0]
  useEffect(() => {
    onHistory({
      undo: canUndo ? () => make({ do: 'back' }) : null,
      redo: canRedo ? () => make({ do: 'forth' }) : null,
    })
    return () => onHistory(null)
  }, [onHistory, canUndo, canRedo, make])
  const place = useRef<HTMLElement>(null)
  const find = (what: string) => place.current?.querySelector<HTMLElement | SVGElement>(what) ?? null
  const waiting = () => find(`[data-slot="${slotKey('resistance', waitsFor ?? '')}"] input`)
  // Where a step has led: to its value while that is wrong; then to the next sheet, or to the supply once all is combined.
  const stood = useRef<{ readonly steps: number; readonly waitsFor: number | null } | null>(null)
  useEffect(() => {
    const before = stood.current
    // Not where it was only fetched.
    stood.current = attempt.saving ? { steps: steps.length, waitsFor } : null
    const isCorrected = before !== null && before.waitsFor !== null && waitsFor === null
    if (before === null || !(isCorrected || steps.length > before.steps)) return
    const next =
      waitsFor !== null
        ? waiting()
        : isWhole
          ? find('#floor input')
          : isCorrected
            ? find('[data-choice] svg [tabindex="0"]')
            : null
    next?.focus({ preventScroll: true })
    next?.scrollIntoView({ block: 'center' })
    if (next instanceof HTMLInputElement) next.select()
  })
  useHome(place, (isTyped) => {
    if (!attempt.saving) return 'soon'
    if (waitsFor !== null) return waiting()
    const begin = firstEmpty(place.current, '[data-known] [data-slot] input')
    if (begin) return begin
    const sheet = place.current?.querySelector('[data-choice]')
    if (!sheet) return firstEmpty(place.current, '[data-slot] input')
    const equivalent = sheet.querySelector<HTMLElement>('form input')
    return isTyped || here.length > 1
      ? equivalent
      : (sheet.querySelector<SVGElement>('svg [tabindex="0"]') ?? equivalent)
  })
  const startOver = () => {
    restart()
    setChosen([])
    toast.undoable('Started over', () => attempt.takeUp(moves))
  }
  return (
    <section
      ref={place}
      aria-label="Your worksheet"
      className="@container"
      data-try={done ? 'done' : reducing ? 'reduce' : 'expand'}
      // The value that the person is at: its thread is shown as long as they are.
      onFocus={({ target }) => {
        if (!target.closest('[data-help]'))
          setAt(slotOf(target.closest('[data-slot]')?.getAttribute('data-slot') ?? ''))
      }}
    >
      <p className="mb-2 flex flex-wrap justify-between gap-x-4 text-soft">
        <span>
          <span className={clsx('font-semibold', reducing ? 'text-reduce' : 'text-expand')}>
            {reducing ? 'Reduce' : 'Expand'}
          </span>{' '}
          {isKnownOpen
            ? 'find what else there is at the known resistor; then combine parts outward from it'
            : reducing
              ? 'choose parts on the sheet, say how they lie, and type their equivalent'
              : climbs
                ? 'find the supply, then undo your steps and type each value at its part'
                : ''}
        </span>
        {attempt.saving ? (
          <SavingState saving={attempt.saving} notKept={attempt.notKept} className="text-xs" />
        ) : (
          <span role="status" className="text-xs">
            loading what you did here before
          </span>
        )}
      </p>
      {attempt.saving && <TryGoals attempt={attempt} />}
      {attempt.saving && (
        <SavingChoice
          saving={attempt.saving}
          putBack={() => api.restore('network', id)}
          what="attempt"
          describe={({ content }) => (
            <p>
              Another window changed it: {count(content.moves.length)} there, {count(moves.length)} here. Choose one;
              the other is kept, and you can open it again.
            </p>
          )}
          onChoose={attempt.choose}
          onRestored={attempt.goOn}
        />
      )}
      {attempt.other && (
        <div
          role="status"
          data-other
          className="mb-2 flex flex-wrap items-center gap-2 rounded-md bg-sheet px-3 py-1.5"
        >
          Your other attempt is kept: {count(attempt.other.length)}.<Button onClick={attempt.takeOther}>Open it</Button>
          <Button onClick={attempt.forget}>Delete it</Button>
        </div>
      )}
      {attempt.outdated && (
        <p className="mb-2 rounded-md border-l-4 border-trouble bg-sheet px-3 py-1.5">
          The network has changed since, so you start again. Undo the change to go on where you were.
        </p>
      )}
      {attempt.saving && (
        <div
          className={clsx(
            'grid grid-cols-1 gap-y-3',
            climbs && '@valley:grid-cols-[minmax(0,1fr)_2.5rem_minmax(0,1fr)]',
          )}
        >
          {steps.map((step) => (
            <div key={step} style={{ gridRow: step + 1 }} className="col-start-1">
              <TryDown attempt={attempt} step={step} />
            </div>
          ))}
          {isKnownOpen && (
            <div style={{ gridRow: steps.length + 1 }} className="col-span-full">
              <TryKnown attempt={attempt} element={known} />
            </div>
          )}
          {waitsFor !== null && (
            <div style={{ gridRow: steps.length + 2 }} className="col-span-full">
              <TryWait attempt={attempt} element={waitsFor} onGoOn={() => setGoneOn(broken)} />
            </div>
          )}
          {(reducing || stopped) && waitsFor === null && (
            <div style={{ gridRow: steps.length + 2 }} className="col-span-full">
              <TryChoice attempt={attempt} chosen={here} onChosen={setChosen} original={original} />
            </div>
          )}
          {isWhole && waitsFor === null && (
            <div style={{ gridRow: steps.length + 3 }} className="col-span-full">
              <TryFloor attempt={attempt} />
            </div>
          )}
          {((isWhole && waitsFor === null) || known !== null) &&
            climbs &&
            [...steps].reverse().map((step) => (
              <div
                key={step}
                className="@valley:col-start-3 @valley:[grid-row:var(--row)]"
                style={{ '--row': step + 1 } as React.CSSProperties}
              >
                <TryUp attempt={attempt} step={step} />
              </div>
            ))}
        </div>
      )}
      {attempt.saving && <TryMend attempt={attempt} />}
      {isWhole && climbs && (
        <>
          {steps.length > 0 && <TryPowers attempt={attempt} />}
          <TryPotentials attempt={attempt} />
        </>
      )}
      {isWhole && climbs && <TryChecks attempt={attempt} />}
      {(done || moves.length > 0) && <TrySummary position={position} done={done} />}
      <Docked label="Hints">
        <TryBar
          attempt={attempt}
          at={at}
          done={done}
          onUndo={() => make({ do: 'undo' })}
          onRestart={isOnce ? null : startOver}
        />
      </Docked>
    </section>
  )
}

const count = (moves: number) => `${moves} ${moves === 1 ? 'move' : 'moves'}`

const strengths = [
  { strength: 1, name: 'Where to look' },
  { strength: 2, name: 'What to do' },
  { strength: 3, name: 'The step itself' },
] as const satisfies readonly { strength: Strength; name: string }[]

/** Hints in three strengths, and back. */
function TryBar({
  attempt,
  at,
  done,
  onUndo,
  onRestart,
}: {
  readonly attempt: OpenAttempt
  /** The value that the person is at. */
  readonly at: Slot | null
  readonly done: boolean
  readonly onUndo: () => void
  /** null where it cannot be. */
  readonly onRestart: (() => void) | null
}) {
  const { position, moves, make } = attempt
  const last = moves[moves.length - 1]
  const strength = last?.do === 'hint' ? last.strength : null
  const hint = strength === null || done ? null : hintFor(position, strength)
  const next = strength === null ? 1 : strength === 1 ? 2 : 3
  const commands = useMemo(
    (): readonly Command[] => [
      {
        name: 'A hint, each time a stronger one',
        also: 'help tip clue',
        keys: 'i',
        run: () => make({ do: 'hint', strength: next }),
      },
    ],
    [make, next],
  )
  return (
    <div
      role="toolbar"
      aria-label="Help"
      data-help
      className="w-full border-line bg-panel px-3 py-1.5 max-lg:border-t lg:border-b"
    >
      <Commands group="The task" list={commands} />
      <div className="flex flex-wrap items-center gap-2">
        <span className="text-soft">Hint:</span>
        {strengths.map(({ strength: how, name }) => (
          <Button
            key={how}
            disabled={done}
            aria-pressed={strength === how}
            onClick={() => make({ do: 'hint', strength: how })}
          >
            {name}
          </Button>
        ))}
        <span className="ml-auto flex gap-2">
          <Button disabled={position.reduction.steps.length === 0} onClick={onUndo}>
            <Undo2 size={15} aria-hidden /> Undo the last step
          </Button>
          {onRestart && (
            <Button disabled={moves.length === 0} onClick={onRestart}>
              <RotateCcw size={15} aria-hidden /> Start over
            </Button>
          )}
        </span>
      </div>
      {hint && (
        <div role="status" data-hint={strength} className="mt-1.5 border-t border-line pt-1.5">
          {hint.sentences.map((it, i) => (
            <p key={i}>{wordSentence(it)}</p>
          ))}
        </div>
      )}
      {at && <OwnThreadLine attempt={attempt} slot={at} />}
    </div>
  )
}
