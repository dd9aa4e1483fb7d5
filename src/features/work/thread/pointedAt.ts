import type { Direction, Worksheet } from '@/core/worksheet'

/** The value that a person points at, and where they stand on its thread. */
export interface PointedAt {
  /** The worksheet whose lines these are. */
  readonly worksheet: Worksheet
  readonly end: number
  readonly at: number
  readonly direction: Direction
  /** What was pointed at. */
  readonly anchor: Element
  /** Whether the ways to it are asked for. */
  readonly ways: boolean
  /** Whether it is turned like a knob, of which network as drawn; at first from where it was dragged, in pixels, or by keys. */
  readonly turning?: { readonly of: Worksheet; readonly from: number | null }
}
