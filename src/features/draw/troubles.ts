import type { Outcome } from '@/core/worksheet'
import type { NetworkDocument, Problem } from '@/core/network'
import type { FindingCode } from '@/core/structure'

const words: Readonly<Record<FindingCode, string>> = {
  shorted: 'shorted',
  'dead-end': 'dead end',
  'cut-off': 'cut off',
  'open-supply': '',
  'shorted-supply': 'shorted',
  bridge: 'bridge',
  'meter-shorts': 'shorts',
  'unread-tolerance': 'tolerance',
  'unread-rating': 'rating',
}

/** A word for a problem, by the field that it is about. */
const problemWords: Readonly<Record<string, string>> = {
  'two-sources': 'a second source',
  resistance: 'no value',
  voltage: 'no value',
}

/** Something to be said at the board, and the parts it is about. */
export interface Trouble {
  readonly code: string
  readonly parts: readonly string[]
  readonly message: string
}

/** What is wrong with the network as it is drawn, or worth saying about it. */
export function troublesOf(
  document: NetworkDocument,
  problems: readonly Problem[],
  analysis: Pick<Outcome, 'findings'> | null,
): readonly Trouble[] {
  if (problems.length > 0)
    return problems.map(({ part, field, message }) => ({
      code: field === 'kind' ? 'two-sources' : field,
      parts: part !== null && document.parts.some(({ name }) => name === part) ? [part] : [],
      message: part ? `${part}: ${message}` : message,
    }))
  return analysis?.findings ?? []
}

/** What tells a trouble from the others. */
export function keyOfTrouble({ code, parts, message }: Trouble): string {
  return [code, ...parts, message].join(' ')
}

/** A word of trouble for each part. While nothing closes the circuit, no part is to blame. */
export function marksOf(troubles: readonly Trouble[]): ReadonlyMap<string, string> {
  const open = troubles.some(({ code }) => code === 'open-supply')
  const marks = new Map<string, string>()
  for (const { code, parts } of troubles) {
    const word = words[code as FindingCode] ?? problemWords[code] ?? 'to be put right'
    if (open || word === '') continue
    for (const part of parts) if (!marks.has(part)) marks.set(part, word)
  }
  return marks
}
