import {
  benchOf,
  hiddenText,
  hiddenTruth,
  claimVerdicts,
  judgeClaim,
  readReading,
  type Bench,
  type Claim,
  type ReadingDocument,
  type Truth,
} from '../../bench'
import { readNetwork, type NetworkDocument } from '../../network'
import { also, object, oneOf, optional, times, type Declaration } from '../../format'
import { element } from '../attempt'
import { against, taskKind, type MovesOf, mark, unmarked, type Asked, type Item, type JudgedTask } from './kind'

interface MendQuestion {
  readonly kind: 'mend'
  /** From which the bench is built, its fault with it. */
  readonly seed: number
}

const claim = object({
  fault: oneOf(['none', 'open', 'shorted', 'value', 'swapped', 'bridged']),
  part: optional(element),
  other: optional(element),
  nodes: optional(times(2, element)),
}) as unknown as Declaration<Claim>

/** A reading as a log has it; that it makes sense is for the bench to say. */
const reading = also(object({}), {}, (value, at, say) => {
  if (!readReading(value, 0).ok) say(at, 'this is not a reading')
}) as unknown as Declaration<ReadingDocument>

const moves = {
  /** What is said to be wrong, by indices of parts and nodes. */
  claim: { claim },
  /** What was read, as it is written into a log. */
  read: { reading },
}
type MendMove = MovesOf<typeof moves>

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

function askMend({ document, chance }: Asked): MendQuestion | null {
  const seed = chance.below(1 << 24)
  return benchFor(document, seed)?.truth.faults.length === 1 ? { kind: 'mend', seed } : null
}

function judgeMend(document: NetworkDocument, { seed }: MendQuestion, moves: readonly MendMove[]): JudgedTask {
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
            text: claimVerdicts[last],
            nodes: [],
            judgement: null,
          },
        ]
      : [],
    done: verdicts.includes('right'),
  }
}

/** What is wrong with a bench, in words; null where nothing can be measured. */
function faultText(document: NetworkDocument, seed: number): string | null {
  const made = benchFor(document, seed)
  const [fault] = made?.truth.faults ?? []
  return made && fault ? hiddenText(made.bench, made.truth, fault) : null
}

/** A bench with a hidden fault, to be measured. */
export const mend = taskKind({
  name: 'Mend the bench',
  idle: ['blank', 'asked'],
  problems: ({ given }) => (given === 'terminals' ? against('given', 'on a bench there is a source') : []),
  ask: askMend,
  moves,
  judge: ({ document, question }, done) => judgeMend(document, question, done),
  key({ document, question }) {
    const fault = faultText(document, question.seed)
    return fault === null ? [] : [fault]
  },
  goal: () => 'A fault is hidden on this bench: measure it on the screen, and say what is wrong.',
})
