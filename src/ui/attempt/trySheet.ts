import { drawSheet, type Form, type Picture } from '@/core/picture'
import { quantities, type Judgement, type Own, type Position, type Slot } from '@/core/learner'
import { valueName, type Amount, type Figures, type Quantity } from '@/core/number'
import type { Side, Worksheet } from '@/core/worksheet'

/** The sign of each verdict. */
export const signs = {
  right: '✓',
  rounded: '≈',
  asked: '?',
  follows: '→',
  stale: '✗',
  wrong: '✗',
  refused: '✗',
  given: '',
} as const

/** Verdicts that are marked on a sheet. */
const marked: readonly Own['verdict'][] = ['wrong', 'stale', 'follows', 'asked']

/** In how many figures a typed value is shown: as it is, not as a fraction of a double. */
export function typedFigures(figures: Figures): Figures {
  return figures === 'fraction' ? 6 : figures
}

/** A sheet of the learner's own steps, with their own values: ✗ at those that are wrong, → at those that follow. */
export function drawOwn(
  worksheet: Worksheet,
  { reduction, names, own }: Position,
  steps: number,
  side: Side,
  figures: Figures,
  form: Form,
): Picture {
  const lines: { amount: Amount; isOpen: boolean }[] = []
  const found = (list: readonly (Own | null)[]) =>
    list.map((it) => (it ? lines.push({ amount: { value: it.value }, isOpen: false }) - 1 : undefined))
  const [{ wiring, nodes }] = worksheet.stages
  const { resistance, voltage, current, power } = own
  return drawSheet(
    {
      ...worksheet,
      elements: names.map((name, id) => ({
        name,
        part: reduction.leaves[id] ?? null,
        made: reduction.steps[id - reduction.leaves.length] ?? null,
      })),
      currents: null,
      stages: [{ ...reduction, wiring, nodes, starts: reduction.leaves.map((_, leaf) => leaf), exchange: null }],
      derivation: {
        found: {
          resistance: found(resistance),
          voltage: found(voltage),
          current: found(current),
          power: found(power),
          potential: [],
        },
        lines,
        enters: [],
        outwardPath: [],
        readings: [],
      },
      shown: lines.map((_, id) => id),
    },
    { stage: 0, sheet: steps },
    side,
    typedFigures(figures),
    {
      form,
      written: (text, quantity, id) => {
        const verdict = own[quantity][id]?.verdict
        return verdict && marked.includes(verdict) ? `${text} ${signs[verdict]}` : text
      },
    },
  )
}

/** The last thing that was said of a value. */
export function saidOf({ judgements }: Position, element: number, quantity: Quantity): Judgement | undefined {
  return judgements.findLast(
    (it) =>
      it.element === element &&
      it.verdict !== 'undone' &&
      (it.move.do === 'value' ? it.move.quantity === quantity : it.move.do === 'combine' && quantity === 'resistance'),
  )
}

/** The last thing that was said of what is answered by name, or of a check. */
export function saidOfNamed({ judgements }: Position, is: (move: Judgement['move']) => boolean): Judgement | undefined {
  return judgements.findLast(({ move, isTakenBack }) => !isTakenBack && is(move))
}

/** Which field holds a value: what is to be corrected can be gone to. */
export function slotKey(quantity: string, of: number | string): string {
  return `${quantity} ${of}`
}

/** The value of an element that a key is of; null where it is of something else. */
export function slotOf(key: string): Slot | null {
  const [first, of] = key.split(' ')
  const quantity = quantities.find((it) => it === first)
  const element = Number(of)
  return quantity !== undefined && Number.isInteger(element) ? { quantity, element } : null
}

/** What a value of the learner's is called: R2‖3, V(R2). */
export function slotName({ names }: Position, { quantity, element }: Slot): string {
  return valueName(quantity, names[element])
}
