import { applyFormula, newDrawing } from '@/core/entry'
import { readNetwork, type Network, type NetworkDocument, type PartDocument } from '@/core/network'

const others = { W: 'wire', T: 'terminals', A: 'ammeter', V: 'voltmeter' } as const

/**
 * `R1 A B 4k7` in one text: a resistor, a wire (`W…`), a source (`E…`), terminals (`T…`), an ammeter (`A…`) or a voltmeter
 * (`V…`), by the first letter; a resistor without a value has none yet.
 */
export function part(text: string): PartDocument {
  const [name, from, to, ...rest] = text.split(' ')
  const value = rest.join(' ')
  const kind = others[name[0] as keyof typeof others]
  if (kind) return { name, kind, from, to }
  if (name.startsWith('E'))
    return value ? { name, kind: 'source', from, to, voltage: value } : { name, kind: 'source', from, to }
  if (rest.length === 0) return { name, kind: 'resistor', from, to }
  return { name, kind: 'resistor', from, to, resistance: value }
}

export function document(texts: readonly string[], more: Partial<NetworkDocument> = {}): NetworkDocument {
  return { format: 'nodrel-network', version: 1, title: '', parts: texts.map(part), ...more }
}

/** The document that a formula typed into a new network makes. */
export function typed(formula: string, more: Partial<NetworkDocument> = {}): NetworkDocument {
  const made = applyFormula(newDrawing, formula)
  if (!made.ok) throw new Error(formula)
  return { ...made.document, ...more }
}

/** A valid network from short texts; throws with the problems if it is not. */
export function network(texts: readonly string[], more: Partial<NetworkDocument> = {}): Network {
  return networkOf(document(texts, more))
}

export function networkOf(from: NetworkDocument): Network {
  const read = readNetwork(from)
  if (!read.ok) throw new Error(JSON.stringify(read.problems))
  return read.network
}

/** 12 V; R1, then R2 + R3 beside R4, then R5: in all 12.5 Ω. */
export const worked = ['E1 A D 12 V', 'R1 A B 1.5', 'R2 B M 10', 'R3 M C 20', 'R4 B C 15', 'R5 C D 1']
