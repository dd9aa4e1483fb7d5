import { useCallback, useEffect, useMemo, useLayoutEffect } from 'react'
import {
  knobsOf,
  readingPart,
  roundingsOf,
  sameValue,
  standsOf,
  threadOf,
  threadText,
  walkOf,
  type Stand,
  type Worksheet,
  type RoundedValue,
} from '@/core/worksheet'
import { bringIntoView, placeOf } from '../Valley'
import { Commands, type Command } from '@/ui/commands'
import { commandsOf } from '@/ui/elsewhere'
import { copyText } from '@/ui/toast'
import { useSettings } from '@/ui/settings'
import { useOfWidth } from '@/ui/useOfWidth'
import { WaysPopover } from '../WaysPopover'
import { Knob } from '../whatif/Knob'
import { OneByOne } from '../whatif/KnobTools'
import type { ChangeWhatIf, WhatIf } from '../whatif/state'
import { placesIn, Strand } from './Strand'
import type { PointedAt } from './pointedAt'
import { ThreadBar } from './ThreadBar'

interface Props {
  readonly worksheet: Worksheet
  readonly isFound?: (line: number) => boolean
  readonly pointed: PointedAt
  readonly onPointed: (pointed: PointedAt | null) => void
  /** What holds the values. */
  readonly place: HTMLElement
  readonly whatIf: WhatIf | null
  /** Absent where nothing can be tried. */
  readonly onWhatIf?: ChangeWhatIf
}

const all = () => true

/** The thread of the value that is pointed at, if the worksheet still has that value; what a change took away is let go. */
export function Thread({ isFound = all, ...props }: Props) {
  const { worksheet, pointed, onPointed } = props
  const here = (id: number) => (pointed.worksheet === worksheet ? id : sameValue(pointed.worksheet, id, worksheet))
  const [end, at] = [here(pointed.end), here(pointed.at)]
  const isGone = end === undefined || at === undefined || !isFound(end) || !isFound(at)
  useEffect(() => {
    if (isGone) onPointed(null)
  }, [isGone, onPointed])
  return isGone ? null : <Followed {...props} isFound={isFound} end={end} at={at} />
}

interface FollowedProps extends Props {
  readonly isFound: (line: number) => boolean
  readonly end: number
  readonly at: number
}

/** A thread: lit where its values stand, drawn through the valley, said in a bar. */
function Followed({ worksheet, isFound, end, at, pointed, onPointed, place, whatIf, onWhatIf }: FollowedProps) {
  const { direction, anchor } = pointed
  const base = whatIf?.base ?? worksheet
  // Once the network is drawing changed, nothing is in the hand any more.
  const turning = pointed.turning?.of === base ? pointed.turning : undefined
  const canTry = onWhatIf !== undefined && worksheet.network.parts.length <= mostTried
  const knob = useMemo(
    () => (canTry ? (knobsOf(worksheet).find(({ line }) => line === at) ?? null) : null),
    [worksheet, at, canTry],
  )
  const thread = useMemo(() => threadOf(worksheet, end, direction), [worksheet, end, direction])
  const lines = useMemo(() => thread.lines.filter(isFound), [thread, isFound])
  const walk = useMemo(() => walkOf({ ...thread, lines }), [thread, lines])
  const stands = useMemo(() => standsOf(worksheet.rows), [worksheet])
  // What stands in no row is lit where it stands; the thread does not run there, unless it begins there.
  const knotted = useMemo(() => lines.filter((id) => id === end || stands.has(id)), [lines, end, stands])
  const shares = useMemo(
    () => shareTexts(direction === 'from' ? roundingsOf(worksheet, end) : null),
    [worksheet, end, direction],
  )

  const isWide = useOfWidth(place, isWideAt, false)
  const now = useMemo(
    (): PointedAt => ({ worksheet, end, at, direction, anchor, ways: false }),
    [worksheet, end, at, direction, anchor],
  )
  const go = useCallback(
    (to: number) => {
      const shown = show(place, to, stands.get(to))
      onPointed({ ...now, at: to, anchor: shown ?? now.anchor })
    },
    [now, stands, place, onPointed],
  )
  useLit(place, lines, end, at)
  const { quantity, of, isOpen } = worksheet.derivation.lines[at]
  const made = worksheet.elements[of]?.made
  const endTurning = useCallback(() => {
    onPointed({ ...now, end: now.at, direction: 'to' })
    giveFocus(now.anchor)
  }, [now, onPointed])
  const commands = useThreadCommands({ now, walk, turned: knob && !turning ? base : null, onGo: go, onPointed })
  return (
    <>
      {isWide && <Strand place={place} lines={knotted} end={end} stands={stands} shares={shares} />}
      <Commands group="A value and its thread" within="thread" list={commands} />
      <ThreadBar
        worksheet={worksheet}
        direction={direction}
        end={end}
        at={at}
        walk={walk}
        shares={shares}
        isListed={!isWide && !turning}
        commands={commands.slice(2)}
        onGo={go}
        anchor={anchor}
        tools={
          onWhatIf && knob && turning ? (
            <Knob
              key={knob.name}
              worksheet={worksheet}
              knob={knob}
              whatIf={whatIf}
              onWhatIf={onWhatIf}
              dragFrom={turning.from}
              onEnd={endTurning}
            />
          ) : onWhatIf && canTry && made?.kind === 'parallel' && quantity === 'resistance' && !isOpen ? (
            <OneByOne worksheet={worksheet} whatIf={whatIf} onWhatIf={onWhatIf} equivalent={of} />
          ) : null
        }
      />
      {pointed.ways && hasWaysTo(worksheet, at) && (
        <WaysPopover
          worksheet={worksheet}
          asked={{ id: of, anchor }}
          onClose={() => onPointed({ ...pointed, ways: false })}
        />
      )}
    </>
  )
}

