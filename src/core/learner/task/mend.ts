import {
  benchOf,
  hiddenText,
  hiddenTruth,
  judgeClaim,
  type Bench,
  type Claim,
  type ReadingDocument,
  type Truth,
} from '../../bench'
import { readNetwork, type NetworkDocument } from '../../network'
import { mark, unmarked, type Asked, type Item, type Judged } from './question'

export interface MendQuestion {
  readonly kind: 'mend'
  /** From which the bench is built, its fault with it. */
  readonly seed: number
}

export type MendMove =
  /** What was read, as it is written into a log. */
  | { readonly do: 'read'; readonly reading: ReadingDocument }
  /** What is said to be wrong, by indices of parts and nodes. */
  | { readonly do: 'claim'; readonly claim: Claim }

/** The bench of a task, and what is wrong with it; null where nothing can be measured. */
export function benchFor(
  document: NetworkDocument,
  seed: number,
): { readonly bench: Bench; readonly truth: Truth } | null {
  const read = readNetwork(document)
  const bench = read.ok ? benchOf(read.network) : null
  if (!bench?.ok) return null
  return { bench, truth: hiddenTruth(bench, seed, 1) }
}

export function askMend({ document, chance }: Asked): MendQuestion | null {
  const seed = chance.below(1 << 24)
  return benchFor(document, seed)?.truth.faults.length === 1 ? { kind: 'mend', seed } : null
}

export function judgeMend(document: NetworkDocument, { seed }: MendQuestion, moves: readonly MendMove[]): Judged {
  const made = benchFor(document, seed)
  const verdicts = made
    ? moves.flatMap((move) => (move.do === 'claim' ? [judgeClaim(made.bench, made.truth, move.claim)] : []))
    : []
  const last = verdicts[verdicts.length - 1]
  const isPart = (verdict: (typeof verdicts)[number]) => verdict !== 'wrong'
  const isRight = (verdict: (typeof verdicts)[number]) => verdict === 'right'
  const item: Item = {
    line: 'what is wrong with the bench',
    skill: 'faults',
    method: mark(verdicts.slice(0, 1).some(isPart), verdicts.some(isPart)),
    answer: mark(verdicts.slice(0, 1).some(isRight), verdicts.some(isRight)),
    unit: unmarked,
    slips: [],
    isTried: verdicts.length > 0,
  }
  return {
    items: [item],
    said: last
      ? [
          {
            at: 0,
            isRight: last === 'right',
            text:
              last === 'right'
                ? 'Right.'
                : last === 'part'
                  ? 'The part is right, but that is not what is wrong with it.'
                  : 'No, that is not what is wrong. Go on measuring.',
            nodes: [],
            judgement: null,
          },
        ]
      : [],
    done: verdicts.includes('right'),
  }
}

/** What is wrong with a bench, in words; null where nothing can be measured. */
export function faultText(document: NetworkDocument, seed: number): string | null {
  const made = benchFor(document, seed)
  const [fault] = made?.truth.faults ?? []
  return made && fault ? hiddenText(made.bench, made.truth, fault) : null
}
