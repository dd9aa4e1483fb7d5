import { shownText, type Amount } from '../number'
import type { Picture } from './drawing'
import { readNetwork } from '../network'
import { wire, type Naming } from '../structure'
import { totalOf, type Status } from '../solution'
import { workOut } from '../worksheet'
import { drawSheet, type Form } from './sheet'

/** What the logbook shows of a network at a glance. */
export interface Card {
  /** What comes out, in a few words. */
  readonly answer: string
  /** The stretched sheet; null where it is too large for a card. */
  readonly picture: Picture | null
  readonly nodeLabels: readonly string[]
}

/** Larger networks have their numbers on the card, but no drawing. */
const mostDrawn = 40
/** The largest network that is worked out for a card: the logbook must open at once. */
const mostWorked = 5000

/**
 * A document at a glance; never throws.
 *
 * @param nodes how its nodes are labelled
 * @param form whether its sheet is a line or a closed loop
 */
export function cardOf(document: unknown, { nodes, form }: { readonly nodes: Naming; readonly form: Form }): Card {
  const said = (answer: string): Card => ({ answer, picture: null, nodeLabels: [] })
  try {
    const read = readNetwork(document)
    if (!read.ok) return said('cannot be worked out: open it to see why')
    const { network } = read
    const count = network.parts.filter(({ kind }) => kind === 'resistor').length
    if (count > mostWorked) return said('open it to work it out')
    if (count > mostDrawn) {
      const { status, equivalent, current } = totalOf(network, wire(network))
      const amount = (value: number | null) => (value === null ? null : { value })
      return said(answerOf(status, amount(equivalent), amount(current)))
    }
    const worksheet = workOut(network, { nodes })
    if (!('outcome' in worksheet)) return said('cannot be worked out: open it to see why')
    const { status, equivalent, supply } = worksheet.outcome
    const answer = answerOf(status, equivalent, supply.current)
    if (count === 0) return said(answer)
    return {
      answer,
      picture: drawSheet(worksheet, worksheet.rows[0], 'reduce', 4, { form }),
      nodeLabels: worksheet.wiring.nodes.map(({ label }) => label),
    }
  } catch {
    return said('cannot be worked out: open it to see why')
  }
}

function answerOf(status: Status, equivalent: Amount | null, current: Amount | null): string {
  if (status === 'not-series-parallel') return 'a bridge stops the reduction'
  if (status === 'structure') return 'values still to be given'
  if (equivalent === null) return 'nothing closes the circuit'
  if (equivalent.value === 0 && status === 'solved') return 'the supply is shorted'
  const resistance = `Req ${shownText(equivalent, 'Ω', 4)}`
  return current ? `${resistance} · I ${shownText(current, 'A', 4)}` : resistance
}
