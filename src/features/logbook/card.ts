import { drawSheet, solveNumbers, workOut, type Form, type Numbers } from '@/core'
import { float } from '@/core/arithmetic'
import type { Picture } from '@/core/drawing'
import { readNetwork, type NetworkDocument } from '@/core/network'
import { wire, type Naming } from '@/core/nodes'
import { shownText } from '@/core/quantity'
import type { Combining } from '@/core/reduction'

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

/** Larger networks have their numbers on the card, but no drawing. */
const mostDrawn = 40
/** The largest network that is worked out for a card: the logbook must open at once. */
const mostWorked = 5000

interface Record {
  readonly id: string
  readonly version: number
  readonly title: string
  readonly notes: string
  readonly updatedAt: string
  readonly document: NetworkDocument
}

export function cardOf(record: Record, { nodes, form }: { readonly nodes: Naming; readonly form: Form }): Card {
  const { id, version, title, notes, updatedAt, document } = record
  const count = document.parts.filter(({ kind }) => kind === 'resistor').length
  const card = { id, version, title, notes, updatedAt, count, picture: null, nodeLabels: [] }
  if (count > mostWorked) return { ...card, answer: 'open it to work it out' }
  const read = readNetwork(document)
  const solved = read.ok ? solveNumbers(read.network, wire(read.network), float) : null
  if (!read.ok || !solved?.ok) return { ...card, answer: 'cannot be worked out: open it to see why' }
  const answer = answerOf(solved.numbers)
  const worksheet = count > 0 && count <= mostDrawn ? workOut(read.network, { nodes }) : null
  if (worksheet === null || !('analysis' in worksheet)) return { ...card, answer }
  return {
    ...card,
    answer,
    picture: drawSheet(worksheet, 0, 'reduce', 4, form),
    nodeLabels: worksheet.wiring.nodes.map(({ label }) => label),
  }
}

function answerOf({ status, equivalent, supply }: Numbers<number, Combining>): string {
  if (status === 'not-series-parallel') return 'a bridge stops the reduction'
  if (equivalent === null) return 'nothing closes the circuit'
  if (equivalent === 0 && status === 'solved') return 'the supply is shorted'
  const resistance = `Req ${shownText({ value: equivalent }, 'Ω', 4)}`
  return supply ? `${resistance} · I ${shownText({ value: supply.current }, 'A', 4)}` : resistance
}
