import { drawSheet, workOut } from '@/core'
import type { Picture } from '@/core/drawing'
import { readNetwork, type NetworkDocument } from '@/core/network'
import { quantityText } from '@/core/quantity'

/** A network as the logbook shows it. */
export interface Card {
  readonly id: string
  readonly version: number
  readonly title: string
  readonly notes: string
  readonly updatedAt: string
  /** Resistors. */
  readonly count: number
  /** What comes out, in a few words. */
  readonly answer: string
  /** The stretched sheet; null where it is too large for a card. */
  readonly picture: Picture | null
  readonly nodeLabels: readonly string[]
}

/** The most elements that a card's drawing takes. */
const mostDrawn = 40
/** The most parts that are worked out for a card. */
const mostWorked = 2000

export function cardOf(record: {
  id: string
  version: number
  title: string
  notes: string
  updatedAt: string
  document: NetworkDocument
}): Card {
  const { id, version, title, notes, updatedAt, document } = record
  const count = document.parts.filter(({ kind }) => kind === 'resistor').length
  const card = { id, version, title, notes, updatedAt, count, picture: null, nodeLabels: [] }
  if (count > mostWorked) return { ...card, answer: 'open it to work it out' }
  const read = readNetwork(document)
  const worksheet = read.ok ? workOut(read.network) : null
  if (worksheet === null || !('analysis' in worksheet))
    return { ...card, answer: 'cannot be worked out: open it to see why' }
  const { analysis, wiring } = worksheet
  return {
    ...card,
    answer: answerOf(analysis),
    picture: count > 0 && count <= mostDrawn ? drawSheet(worksheet, 0, 'reduce', 4) : null,
    nodeLabels: wiring.nodes.map(({ label }) => label),
  }
}

function answerOf({
  status,
  equivalent,
  supply,
}: {
  status: string
  equivalent: Parameters<typeof quantityText>[0] | null
  supply: { current: Parameters<typeof quantityText>[0] | null }
}): string {
  if (status === 'not-series-parallel') return 'a bridge stops the reduction'
  if (equivalent === null) return 'nothing closes the circuit'
  if (equivalent.value === 0 && status === 'solved') return 'the supply is shorted'
  const resistance = `Req ${quantityText(equivalent, 'Ω', 4, '\u2009')}`
  return supply.current ? `${resistance} · I ${quantityText(supply.current, 'A', 4, '\u2009')}` : resistance
}