/** What can be done with a thread by key; the first two walk along it. */
function useThreadCommands({
  now,
  walk,
  turned,
  onGo,
  onPointed,
}: {
  readonly now: PointedAt
  readonly walk: readonly number[]
  /** The network as drawn, if the value on which one stands can be taken into the hand. */
  readonly turned: Worksheet | null
  readonly onGo: (line: number) => void
  readonly onPointed: Props['onPointed']
}): readonly Command[] {
  const { figures } = useSettings().settings
  return useMemo(() => {
    const { worksheet, at, direction, anchor } = now
    const here = walk.indexOf(at)
    const step = (by: number) => () => {
      const next = walk[here + by]
      if (next !== undefined) onGo(next)
    }
    return [
      { name: 'Further along the thread', keys: 'down,j', run: step(1) },
      { name: 'Back along the thread', keys: 'up,k', run: step(-1) },
      {
        name: 'Turn the thread round: what depends on this value',
        keys: 'r',
        run: () => onPointed({ ...now, end: at, direction: direction === 'from' ? 'to' : 'from' }),
      },
      ...(hasWaysTo(worksheet, at)
        ? [{ name: 'Other ways to this value', keys: 'o', run: () => onPointed({ ...now, ways: true }) }]
        : []),
      ...(turned
        ? [
            {
              ...commandsOf.otherValues,
              keys: 'x',
              run: () => onPointed({ ...now, end: at, direction: 'to', turning: { of: turned, from: null } }),
            },
          ]
        : []),
      {
        name: 'Copy the thread in words',
        keys: 'c',
        run: () => copyText(threadText(worksheet, walk, figures), 'The thread is on the clipboard, in words'),
      },
      {
        name: 'Close the thread',
        keys: 'esc',
        inFields: true,
        run: () => {
          onPointed(null)
          giveFocus(anchor)
        },
      },
    ]
  }, [now, walk, turned, figures, onGo, onPointed])
}

/** Where both sides of the valley stand below each other, a thread would run over everything: there it is a list. */
const isWideAt = (width: number) => width >= 832

/** In a larger network not everything follows at once. */
const mostTried = 200

/** Brings a value into view where it stands; null where it is not drawn. */
function show(place: HTMLElement, id: number, stand: Stand | undefined): Element | null {
  const element = placesIn(place).anywhere(id, stand)
  bringIntoView(element ?? (stand ? document.getElementById(placeOf(stand.row)) : null), 'center')
  return element
}

function giveFocus(element: Element): void {
  if (element instanceof SVGElement || element instanceof HTMLElement) element.focus({ preventScroll: true })
}

/** Whether a value has ways that can be compared: voltage, current and power of elements, and what meters show. */
function hasWaysTo({ derivation, elements }: Worksheet, id: number): boolean {
  const { quantity, of } = derivation.lines[id]
  if (quantity === 'resistance' || quantity === 'potential') return false
  return of < elements.length || readingPart(elements.length, of) !== null
}

/** Parts below this are not said. */
const leastSaid = 0.005

/**
 * What each rounding brings into a value, as part of all rounding on its thread, by the id of its line: +38 % makes it
 * larger, −38 % smaller. Some of it cancels as a rule, so that parts are told of all there is, not of what is left.
 */
export function shareTexts(rounded: RoundedValue | null): ReadonlyMap<number, string> {
  const texts = new Map<number, string>()
  if (rounded === null) return texts
  const all = [...rounded.by.values()].reduce((sum, by) => sum + Math.abs(by), 0)
  for (const [line, by] of rounded.by) {
    const share = Math.abs(by) / all
    if (share >= leastSaid) texts.set(line, `${by > 0 ? '+' : '−'}${(100 * share).toFixed(0)}\u2009%`)
  }
  return texts
}

/**
 * Marks the values of a thread wherever they stand, also where they are drawn later: `data-on-thread` says which are on it, and
 * at which one stands. Marks are set by hand, since rules for so many values would take longer than a frame.
 */
export function useLit(place: HTMLElement, lines: readonly number[], end: number, at: number): void {
  useLayoutEffect(() => {
    const kinds = new Map(lines.map((id) => [String(id), id === at ? 'at' : id === end ? 'end' : 'on']))
    const mark = () => {
      for (const element of place.querySelectorAll('[data-line]')) {
        const kind = kinds.get(element.getAttribute('data-line') ?? '')
        if (element.getAttribute('data-on-thread') === (kind ?? null)) continue
        if (kind === undefined) element.removeAttribute('data-on-thread')
        else element.setAttribute('data-on-thread', kind)
      }
    }
    mark()
    const observer = new MutationObserver(mark)
    observer.observe(place, { subtree: true, childList: true, attributeFilter: ['data-line'] })
    return () => observer.disconnect()
  }, [place, lines, end, at])
  useLayoutEffect(
    () => () => {
      for (const element of place.querySelectorAll('[data-on-thread]')) element.removeAttribute('data-on-thread')
    },
    [place],
  )
}
