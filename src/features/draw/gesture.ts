import type { Coordinates } from '@/core/picture'
import { pitch, placeOf, samePeg, type Peg } from '@/core/entry'
import { nearestPeg } from './view'

/** What lies under the pointer. */
export type Target =
  /** A peg, and the part whose line leads over it there, if one does. */
  | { readonly kind: 'peg'; readonly peg: Peg; readonly over: string | null }
  /** The body or a label of a part. */
  | { readonly kind: 'part'; readonly name: string }
  /** A wire or a lead, and the peg at which a stroke would begin there. */
  | { readonly kind: 'line'; readonly name: string; readonly peg: Peg }
  | { readonly kind: 'end'; readonly part: string; readonly end: 'from' | 'to' }
  | { readonly kind: 'node'; readonly node: number; readonly peg: Peg }
  /** The ring that offers to join an end. */
  | { readonly kind: 'miss'; readonly key: string; readonly peg: Peg }
  | { readonly kind: 'board' }

/** Keys held down meanwhile. */
interface Held {
  /** Adds to what is chosen. */
  readonly more: boolean
  /** A band begins wherever it is drawn from, but for symbols and the ends of what is chosen. */
  readonly band: boolean
  /** Leaves behind what is joined when moving; passes over lines when drawing. */
  readonly alone: boolean
}

/** What the pointer is doing. Places are those of the board. */
export type Gesture =
  | { readonly state: 'idle' }
  /** Pressed, and not moved far enough to mean anything else than a tap. */
  | { readonly state: 'pressing'; readonly on: Target; readonly at: Coordinates; readonly held: Held }
  | { readonly state: 'stroking'; readonly from: Peg; readonly to: Peg; readonly past: boolean }
  | { readonly state: 'banding'; readonly from: Coordinates; readonly to: Coordinates; readonly held: Held }
  | {
      readonly state: 'moving'
      readonly part: string
      readonly from: Coordinates
      readonly by: Peg
      readonly alone: boolean
    }
  | {
      readonly state: 'reaching'
      readonly part: string
      readonly end: 'from' | 'to'
      readonly to: Peg
      readonly past: boolean
    }

/** What a gesture came to when the pointer was lifted. */
type Outcome =
  | { readonly kind: 'tap'; readonly on: Target; readonly held: Held }
  | { readonly kind: 'stroke'; readonly from: Peg; readonly to: Peg; readonly past: boolean }
  | { readonly kind: 'band'; readonly from: Coordinates; readonly to: Coordinates; readonly held: Held }
  | { readonly kind: 'move'; readonly part: string; readonly by: Peg; readonly alone: boolean }
  | {
      readonly kind: 'reach'
      readonly part: string
      readonly end: 'from' | 'to'
      readonly to: Peg
      readonly past: boolean
    }
  | null

export const idle: Gesture = { state: 'idle' }

/** How far the pointer may shake in a tap, in pixels of the screen. */
const shake = 5

export function press(on: Target, at: Coordinates, held: Held): Gesture {
  return { state: 'pressing', on, at, held }
}

/** The gesture after the pointer moved to a place. The same object where nothing changed. */
export function drag(gesture: Gesture, to: Coordinates, zoom: number): Gesture {
  switch (gesture.state) {
    case 'idle':
      return gesture
    case 'pressing':
      return Math.hypot(to.x - gesture.at.x, to.y - gesture.at.y) * zoom < shake
        ? gesture
        : drag(begin(gesture), to, zoom)
    case 'stroking': {
      const peg = nearestPeg(to)
      return samePeg(peg, gesture.to) ? gesture : { ...gesture, to: peg }
    }
    case 'banding':
      return { ...gesture, to }
    case 'moving': {
      const by = { x: Math.round((to.x - gesture.from.x) / pitch), y: Math.round((to.y - gesture.from.y) / pitch) }
      return samePeg(by, gesture.by) ? gesture : { ...gesture, by }
    }
    case 'reaching': {
      const peg = nearestPeg(to)
      return samePeg(peg, gesture.to) ? gesture : { ...gesture, to: peg }
    }
  }
}

/** What a press becomes once the pointer moves: what was pressed decides. */
function begin({ on, at, held }: Gesture & { state: 'pressing' }): Gesture {
  if (held.band && on.kind !== 'part' && on.kind !== 'end') return { state: 'banding', from: at, to: at, held }
  switch (on.kind) {
    case 'line':
    case 'peg':
    case 'node':
    case 'miss':
      return { state: 'stroking', from: on.peg, to: on.peg, past: held.alone }
    case 'part':
      return { state: 'moving', part: on.name, from: at, by: { x: 0, y: 0 }, alone: held.alone }
    case 'end':
      return { state: 'reaching', part: on.part, end: on.end, to: nearestPeg(at), past: held.alone }
    case 'board':
      return { state: 'banding', from: at, to: at, held }
  }
}

/** What the gesture came to; null for one that led back to where it began. */
export function release(gesture: Gesture): Outcome {
  switch (gesture.state) {
    case 'idle':
      return null
    case 'pressing':
      return { kind: 'tap', on: gesture.on, held: gesture.held }
    case 'stroking':
      if (samePeg(gesture.from, gesture.to)) return null
      return { kind: 'stroke', from: gesture.from, to: gesture.to, past: gesture.past }
    case 'banding':
      return { kind: 'band', from: gesture.from, to: gesture.to, held: gesture.held }
    case 'moving':
      return gesture.by.x === 0 && gesture.by.y === 0
        ? null
        : { kind: 'move', part: gesture.part, by: gesture.by, alone: gesture.alone }
    case 'reaching':
      return { kind: 'reach', part: gesture.part, end: gesture.end, to: gesture.to, past: gesture.past }
  }
}

/** The parts of which more than half lies in a band: their middle does. */
export function within(
  parts: readonly { readonly name: string; readonly symbol: Coordinates }[],
  from: Coordinates,
  to: Coordinates,
): string[] {
  const inside = (value: number, a: number, b: number) => value >= Math.min(a, b) && value <= Math.max(a, b)
  return parts
    .filter(({ symbol: { x, y } }) => inside(x, from.x, to.x) && inside(y, from.y, to.y))
    .map(({ name }) => name)
}

/** Whether a place is near enough to its nearest peg to mean the peg. */
export function isAtPeg(place: Coordinates, zoom: number): boolean {
  const { x, y } = placeOf(nearestPeg(place))
  return Math.hypot(place.x - x, place.y - y) <= Math.min(pitch * 0.4, 18 / zoom)
}
