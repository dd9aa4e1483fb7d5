import { slotLetter, type Question, type Task } from '@/core/learner'
import { drawSheet, type Picture } from '@/core/picture'

/**
 * The stretched sheet of a picture to be untangled, its places by their letters.
 *
 * @param names which resistor was put into each place; empty where none was
 */
export function drawPlaces(
  { worksheet }: Task,
  { slots }: Extract<Question, { kind: 'untangle' }>,
  names: readonly string[] = [],
): Picture {
  const elements = worksheet.elements.map((element) => {
    const slot = slots.indexOf(element.name)
    return element.part === null ? element : { ...element, name: names[slot] || slotLetter(slot) }
  })
  return drawSheet({ ...worksheet, elements }, { stage: 0, sheet: 0 }, 'reduce', 4, {
    form: 'line',
    written: () => ' ',
    withoutOutward: true,
  })
}
