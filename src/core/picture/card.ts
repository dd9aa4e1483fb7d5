import { shownText } from '../number'
import type { Picture } from './drawing'
import { readNetwork } from '../network'
import { wire, type Naming } from '../structure'
import { totalOf, type Total } from '../solution'
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
    if (!read.ok) return said(notWorked)
    const { network } = read
    const count = network.parts.filter(({ kind }) => kind === 'resistor').length
    if (count > mostWorked) return said('open it to work it out')
    const answer = answerOf(totalOf(network, wire(network)))
    if (count > mostDrawn) return said(answer)
    const worksheet = workOut(network, { nodes })
    if (!('outcome' in worksheet)) return said(notWorked)
    if (count === 0) return said(answer)
    return {
      answer,
      picture: drawSheet(worksheet, worksheet.rows[0], 'reduce', 4, { form }),
      nodeLabels: worksheet.wiring.nodes.map(({ label }) => label),
    }
  } catch {
    return said(notWorked)
  }
}

const notWorked = 'cannot be worked out: open it to see why'

/** So many digits of a double are surely right: a zero behind them would be false. */
const surely = 12

function answerOf({ status, equivalent, current }: Total): string {
  const text = (value: number, unit: 'Ω' | 'A') => shownText({ value: Number(value.toPrecision(surely)) }, unit, 4)
  if (status === 'not-series-parallel') return 'a bridge stops the reduction'
  if (status === 'structure') return 'values are missing'
  if (equivalent === null) return 'nothing closes the circuit'
  if (equivalent === 0 && status === 'solved') return 'the supply is shorted'
  const resistance = `Req ${text(equivalent, 'Ω')}`
  return current === null ? resistance : `${resistance} · I ${text(current, 'A')}`
}
