import type { Wiring } from '../nodes'
import type { Reduction, Step } from '../reduction'

/** A resistor, an equivalent, or what an exchange put into place; its id is its place in {@link Stages.elements}. */
export interface Element {
  readonly name: string
  /** The part of the network that it is; null for an equivalent and for what an exchange put into place. */
  readonly part: number | null
  /** The step that it stands for; null for a resistor. */
  readonly made: Step | null
  /** The equivalent that takes it in; null for what is left, or exchanged. */
  readonly into: number | null
  /** Its resistance is 0 Ω, whatever the other values are. */
  readonly isZero: boolean
}

/** A resistor that an exchange puts into place, from a corner to another or to the new centre, by the next stage's nodes. */
export interface Placed {
  readonly id: number
  readonly from: number
  readonly to: number
  /** Positions of the two members that it is worked out from. */
  readonly pair: readonly [number, number]
}

/** What is exchanged where a bridge stops a stage. Nodes are those of the whole worksheet. */
export interface StageExchange {
  readonly kind: 'delta' | 'wye'
  readonly members: readonly number[]
  readonly corners: readonly number[]
  /** The node inside: that a wye takes away, or a delta brings in. */
  readonly centre: number
  /** The position of a leg of 0 Ω, which makes its corner the centre of the others; null without one. */
  readonly shorted: number | null
  readonly placed: readonly Placed[]
}

/** The steps from one network to what is left of it. Its own nodes are those of its wiring. */
export interface Stage {
  readonly wiring: Wiring
  /** Which node of the whole worksheet each of its nodes is. */
  readonly nodes: readonly number[]
  /** The elements that it begins with, as they are listed. */
  readonly starts: readonly number[]
  readonly steps: readonly Step[]
  /** Its nodes at the ends of each of its elements, by element id, as drawn from + to −. */
  readonly from: readonly number[]
  readonly to: readonly number[]
  /** What is left: one element when reduction succeeds, none when nothing carries current, more at a bridge. */
  readonly left: readonly number[]
  /** What leads to the next stage; null in the last one. */
  readonly exchange: StageExchange | null
}

/** A worksheet's structure, without a number. */
export interface Stages {
  readonly elements: readonly Element[]
  readonly stages: readonly Stage[]
  /** Labels of all nodes: those of the network, then the centres that exchanges bring in. */
  readonly nodeLabels: readonly string[]
  /** The reduction of the network itself, up to a bridge. */
  readonly reduction: Reduction
}
