import type { Task } from '@/core/learner'
import { isMeter, knownOf } from '@/core/network'
import { quantityText, unitOf } from '@/core/number'
import { askedTexts } from '@/core/worksheet'

/** What is known beside the resistors; empty where nothing is. */
export function givenText({ worksheet: { network, wiring } }: Task): string {
  const known = knownOf(network)
  if (!known) return ''
  const source = network.parts[wiring.supply]
  const { quantity, part, value } = known
  return `Given the ${quantity} ${quantity === 'current' && part !== source.name ? 'in' : 'of'} ${part}, ${quantityText({ value: value.value }, unitOf[quantity], 6, ' ')}. `
}

/** What is given and what is to be done, as a task sheet words it. */
export function goalText(task: Task): string {
  const { question, worksheet, goal } = task
  const { network, wiring } = worksheet
  const source = network.parts[wiring.supply]
  const given = givenText(task)
  switch (question.kind) {
    case 'solve':
      if (goal.length > 0)
        return `${given}Find ${goal.map(({ quantity, of }) => `${askedTexts[quantity]} ${of}`).join(', ')}.`
      if (source.kind === 'terminals')
        return 'Find the one resistance that the whole has, or say why it cannot be reduced.'
      return `${given}Find what ${source.name} has to give, and the voltage and current of every ${network.parts.some(isMeter) ? 'part' : 'resistor'}; or say why it cannot be reduced.`
    case 'spot':
      return 'For each pair: in series, in parallel, or neither? Why?'
    case 'estimate':
      return `${given}Without working it out: between which two values is Req, no more than three times of each other?`
    case 'redraw':
      return `${question.members.join(', ')} in ${question.way} are combined. Which sheet comes next?`
    case 'mistake':
      return `${given}One slip was made here, and what follows from it is wrong too. Mark the first wrong line, and mend it.`
    case 'gaps':
      return `${given}Work out what is blank.`
    case 'untangle':
      return 'How many nodes carry current, + and − among them? Which resistor stands where on the stretched sheet?'
    case 'mend':
      return 'A fault is hidden on this bench: measure it on the screen, and say what is wrong.'
  }
}
