import type { Amount, Figures, Unit } from '../../number'
import type { reportChoices, ReportContent } from '../../network'
import type { Formula } from '../../worksheet'
import type { Ink } from '../../picture'

type Chosen<K extends keyof typeof reportChoices> = (typeof reportChoices)[K][number]
export type Density = Chosen<'density'>
export type ReportKind = Chosen<'kind'>
export type PaperSize = Chosen<'paper'>

/** A value as it stands in a table or list. */
export interface ReportValue {
  readonly amount: Amount | null
  readonly unit: Unit
  /** What stands before it: the name of a branch current. */
  readonly before?: string
  /** An answer: it stands in a box. */
  readonly boxed?: true
  /** To be filled in. */
  readonly blank?: true
}

export type Cell = string | ReportValue

/** A formula of the arithmetic. */
export interface SaidFormula {
  /** The whole of it; to be filled in, up to its =. */
  readonly tokens: Formula
  /** The unit of what is to be filled in. */
  readonly blank?: Unit
  /** A check: it holds, it holds within rounding, it does not. */
  readonly check?: '✓' | '≈' | '✗'
  readonly note?: string
}

/** A drawing with the name that its file has where it is one of its own, without ending. */
export interface Drawing {
  readonly name: string
  readonly ink: Ink
}

/** A step: never torn from its sheet. */
export interface ReportStep {
  readonly block: 'step'
  readonly title: string
  readonly drawing: Drawing | null
  readonly body: readonly ReportBlock[]
}

export type ReportBlock =
  | { readonly block: 'words'; readonly text: string; readonly as?: 'strong' | 'soft' }
  | { readonly block: 'list'; readonly items: readonly string[] }
  /** In columns they are many, and stand for themselves. */
  | { readonly block: 'formulas'; readonly lines: readonly SaidFormula[]; readonly columns?: true }
  | { readonly block: 'drawing'; readonly drawing: Drawing }
  | {
      readonly block: 'values'
      readonly title: string
      readonly items: readonly { readonly name: string; readonly value: ReportValue }[]
    }
  | {
      readonly block: 'table'
      readonly head: readonly string[]
      readonly rows: readonly (readonly Cell[])[]
      readonly foot?: readonly Cell[]
      /** How many columns, from the first, hold words; the others hold numbers. */
      readonly wordColumns: number
    }
  | ReportStep

export interface ReportSection {
  readonly content: ReportContent
  readonly heading: string
  readonly blocks: readonly ReportBlock[]
  /** Its steps stand in two columns. */
  readonly columns?: true
}

/** A document that is handed in, as data: what screens, paper and files are made from. */
export interface Report {
  readonly title: string
  /** Beside the title: task sheet, key. */
  readonly note: string
  readonly fields: readonly { readonly name: string; readonly value: string }[]
  readonly sections: readonly ReportSection[]
  /** How its numbers are shown. */
  readonly figures: Figures
}
