import type { Declared } from '../../format'
import type { AskedQuantity, NetworkDocument } from '../../network'
import type { Worksheet } from '../../worksheet'
import type { MoveFields } from '../attempt'
import type { DialProblem, Dials } from './dials'
import type { Asked, JudgedTask } from './question'

/** What is judged of a task: the question, and the network that it was asked of. */
export interface AskedOf<Q> {
  readonly document: NetworkDocument
  /** The network worked out, with only what is asked for. */
  readonly worksheet: Worksheet
  readonly goal: readonly AskedQuantity[]
  readonly question: Q
}

/** A kind of task: how it is asked, done, judged and answered. */
export interface KindOfTask<Q, F extends MoveFields> {
  /** What it is called: “Fill the gaps”. */
  readonly name: string
  /** Why there can be none with these dials, beyond what every kind has against them. */
  readonly problems?: (dials: Dials) => readonly DialProblem[]
  /** The same, of dials that are right for every kind. */
  readonly lastProblems?: (dials: Dials) => readonly DialProblem[]
  /** Asks it of a network; null where that does not lend itself to it. */
  readonly ask: (asked: Asked) => Q | null
  /** What a learner does at it: each move by its name, with its fields. */
  readonly moves: F
  readonly judge: (task: AskedOf<Q>, moves: readonly MovesOf<F>[]) => JudgedTask
  /** The worked answer, line by line, as a teacher marks by it. */
  readonly key: (task: AskedOf<Q>) => string[]
  /** What is to be done, as a task sheet words it, after what is given. */
  readonly goal: (task: AskedOf<Q>, given: string) => string
}

/** The moves with these fields. */
export type MovesOf<F> = F extends unknown
  ? {
      readonly [K in keyof F]: { readonly do: K } & { readonly [L in keyof F[K]]: Declared<F[K][L]> }
    }[keyof F]
  : never

/** A kind of task, its types taken from what it is made of. */
export function taskKind<Q, const F extends MoveFields>(kind: KindOfTask<Q, F>): KindOfTask<Q, F> {
  return kind
}

/** What a bridge has against what is worked out. */
export function atBridge(special: Dials['special']): readonly DialProblem[] {
  return special === 'bridge'
    ? against('special', 'a bridge stops the reduction: there is nothing to work out beyond it')
    : []
}

/** What is said against one dial. */
export function against(dial: DialProblem['dial'], message: string): readonly DialProblem[] {
  return [{ dial, message }]
}
