import { workOut } from '@/core/worksheet'
import { readNetwork, type NetworkDocument } from '@/core/network'
import type { Amount } from '@/core/number'
import { answerRows, supplyRow, type AnswerRow } from '@/core/report'

/** What is compared of every part. */
export type Compared = 'resistance' | 'voltage' | 'current' | 'power'

/** One network of a comparison. */
export interface ComparedNetwork {
  readonly id: string
  readonly title: string
  /** Its parts by name, and the whole; null where it cannot be worked out. */
  readonly parts: ReadonlyMap<string, AnswerRow> | null
  readonly whole: AnswerRow | null
}

export function comparedOf(id: string, document: NetworkDocument): ComparedNetwork {
  const title = document.title || 'Untitled network'
  const nothing = { id, title, parts: null, whole: null }
  const read = readNetwork(document)
  if (!read.ok) return nothing
  const worksheet = workOut(read.network)
  if ('status' in worksheet) return nothing
  const parts = new Map(answerRows(worksheet).map((row) => [row.name, row]))
  return { id, title, parts, whole: supplyRow(worksheet.outcome) }
}

/** The names of all parts, in the order in which they come first. */
export function partsIn(networks: readonly ComparedNetwork[]): readonly string[] {
  return [...new Set(networks.flatMap(({ parts }) => [...(parts?.keys() ?? [])]))]
}

/** How much more a value is than the first one's: `+12 %`; empty where they are the same, or one is not there. */
export function changeText(first: Amount | null | undefined, other: Amount | null | undefined): string {
  if (!first || !other || first.value === 0) return ''
  const part = other.value / first.value - 1
  if (Math.abs(part) < 5e-4) return ''
  const percent = 100 * Math.abs(part)
  return `${part > 0 ? '+' : '−'}${percent >= 100 ? Math.round(percent) : Number(percent.toPrecision(2))} %`
}
