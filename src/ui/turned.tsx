import { createContext, useContext } from 'react'
import { createStore, useStore, type StoreApi } from 'zustand'
import { shownText, type Amount, type Figures, type Unit } from '@/core/number'
import type { Turned, Worksheet } from '@/core/worksheet'
import { barred } from './Barred'
import { useSettings } from './settings'

/** What a worksheet's values are while a knob is in the hand. */
interface InHand {
  readonly of: Worksheet
  /** The same with the values that the knob gives it; only its derivation has them. */
  readonly worksheet: Worksheet
  readonly strengths: Turned['strengths']
  /** It was turned, and has not come to rest. */
  readonly isTurning: boolean
}

export type Hand = StoreApi<InHand | null>

export function newHand(): Hand {
  return createStore<InHand | null>(() => null)
}

const HandContext = createContext(newHand())
/** Where a knob tells what it makes of a worksheet, for all that shows its values. */
export const HandOf = HandContext.Provider

/** Where a knob says what it is turned to. */
export function useHand(): Hand {
  return useContext(HandContext)
}

const SeenContext = createContext(true)

/** What it holds follows a knob only while it is seen. */
export const Seen = SeenContext.Provider

/** What a knob in the hand makes of the worksheet; null where none is, or nobody sees it. */
export function useInHand(): InHand | null {
  const isSeen = useContext(SeenContext)
  return useStore(useHand(), (it) => (isSeen ? it : null))
}

/** A value of the worksheet in words; with a knob in the hand what that makes of it. */
export function Value({
  line,
  amount,
  unit,
  write = shownText,
}: {
  /** Its line, where it has one. */
  readonly line: number | undefined
  readonly amount: Amount | null
  readonly unit: Unit
  readonly write?: (amount: Amount | null, unit: Unit, figures: Figures) => string
}) {
  const { figures } = useSettings().settings
  const inHand = useInHand()
  const now = inHand && line !== undefined ? (inHand.worksheet.derivation.lines[line]?.amount ?? null) : amount
  return barred(write(now, unit, figures))
}

/** How strongly a value goes with the knob in the hand; nothing where none is. */
export function Moves({ line }: { readonly line: number | undefined }) {
  const strength = useInHand()?.strengths[line ?? -1]
  if (strength === null || strength === undefined || strength === 0) return null
  return (
    <span aria-hidden data-moves className="ml-2 font-mono text-[11px] text-chosen">
      {strengthText(strength)}
    </span>
  )
}

/** By how many per cent a value goes when the knob goes up by one: −0.3 %. */
export function strengthText(strength: number): string {
  const size = Math.abs(strength)
  const digits = size >= 0.095 ? size.toFixed(1) : size.toPrecision(1)
  return `${strength < 0 ? '−' : '+'}${digits}\u2009%`
}

/** Which way a value goes with the knob, behind a word of a drawing. */
export function arrowOf(strength: number | null): string {
  return strength === null || Math.abs(strength) < 5e-4 ? '' : strength > 0 ? '▴' : '▾'
}
