import type { Network, Part, Sketch } from './network'
import type { WorksheetChoices } from './school'

/** A network document as plain JSON data; see `public/schema/network.schema.json`. */
export interface NetworkDocument {
  readonly format: 'nodrel-network'
  readonly version: 1
  readonly title?: string
  readonly notes?: string
  readonly parts: readonly PartDocument[]
  readonly known?: { readonly part: string; readonly quantity: string; readonly value: string | number }
  readonly reference?: string
  readonly sketch?: Sketch
  readonly worksheet?: WorksheetChoices
}

/** A part as it stands in a document: quantities as they were typed. */
export interface PartDocument {
  readonly name: string
  readonly kind: string
  readonly from: string
  readonly to: string
  readonly resistance?: string | number
  readonly voltage?: string | number
  readonly tolerance?: string | number
  readonly rating?: string | number
}

/** The document of a network, every quantity as it was typed. `readNetwork` gives the same network back. */
export function writeNetwork(network: Network): NetworkDocument {
  return withoutAbsent({
    ...network,
    format: 'nodrel-network',
    version: 1,
    parts: network.parts.map(writePart),
    known: network.known && { ...network.known, value: network.known.value.typed },
  }) as NetworkDocument
}

function writePart(part: Part): PartDocument {
  if (part.kind === 'resistor') return { ...part, resistance: part.resistance.typed }
  if (part.kind === 'source') return withoutAbsent({ ...part, voltage: part.voltage?.typed }) as PartDocument
  return { ...part }
}

function withoutAbsent(object: object): object {
  return Object.fromEntries(Object.entries(object).filter(([, value]) => value !== undefined))
}
