import type { Board, Chosen, Stroke } from '@/core/entry'

/** How a stroke was drawn, beside where. */
export interface Drawing {
  /** Its ends join no lines. */
  readonly past: boolean
  /** What was typed while it was drawn. */
  readonly typed?: string
}

/** What the board asks of the screen. */
export interface BoardActions {
  readonly onStroke: (stroke: Stroke, how: Drawing) => void
  /** Opens the field of a part; with what was typed, if that takes the place of what stands there. */
  readonly onEdit: (name: string, typed?: string) => void
  readonly onChoose: (chosen: Chosen) => void
  readonly onChange: (change: (board: Board) => Board, of?: string) => void
  readonly onDelete: (chosen: Chosen) => void
  readonly onNode: (node: number) => void
  readonly onLight: (node: number | null) => void
  /** Joins the end that a ring stands at, by its key. */
  readonly onJoin: (miss: string) => void
}
