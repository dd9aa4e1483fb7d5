import { drawSheet, type Form, type Side, type Worksheet } from '@/core'
import type { Judgement, Position, Quantity } from '@/core/attempt'
import type { Picture } from '@/core/drawing'
import type { Figures } from '@/core/quantity'

/** A sheet of the learner's own steps, with their own values: ✗ at those that are wrong, → at those that follow. */
export function drawOwn(
  worksheet: Worksheet,
  { reduction, names, own }: Position,
  steps: number,
  side: Side,
  figures: Figures,
  form: Form,
): Picture {
  const amount = (quantity: Quantity, id: number) => {
    const value = own[quantity][id]?.value
    return value === undefined ? null : { value }
  }
  const elements = names.map((name, id) => ({
    name,
    resistance: amount('resistance', id) ?? { value: 0 },
    voltage: amount('voltage', id),
    current: amount('current', id),
    power: amount('power', id),
  }))
  return drawSheet(
    { ...worksheet, reduction, elements, climbed: [] },
    steps,
    side,
    // A typed value is shown as it is, not as a fraction of a double.
    figures === 'fraction' ? 6 : figures,
    form,
    (id, quantity, text) => {
      const value = own[quantity][id]
      if (!value) return ''
      return value.verdict === 'wrong' ? `${text} ✗` : value.verdict === 'follows' ? `${text} →` : text
    },
  )
}

/** The last thing that was said of a value. */
export function saidOf({ judgements }: Position, element: number, quantity: Quantity): Judgement | undefined {
  return judgements.findLast(
    (it) =>
      it.element === element &&
      (it.move.do === 'value' ? it.move.quantity === quantity : it.move.do === 'combine' && quantity === 'resistance'),
  )
}
