import { float, type Arithmetic, type Quantity } from '../../number'
import type { Step } from '../../structure'
import { methodsFor, sharedIn, type MethodName, type Surroundings, type Worksheet } from '../../worksheet'
import type { Own, Position, Slot } from './move'
import { aroundOf, stepOf } from './state'

/** A way from values of the learner's paper to another. */
export interface OwnWay {
  /** Its method; `together` what members have as one, `beside` what another member of the same group has. */
  readonly method: MethodName | 'together' | 'beside'
  readonly uses: readonly Slot[]
  readonly work: (values: readonly number[], arithmetic?: Arithmetic<number>) => number
  /** Whether it holds for these values: the count of equal ones, say. */
  readonly suits: (values: readonly number[]) => boolean
}

interface Known {
  readonly worksheet: Worksheet
  readonly steps: readonly Step[]
  readonly own: Position['own']
}

/** Every way to a value on the learner's own steps: those of the worksheet, and from the members outward and sideways. */
export function waysOnPaper(paper: Known, quantity: Quantity, element: number): OwnWay[] {
  const { own, steps } = paper
  const around: Surroundings = {
    groupOf: (id) => stepOf(paper, id),
    groupAround: (id) => aroundOf(steps, id),
    isZeroOhm: (id) => own.resistance[id]?.value === 0,
    carries: () => true,
  }
  const ways = methodsFor(quantity, element, around).flatMap(({ name, method, needs }) =>
    needs
      .filter((set) => set.length > 0)
      .map((set): OwnWay => ({
        method: name,
        uses: set.map(([of, id]) => ({ quantity: of, element: id })),
        work: (values, arithmetic = float) => method.work(values, arithmetic, []),
        suits: (values) => method.suits?.(values, float) ?? true,
      })),
  )
  if (quantity === 'resistance' || quantity === 'power') return ways
  const step = around.groupOf(element)
  if (step && quantity !== sharedIn(step.kind))
    ways.push({
      method: 'together',
      uses: step.members.map((member) => ({ quantity, element: member })),
      work: (values) => values.reduce((a, b) => a + b, 0),
      suits: () => true,
    })
  const above = around.groupAround(element)
  if (above && quantity === sharedIn(above.kind))
    for (const member of above.members)
      if (member !== element)
        ways.push({
          method: 'beside',
          uses: [{ quantity, element: member }],
          work: ([value]) => value,
          suits: () => true,
        })
  return ways
}

/** Arithmetic in which every result is rounded to so many figures. */
function toFigures(figures: number): Arithmetic<number> {
  const short = (value: number) => (Number.isFinite(value) ? Number(value.toPrecision(figures)) : value)
  return {
    ...float,
    add: (a, b) => short(a + b),
    subtract: (a, b) => short(a - b),
    multiply: (a, b) => short(a * b),
    divide: (a, b) => short(a / b),
    invert: (a) => short(1 / a),
    squareRoot: (a) => short(Math.sqrt(a)),
  }
}
const rough = [toFigures(2), toFigures(3)]

/** What the learner's own values lead to. */
export interface Target {
  readonly value: number
  /** The method that leads there; null for what is answered by name. */
  readonly method: OwnWay['method'] | null
  /** The values of theirs that it is worked out from. */
  readonly uses: readonly Slot[]
  /** None of them is wrong. */
  readonly isClean: boolean
  /** The same with every number on the way rounded to two figures, and to three. */
  readonly roughly: readonly number[]
}

/** Whether a value stands for good. */
export function isGood({ verdict }: Own): boolean {
  return verdict === 'given' || verdict === 'right' || verdict === 'rounded'
}

/**
 * What the learner's own values lead to, by every way. What is to be mended leads nowhere.
 */
export function targetsOf(paper: Known, quantity: Quantity, element: number): Target[] {
  return waysOnPaper(paper, quantity, element).flatMap(({ method, uses, work, suits }) => {
    const values: number[] = []
    let isClean = true
    for (const use of uses) {
      const own = paper.own[use.quantity][use.element]
      if (!own || own.verdict === 'stale') return []
      isClean &&= isGood(own)
      values.push(own.value)
    }
    if (!suits(values)) return []
    const value = work(values)
    return Number.isFinite(value)
      ? [{ value, method, uses, isClean, roughly: rough.map((arithmetic) => work(values, arithmetic)) }]
      : []
  })
}
